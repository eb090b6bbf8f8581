import type { Segment } from "../../api/types";

/** A rule's sentence; parts that come from the rule stand in cobalt. onPart makes them buttons. */
export function SentenceWords({ segments, onPart }: { segments: Segment[]; onPart?: (part: string) => void }) {
  return (
    <span className="sentence">
      {segments.map((segment, index) => {
        const key = `${index} ${segment.text}`;
        const part = segment.part;
        if (!part) return <span key={key}>{segment.text}</span>;
        return onPart ? <button type="button" key={key} onClick={() => onPart(part)}>{segment.text}</button> : <b key={key}>{segment.text}</b>;
      })}
    </span>
  );
}
