import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import type { FindingGroup, FindingLine } from "../../api/types";
import { localWords } from "../../shared/localWords";

/** Lines of one group shown before the reader asks for more. */
const STEP = 150;

type Props = { groups: FindingGroup[]; typed: boolean; chosen: string; onChoose: (id: string) => void };

/** The findings, grouped by what they cost. The arrow keys go from line to line. typed: all are on one record type. */
export function FindingList({ groups, typed, chosen, onChoose }: Props) {
  const filled = groups.filter((group) => group.total > 0);
  const step = (event: KeyboardEvent<HTMLDivElement>) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by === undefined || !(event.target instanceof HTMLElement) || !event.target.matches(".finding-row"))
      return;
    const rows = [...event.currentTarget.querySelectorAll<HTMLElement>(".finding-row")];
    rows[rows.indexOf(event.target) + by]?.focus();
    event.preventDefault();
  };
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the arrow keys step through its rows
    <div className={typed ? "finding-list typed" : "finding-list"} onKeyDown={step}>
      {filled.length > 1 && (
        <nav className="group-jumps" aria-label="Groups of findings">
          {filled.map((group) => (
            <a key={group.id} href={`#group-${group.id}`} onClick={(event) => jump(event, group.id)}>
              {group.name} <b className="mono">{group.total}</b>
            </a>
          ))}
        </nav>
      )}
      {filled.map((group) => (
        <Group key={group.id} group={group} chosen={chosen} onChoose={onChoose} />
      ))}
    </div>
  );
}

/** Scrolls without touching the address, which holds the question. */
function jump(event: { preventDefault: () => void }, id: string) {
  event.preventDefault();
  document.getElementById(`group-${id}`)?.scrollIntoView({ block: "start" });
}

function Group({
  group,
  chosen,
  onChoose,
}: {
  group: FindingGroup;
  chosen: string;
  onChoose: (id: string) => void;
}) {
  const [shown, setShown] = useState(STEP);
  const lines = group.findings.slice(0, shown);
  return (
    <section aria-label={group.name} id={`group-${group.id}`}>
      <h2 className="finding-group">
        {group.name} <span className="mono">{group.total}</span>
      </h2>
      {lines.map((line) => (
        <Line key={line.id} line={line} on={line.id === chosen} onChoose={onChoose} />
      ))}
      {group.total > lines.length && (
        <p className="soft">
          {lines.length} of {group.total} shown.{" "}
          {group.findings.length > lines.length ? (
            <button type="button" className="plain" onClick={() => setShown(shown + STEP)}>
              Show {Math.min(STEP, group.findings.length - lines.length)} more
            </button>
          ) : (
            "Narrow the question to see the rest."
          )}
        </p>
      )}
    </section>
  );
}

function Line({ line, on, onChoose }: { line: FindingLine; on: boolean; onChoose: (id: string) => void }) {
  const row = useRef<HTMLButtonElement>(null);
  // The list narrows beside an open finding, and a link may open any: the line that is told stays in sight.
  useEffect(() => {
    if (on) row.current?.scrollIntoView({ block: "nearest" });
  }, [on]);
  return (
    <button
      type="button"
      ref={row}
      className={`finding-row ${line.severity} ${on ? "on" : ""}`}
      aria-pressed={on}
      onClick={() => onChoose(line.id)}
    >
      <span className="kind">{line.title}</span>
      <span className="body">
        {localWords(line.words)}
        {line.accepted_by && <span className="tag mark-verd"> accepted by {line.accepted_by}</span>}
        {line.was_accepted && <span className="tag mark-verm"> accepted before its rules changed</span>}
      </span>
      <span className="tag">{line.type_name}</span>
    </button>
  );
}
