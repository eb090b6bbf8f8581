import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import { useCatalogue, type PolicyState } from "../../api/queries";
import type { Impact } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { CHANNELS } from "../../question/useQuestion";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveList } from "../../shared/SaveList";
import { StoredRecords } from "./StoredRecords";
import { exampleSearch } from "../../question/exampleSearch";
import { localWords } from "../../shared/localWords";

const MODES: Record<string, string> = {
  create: "creating",
  edit: "editing",
  view: "viewing",
  list: "in lists",
};
const SHOWN = 200;

type Line = Impact["lines"][number];
type Row = Impact["rows"][number];

/** What the chosen change set does to whom. */
export function ImpactTable() {
  const impact = api.useQuery("get", "/api/change-set/impact");
  if (impact.error) return <ProblemNotice error={impact.error} onAgain={() => void impact.refetch()} />;
  if (!impact.data) return <Loading what="Calculating whose access changes" />;
  return <ImpactLines impact={impact.data} state="pending" records />;
}

type Props = {
  impact: Impact;
  /** The policy after the change, under which examples are opened. */
  state: PolicyState;
  /** Are the stored records looked for that it meets? */
  records?: boolean;
};

/** Who gains and who loses, on which field, in which mode, and when. */
export function ImpactLines({ impact, state, records = false }: Props) {
  const { rows, lines, people, total, undecided } = impact;
  return (
    <section style={{ marginTop: 18 }}>
      <div className="head">
        <h2>Whose access changes</h2>
        <span className="soft">{summary(people, total, undecided.length)}</span>
        {lines.length > 0 && (
          <span className="push">
            <SaveList name="what-changes" heading={COLUMNS} rows={() => lines.map(csvRow)} inks={[3, 4]} />
          </span>
        )}
      </div>
      {records && <StoredRecords />}
      {undecided.map((sentence) => (
        <p key={sentence} className="notice calm">
          {localWords(sentence)}
        </p>
      ))}
      {rows.length > 0 && (
        <table className="ruled impact">
          <thead>
            <tr>
              <th className="margin" style={{ width: 110 }}>
                Access
              </th>
              <th>Who, when and what</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, SHOWN).map((row) => (
              <ImpactRow
                key={row.first}
                row={row}
                lines={lines.slice(row.first, row.first + row.lines)}
                state={state}
              />
            ))}
          </tbody>
        </table>
      )}
      {rows.length > SHOWN && <p className="soft">and {rows.length - SHOWN} more</p>}
      {total > 0 && (
        <p className="tag">While a record is locked by a person, its fields stay locked before and after.</p>
      )}
    </section>
  );
}

/** A sentence about all that changes alike; its parts on demand. */
function ImpactRow({ row, lines, state }: { row: Row; lines: Line[]; state: PolicyState }) {
  const [open, setOpen] = useState(false);
  const named = row.names.every((name) => row.sentence.includes(name));
  return (
    <tr>
      <th className="margin" scope="row">
        <span className="turn">
          <Level level={row.before} words="not present" />
          <span aria-hidden>→</span>
          <Level level={row.after} words="not present" />
        </span>
        <div className={row.opens ? "tag mark-verm" : "tag"}>{row.opens ? "more access" : ""}</div>
      </th>
      <td className="wrap">
        {localWords(row.sentence)}
        <div className="soft">
          {!named && `${row.names.join(", ")}${row.people > row.names.length ? ", …" : ""} · `}
          {row.lines > 1 && (
            <>
              <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
                {open ? "Hide" : "Show"} the {row.lines} parts
              </button>
              {" · "}
            </>
          )}
          {lines[0] && <ExampleLink line={lines[0]} state={state} />}
        </div>
        {open && <ImpactParts lines={lines} state={state} />}
      </td>
    </tr>
  );
}

function ImpactParts({ lines, state }: { lines: Line[]; state: PolicyState }) {
  return (
    <table className="ruled parts">
      <thead>
        <tr>
          <th style={{ width: 120 }}>Field</th>
          <th style={{ width: 100 }}>While</th>
          <th style={{ width: 170 }}>Access</th>
          <th>For whom, and when</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line, place) => (
          <tr key={place}>
            <th className="wrap" scope="row">
              {line.field}
            </th>
            <td className="wrap">
              {line.modes.map((mode) => MODES[mode]).join(", ")}
              <div className="tag">
                {line.units.length > 1 ? `${line.units.length} units` : line.units.join(", ")}
                {line.channels.length < Object.keys(CHANNELS).length && (
                  <>, through {line.channels.join(", ")}</>
                )}
              </div>
            </td>
            <td className="wrap">
              {line.before_words} becomes {line.after_words}
            </td>
            <td className="wrap">
              {line.who}
              {line.when && localWords(line.when)}{" "}
              <span className="soft">
                · <ExampleLink line={line} state={state} />
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Opens the question that both policies answer differently. */
function ExampleLink({ line, state }: { line: Line; state: PolicyState }) {
  const zone = useCatalogue(state).data?.vocabulary.time_zone ?? "";
  return (
    <Link to={{ pathname: "/rehearsal", search: exampleSearch({ question: line.example }, state, zone) }}>
      See an example
    </Link>
  );
}

const COLUMNS = ["Record type", "Field", "While", "Before", "After", "For whom", "People", "When"];

const csvRow = (line: Line) => [
  line.record_type,
  line.field,
  line.modes.map((mode) => MODES[mode] ?? mode).join(", "),
  line.before_words,
  line.after_words,
  line.who,
  line.people,
  line.when.trim(),
];

function Level({ level, words }: { level?: string; words: string }) {
  return level ? <Glyph cell={level} /> : <span title={words}>–</span>;
}

function summary(people: number, total: number, undecided: number): string {
  if (total === 0 && undecided === 0) return "Proved: no one’s access changes.";
  const found = `${people} ${people === 1 ? "person" : "people"}, ${total} ${total === 1 ? "difference" : "differences"}`;
  return undecided > 0 ? `${found}; ${undecided} could not be decided` : found;
}
