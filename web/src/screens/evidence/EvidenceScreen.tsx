import { Button } from "antd";
import { Link, useParams } from "react-router";
import { api } from "../../api/client";
import type { Evidence } from "../../api/types";
import { askedOf } from "../../question/asked";
import { evidenceOf } from "../../question/evidenceOf";
import { useQuestionSearch, type AskedQuestion } from "../../question/useQuestion";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { saveAsFile } from "../../shared/saveAsFile";
import { Since } from "../map/Since";
import { AboutPerson } from "./AboutPerson";
import { Answers } from "./Answers";
import { RulesBehind } from "./RulesBehind";
import { Source } from "./Source";

/**
 * One page that proves who can do what with a field, what one audience can do with it, or what a person can do at all:
 * by which rules, since when, signed by whom, on which records, and what it was drawn up from.
 */
export default function EvidenceScreen() {
  const { field, audience, person } = useParams();
  const { question, ready } = useSubject();
  const as = person ? `user:${person}` : (audience ?? "everyone:");
  const asked = { as, ...askedOf(question) };
  const { data, error, refetch } = api.useQuery(
    "post",
    "/api/evidence",
    {
      body: {
        question: asked,
        state: question.state,
        ...(field ? { field, everyone: audience === undefined } : {}),
      },
    },
    { enabled: ready, staleTime: 30_000 },
  );
  return (
    <>
      <QuestionStrip who={{ name: data?.answers[0]?.who ?? (person || audience ? "…" : "everyone") }} />
      <main className="page">
        <div className="sheet evidence" tabIndex={0} role="region" aria-label="Evidence">
          {error ? <ProblemNotice error={error} onAgain={() => void refetch()} /> : null}
          {!data && !error && <Loading what="Gathering the evidence" />}
          {data && (
            <>
              <Head data={data} person={person} question={question} to={{ field, audience }} />
              <Source data={data} />
              {person && <AboutPerson person={person} />}
              <Answers data={data} whole={!field} />
              <RulesBehind data={data} whole={!field} />
              {field && audience && (
                <section aria-label="History">
                  <h2>When this changed</h2>
                  <Since body={{ question: asked, field }} />
                </section>
              )}
            </>
          )}
        </div>
      </main>
    </>
  );
}

type HeadProps = {
  data: Evidence;
  person: string | undefined;
  question: AskedQuestion;
  to: { field: string | undefined; audience: string | undefined };
};

function Head({ data, person, question, to: { field, audience } }: HeadProps) {
  const search = useQuestionSearch();
  const who = data.answers[0]?.who;
  const cell =
    field && audience && withPart(withPart(search, "audiences", audience), "cell", `${field} ${audience}`);
  return (
    <div className="head">
      <h1>{person ? `${who ?? person} on ${data.record_type}` : `${data.field} on ${data.record_type}`}</h1>
      <span className="soft">
        {who && !person ? `for ${who}; ` : ""}
        {data.asked}
        {question.record ? "" : ", any record"}
      </span>
      <span className="push">
        {cell && <Link to={{ pathname: "/map", search: cell }}>On the map</Link>}
        {field && audience && <Link to={evidenceOf(field, search)}>Everyone</Link>}
        {person && <Link to={{ pathname: `/people/${encodeURIComponent(person)}`, search }}>{who}</Link>}
        <Button onClick={() => saveAsFile("evidence.json", data)}>Save</Button>
        <Button onClick={() => window.print()}>Print</Button>
      </span>
    </div>
  );
}
