import { Link } from "react-router";
import { api } from "../../api/client";
import { useCatalogue, type PolicyState } from "../../api/queries";
import type { Impact } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { CHANNELS } from "../../question/useQuestion";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveCsv } from "../../shared/SaveCsv";
import { StoredRecords } from "./StoredRecords";
import { exampleSearch } from "../../question/exampleSearch";

const MODES: Record<string, string> = {
  create: "creating",
  edit: "editing",
  view: "viewing",
  list: "in lists",
};
const SHOWN = 200;

type Line = Impact["lines"][number];

/** Directions as the API names them, in the words of the screen. */
const DIRECTIONS: Record<string, string> = {
  "may change more": "can edit more",
  "may change less": "can edit less",
  "must fill more": "must fill in more",
  "must fill less": "must fill in less",
  "may do more": "can do more",
  "may do less": "can do less",
  "now finds on the form": "now on the form",
  "no longer finds on the form": "no longer on the form",
  "is masked otherwise": "masked differently",
  "holds another value": "different value",
  "is offered another value": "different suggestion",
  "is refused more": "more saves refused",
  "is refused less": "fewer saves refused",
};

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
  const { lines, people, total, undecided } = impact;
  return (
    <section style={{ marginTop: 18 }}>
      <div className="head">
        <h2>Whose access changes</h2>
        <span className="soft">{summary(people, total, undecided.length)}</span>
        {lines.length > 0 && (
          <span className="push">
            <SaveCsv name="what-changes" heading={COLUMNS} rows={() => lines.map(csvRow)} />
          </span>
        )}
      </div>
      {records && <StoredRecords />}
      {undecided.map((sentence) => (
        <p key={sentence} className="notice calm">
          {sentence}
        </p>
      ))}
      {lines.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin" style={{ width: 170 }}>
                Field
              </th>
              <th style={{ width: 120 }}>While</th>
              <th colSpan={3}>Access</th>
              <th>For whom, and when</th>
            </tr>
          </thead>
          <tbody>
            {lines.slice(0, SHOWN).map((line, place) => (
              <ImpactLine key={place} line={line} state={state} />
            ))}
          </tbody>
        </table>
      )}
      {total > SHOWN && <p className="soft">and {total - SHOWN} more lines</p>}
      {total > 0 && (
        <p className="tag">While a record is locked by a person, its fields stay locked before and after.</p>
      )}
    </section>
  );
}

function ImpactLine({ line, state }: { line: Line; state: PolicyState }) {
  const zone = useCatalogue(state).data?.vocabulary.time_zone ?? "";
  const example = exampleSearch({ question: line.example }, state, zone);
  return (
    <tr>
      <th className="margin wrap" scope="row">
        {line.field}
        <div className="tag">{line.record_type}</div>
      </th>
      <td className="wrap">
        {line.modes.map((mode) => MODES[mode]).join(", ")}
        <div className="tag">
          {line.units.length > 1 ? `${line.units.length} units` : line.units.join(", ")}
          {line.channels.length < Object.keys(CHANNELS).length && <>, through {line.channels.join(", ")}</>}
        </div>
      </td>
      <td style={{ width: 44 }}>
        <Level level={line.before} words={line.before_words} />
      </td>
      <td style={{ width: 110 }} className={line.opens ? "wrap mark-verm" : "wrap soft"}>
        {line.direction.map((words) => DIRECTIONS[words] ?? words).join(", ")}
      </td>
      <td style={{ width: 44 }}>
        <Level level={line.after} words={line.after_words} />
      </td>
      <td className="wrap">
        {line.who}
        {line.people > line.names.length && <span className="soft"> ({line.names.join(", ")}, …)</span>}
        {line.people <= line.names.length && !line.who.includes(line.names[0] ?? "") && (
          <span className="soft"> ({line.names.join(", ")})</span>
        )}
        {line.when}
        <div className="soft">
          {line.before_words} becomes {line.after_words} ·{" "}
          <Link to={{ pathname: "/rehearsal", search: example }}>an example</Link>
        </div>
      </td>
    </tr>
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
