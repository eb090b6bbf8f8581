import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { PolicyState } from "../../api/queries";
import type { Question } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { evidenceOf } from "../../question/evidenceOf";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { Names } from "../../shared/Names";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { actionOf } from "../../shared/subjects";
import { ExpectThis } from "../changes/expectations/ExpectThis";
import { Since } from "./Since";
import { localWords } from "../../shared/localWords";

type Asked = { question: Question; field: string; state: PolicyState };
type Props = { field: string; asked: Question; state: PolicyState; title: string };

/** Questions asked from a cell: who else can result in this field, and what would have to be true for someone to edit it. */
export function Ask({ field, asked, state, title }: Props) {
  const search = useQuestionSearch();
  // Answers stay beside each other.
  const [open, setOpen] = useState<string[]>([]);
  const turn = (id: string) =>
    setOpen(open.includes(id) ? open.filter((each) => each !== id) : [...open, id]);
  const body = { question: asked, field, state };
  const action = actionOf(field) !== undefined;
  const questions = [
    ["who", action ? "Who else may do this?" : "Who else can see this?", WhoElse],
    ["what-for", `What would let ${title} ${action ? "do" : "edit"} it?`, Ways],
    ["since", "When did this change?", Since],
    ["why-not", `What stops ${title} from ${action ? "doing" : "editing"} it?`, Hindrances],
  ] as const;
  return (
    <section aria-label="Ask" className="ask">
      {questions.map(([id, words, Answer]) => (
        <div key={id}>
          <button type="button" className="plain" aria-expanded={open.includes(id)} onClick={() => turn(id)}>
            {words}
          </button>
          {open.includes(id) && (
            <div ref={inSight}>
              <Answer body={body} />
            </div>
          )}
        </div>
      ))}
      <p className="row-flex evidence-links">
        <Link to={evidenceOf(field, search, asked.as)}>Evidence for {title}</Link>
        <Link to={evidenceOf(field, search)}>for everyone</Link>
      </p>
      <ExpectThis question={asked} state={state} field={field} />
    </section>
  );
}

/** An answer opens below the question, which often stands at the foot of the panel. */
function inSight(answer: HTMLDivElement | null) {
  answer?.parentElement?.scrollIntoView({ block: "nearest" });
}

function WhoElse({ body }: { body: Asked }) {
  const who = api.useQuery("post", "/api/ask/who", { body });
  if (who.error) return <ProblemNotice error={who.error} />;
  if (!who.data) return <Loading what="Asking" />;
  return (
    <ul className="difference-lines">
      {who.data.groups.map((group) => (
        <li key={group.levels.join()}>
          <span className="row-flex" style={{ gap: 6 }}>
            <Glyph cell={group.levels.join("|")} small named={false} />
            <b>{group.levels.map((level) => LEVEL_NAMES[level]).join(" or ")}</b>
            <span className="mono">{group.people}</span>
          </span>
          <Names names={group.names.map((person) => person.name)} total={group.people} />
        </li>
      ))}
    </ul>
  );
}

const useWhatFor = (body: Asked) => api.useQuery("post", "/api/ask/what-for", { body });

/** What stops someone from typing, outcome by outcome. */
function Hindrances({ body }: { body: Asked }) {
  const found = useWhatFor(body);
  const search = useQuestionSearch();
  if (found.error) return <ProblemNotice error={found.error} />;
  if (!found.data) return <Loading what="Asking" />;
  const { hindrances, who, field } = found.data;
  if (hindrances.length === 0)
    return (
      <p>
        Nothing: {who} can edit {field} in this mode for any record.
      </p>
    );
  return (
    <ul className="difference-lines">
      {hindrances.map((each) => (
        <li key={each.level}>
          <span className="row-flex" style={{ gap: 6 }}>
            <Glyph cell={each.level} small named={false} />
            <b>{LEVEL_NAMES[each.level]}</b>
            <span>{each.when ? `when ${localWords(each.when)}` : "for any record"}</span>
          </span>
          {each.by.map((by) => (
            <span key={by.words}>
              {by.rule ? (
                <Link to={{ pathname: "/rules", search: withPart(search, "rule", by.rule) }}>{by.words}</Link>
              ) : (
                by.words
              )}
            </span>
          ))}
        </li>
      ))}
    </ul>
  );
}

function Ways({ body }: { body: Asked }) {
  const ways = useWhatFor(body);
  if (ways.error) return <ProblemNotice error={ways.error} />;
  if (!ways.data) return <Loading what="Solving" />;
  const { answer, who, field } = ways.data;
  if (answer !== "yes")
    return (
      <p>
        {answer === "no"
          ? `Nothing: for any record, ${who} can’t edit ${field} in this mode.`
          : "This could not be decided."}
      </p>
    );
  return (
    <ul className="difference-lines">
      {ways.data.ways.map((way) => (
        <li key={way.level}>
          <b>{LEVEL_NAMES[way.level]}</b>
          <span>{way.when ? `when ${localWords(way.when)}` : "for any record"}</span>
          {way.example.length > 0 && (
            <span className="soft">
              for example when{" "}
              {way.example.map((line) => `${line.name} is ${localWords(line.words)}`).join(", ")}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
