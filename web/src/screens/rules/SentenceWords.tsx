import type { Segment } from "../../api/types";
import { localWords } from "../../shared/localWords";

/** A rule's sentence; parts that come from the rule stand in cobalt. onPart makes them buttons. */
export function SentenceWords({
  segments,
  onPart,
}: {
  segments: Segment[];
  onPart?: (part: string) => void;
}) {
  return (
    <span className="sentence">
      {segments.map((segment, index) => {
        const key = `${index} ${segment.text}`;
        const part = segment.part;
        if (!part) return <span key={key}>{localWords(segment.text)}</span>;
        if (!onPart) return <b key={key}>{localWords(segment.text)}</b>;
        // No button element: browsers do not break one over lines, and a condition can be long.
        return (
          <span
            key={key}
            role="button"
            className={segment.blank ? "blank" : undefined}
            tabIndex={0}
            onClick={() => onPart(part)}
            onKeyDown={(event) => event.key === "Enter" && onPart(part)}
          >
            {localWords(segment.text)}
          </span>
        );
      })}
    </span>
  );
}
