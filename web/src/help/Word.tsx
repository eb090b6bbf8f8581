import { Popover } from "antd";
import { WORDS, type OwnWord } from "./words";

/** One of the product's own words; pressed, it says what it means. */
export function Word({ word, children }: { word: OwnWord; children?: string }) {
  return (
    <Popover trigger="click" content={<div style={{ maxWidth: 300 }}>{WORDS[word]}</div>}>
      <button type="button" className="own-word" aria-label={`${children ?? word}: what it means`}>
        {children ?? word}
      </button>
    </Popover>
  );
}
