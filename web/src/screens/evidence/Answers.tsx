import type { Evidence } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { counted } from "../../shared/counted";
import { MadeUp } from "../../shared/MadeUp";
import { localWords } from "../../shared/localWords";

type Answer = Evidence["answers"][number];

/** Who comes to what, by which rules and on which stored records. whole: it is about opening records at all. */
export function Answers({ data, whole }: { data: Evidence; whole: boolean }) {
  const { answers, records } = data;
  return (
    <section aria-label="Access">
      <h2>{whole ? "Which records they can open" : answers[0]?.who ? "Access" : "Who has what access"}</h2>
      <MadeUp names={data.made_up} />
      <table className="ruled answers">
        <thead>
          <tr>
            <th className="margin">Who</th>
            <th>Access, and what it rests on</th>
            {records.looked_at > 0 && <th className="on-records">Stored records</th>}
          </tr>
        </thead>
        <tbody>
          {answers.map((answer) => (
            <tr key={answer.who ?? answer.names?.[0]?.id}>
              <th className="margin" scope="row">
                <Who answer={answer} />
              </th>
              <td>
                <Ways answer={answer} />
              </td>
              {records.looked_at > 0 && (
                <td>
                  <OnRecords answer={answer} all={records.looked_at} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <Looked records={records} />
    </section>
  );
}

function Who({ answer }: { answer: Answer }) {
  if (answer.who) return <>{answer.who}</>;
  const names = answer.names ?? [];
  const beyond = (answer.people ?? 0) - names.length;
  return (
    <>
      <b>{answer.people === 1 ? "1 person" : `${answer.people} people`}</b>
      <div className="names">
        {names.map((person) => person.name).join(", ")}
        {beyond > 0 && ` and ${counted(beyond, "other")}`}
      </div>
    </>
  );
}

function Ways({ answer }: { answer: Answer }) {
  return (
    <ul className="ways">
      {answer.ways.map((way) => (
        <li key={way.level}>
          <span className="row-flex">
            <Glyph cell={way.level} small named={false} />
            <b>{LEVEL_NAMES[way.level]}</b>
          </span>
          <div>
            {way.when && <div>when {localWords(way.when)}</div>}
            {way.example.length > 0 && (
              <div className="soft">
                for example when{" "}
                {way.example.map((line) => `${line.name} is ${localWords(line.words)}`).join(", ")}
              </div>
            )}
            {way.by.map((by) => (
              <div key={by.words} className={by.rule ? undefined : "soft"}>
                {by.words}
              </div>
            ))}
          </div>
        </li>
      ))}
      {!answer.complete && <li className="soft">There may be other outcomes.</li>}
    </ul>
  );
}

/** Which stored records, but where it is the same on all that were looked at. */
function OnRecords({ answer, all }: { answer: Answer; all: number }) {
  return (
    <ul className="ways">
      {answer.records.map((line) => (
        <li key={line.level}>
          <span className="row-flex">
            <Glyph cell={line.level} small named={false} />
            <b>{LEVEL_NAMES[line.level]}</b> on {line.count === all ? `all ${all}` : line.count}
          </span>
          {line.count < all && (
            <div className="mono numbers">
              {line.numbers.map((number) => (
                <span key={number} className="unbroken">
                  {number}
                </span>
              ))}
              {line.count > line.numbers.length && <span>and {line.count - line.numbers.length} more</span>}
            </div>
          )}
        </li>
      ))}
    </ul>
  );
}

function Looked({ records }: { records: Evidence["records"] }) {
  if (records.of === 0)
    return <p className="soft">There are no stored records that you can open in this mode.</p>;
  return (
    <p className="soft">
      {records.looked_at === records.of
        ? `Stored records: all ${records.of} that you can open.`
        : `Stored records: the newest ${records.looked_at} of ${records.of} that you can open.`}
      {records.made_up.length > 0 &&
        ` You can’t see ${records.made_up.join(", ")} on all of them, so made-up values were used there.`}
    </p>
  );
}
