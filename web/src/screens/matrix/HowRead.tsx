import { Select } from "antd";
import { useDirectory, usePeople } from "../../api/queries";
import type { KeptMatrix, RecordType } from "../../api/types";
import { LEVEL_NAMES, LEVELS } from "../../ink/levels";
import { audienceOptions } from "../../shared/audiences";
import { counted } from "../../shared/counted";
import { Names } from "../../shared/Names";
import { ReadAs } from "../../shared/ReadAs";
import { Headings } from "./Headings";
import type { KeptMatrixReading, Told } from "./useKeptMatrix";

type Meaning = NonNullable<Told["meanings"]>[string];
/** People that can be picked for a column; of more, those with other names are found by the spelling of theirs. */
const PEOPLE = 200;

type Props = { data: KeptMatrix; type: RecordType; kept: KeptMatrixReading };

const MEANINGS: { value: Meaning; label: string }[] = [
  ...LEVELS.map((level) => ({ value: level, label: LEVEL_NAMES[level] })),
  { value: "unsaid", label: "nothing is said" },
];

/** How the spreadsheet was read: what its cells mean, and which headings are whom. All of it can be said otherwise. */
export function HowRead({ data, type, kept }: Props) {
  const asked = data.words.filter((word) => !word.meaning);
  const directory = useDirectory();
  const people = usePeople("", "", 1, PEOPLE);
  return (
    <aside className="side" aria-label="How it was read">
      <div className="stack how-read">
        <div className="head">
          <h1>How it was read</h1>
        </div>
        {data.read_as && <ReadAs as={data.read_as} onChange={kept.tell} />}
        <section>
          <h2>Cells</h2>
          {asked.length > 0 && (
            <p className="fault" role="status">
              Before you can make rules, {counted(asked.length, "kind")} of cell{" "}
              {asked.length === 1 ? "needs" : "need"} a meaning.
            </p>
          )}
          <table className="legend-table">
            <tbody>
              {[...asked, ...data.words.filter((word) => word.meaning)].map((word) => (
                <tr key={word.text}>
                  <th scope="row">{word.text ? <span className="mono">{word.text}</span> : "blank"}</th>
                  <td className="soft">
                    {word.times === 1 ? word.place : `${word.times}, first in ${word.place}`}
                  </td>
                  <td>
                    <Select
                      aria-label={`Meaning of ${word.text || "blank cells"}`}
                      placeholder="what does it mean?"
                      value={word.meaning as Meaning | undefined}
                      options={MEANINGS}
                      popupMatchSelectWidth={false}
                      onChange={(meaning: Meaning) =>
                        kept.tell({ meanings: { ...kept.told.meanings, [word.text]: meaning } })
                      }
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <Headings
          title="Columns that match no one"
          headings={data.unknown_audiences}
          onMean={(text, key) => kept.tell({ audiences: { ...kept.told.audiences, [text]: key } })}
          options={[
            { value: "everyone:", label: "everyone else" },
            ...audienceOptions(directory.data, people.data?.items ?? []),
          ]}
        />
        <Headings
          title="Rows that match no field"
          headings={data.unknown_fields}
          onMean={(text, key) => kept.tell({ fields: { ...kept.told.fields, [text]: key } })}
          options={type.fields
            .filter((field) => !field.retired)
            .map(({ id, name }) => ({ value: id, label: name }))}
        />
        {data.repeated.length > 0 && (
          <section>
            <h2>Named a second time, and left out</h2>
            <Names names={data.repeated.map((each) => `${each.text} (${each.place})`)} />
          </section>
        )}
        {data.missing.length > 0 && (
          <section>
            <h2>Fields missing from the spreadsheet</h2>
            <Names names={data.missing.map((field) => field.name)} />
          </section>
        )}
        {data.notes.length > 0 && (
          <section>
            <h2>Notes in it</h2>
            <ul className="account-lines">
              {data.notes.map((note) => (
                <li key={note.place}>
                  <span className="mono">{note.place}</span> {note.text}
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </aside>
  );
}
