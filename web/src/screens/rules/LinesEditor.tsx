import { useEffect, useRef } from "react";
import type { Catalogue, Fault, RecordType, Rule, RuleLine, RulePreview } from "../../api/types";
import type { Domain } from "./conditions/operands";
import { LineEditor } from "./LineEditor";
import { RulePart } from "./RulePart";

type Props = {
  rule: Rule;
  type: RecordType;
  catalogue: Catalogue;
  domain: Domain;
  faults: Fault[];
  changed: RulePreview["changed"];
  tried: boolean;
  onChange: (lines: RuleLine[]) => void;
};

/** The lines of a rule, one after another: which fields, and what they become. */
export function LinesEditor({ rule, type, catalogue, domain, faults, changed, tried, onChange }: Props) {
  // Whoever adds a line goes on in it.
  const added = useRef(false);
  const parts = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!added.current) return;
    added.current = false;
    parts.current?.querySelector<HTMLElement>(`[data-part="line-${rule.lines.length - 1}"] input`)?.focus();
  }, [rule.lines.length]);
  const put = (place: number, line: RuleLine) =>
    onChange(rule.lines.map((each, index) => (index === place ? line : each)));
  return (
    <div ref={parts}>
      {rule.lines.map((line, place) => (
        <RulePart
          key={place}
          word={place === 0 ? "Then" : "and"}
          part={`line-${place}`}
          faults={faults}
          pointer={`/lines/${place}`}
          tried={tried}
        >
          <LineEditor
            line={line}
            place={place}
            several={rule.lines.length > 1}
            conditional={rule.when !== undefined}
            type={type}
            vocabulary={catalogue.vocabulary}
            domain={domain}
            changed={changed}
            onChange={(next) => put(place, next)}
            onRemove={() => onChange(rule.lines.filter((_, index) => index !== place))}
          />
        </RulePart>
      ))}
      <RulePart word="" part="more" faults={tried ? faults : []} pointer="/lines" exactly>
        <button
          type="button"
          className="plain"
          onClick={() => {
            added.current = true;
            onChange([...rule.lines, NEW]);
          }}
        >
          Add a line for other fields
        </button>
      </RulePart>
    </div>
  );
}

const NEW: RuleLine = { fields: [], effects: [] };
