import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { ask } from "../../api/client";
import { usePeople } from "../../api/queries";
import type { Entered, FieldValue, Form, Refusal } from "../../api/types";
import { RecordForm } from "../../forms/RecordForm";
import { QuestionStrip } from "../../question/QuestionStrip";
import { MODES } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ReasoningPanel } from "../map/ReasoningPanel";

type Rehearsed = { form: Form; person: string; roles: string[] };
type Verdict = { accepted: boolean; refusals: Refusal[] };

/** The live form as somebody else would meet it. Nothing typed here reaches a record. */
export default function RehearsalScreen() {
  const { question, ready } = useSubject();
  const [search, setSearch] = useSearchParams();
  const ghosts = search.get("ghosts") === "yes";
  const first = usePeople("", "", 1, 1);
  const as = question.as || first.data?.items[0]?.id || "";
  const key = [as, question.type, question.mode, question.record, question.unit].join(" ");
  return (
    <>
      <QuestionStrip who="person" tools={
        <Checkbox checked={ghosts} onChange={(event) => setSearch((before) => {
          const next = new URLSearchParams(before);
          if (event.target.checked) next.set("ghosts", "yes");
          else next.delete("ghosts");
          return next;
        }, { replace: true })}>Show hidden fields</Checkbox>
      } />
      <main className="page">{ready && as && question.type ? <Rehearsal key={key} as={as} ghosts={ghosts} /> : <Loading />}</main>
    </>
  );
}

function Rehearsal({ as, ghosts }: { as: string; ghosts: boolean }) {
  const { question, type } = useSubject();
  const [entered, setEntered] = useState<Entered>({});
  const [why, setWhy] = useState<string | null>(null);
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [error, setError] = useState<unknown>(null);
  const asked = {
    as: `user:${as}`, record_type: question.type, unit: question.unit, mode: question.mode, channel: question.channel,
    ...(question.record ? { record: question.record } : {}), entered,
  };
  const rehearsed = useQuery({
    queryKey: ["policy", "rehearsal", asked, question.state],
    queryFn: ({ signal }) => ask<Rehearsed>("/api/rehearsal", { method: "POST", body: { question: asked, state: question.state }, signal }),
    placeholderData: keepPreviousData,
  });
  const enter = (field: string, value: FieldValue) => {
    setEntered((before) => ({ ...before, [field]: value }));
    setVerdict(null);
  };
  const trySave = async () => {
    setError(null);
    try {
      setVerdict(await ask<Verdict>("/api/rehearsal/save", { method: "POST", body: { question: asked, state: question.state } }));
    } catch (caught) {
      setError(caught);
    }
  };
  const data = rehearsed.data;
  if (rehearsed.error) return <div className="sheet"><ProblemNotice error={rehearsed.error} onAgain={() => void rehearsed.refetch()} /></div>;
  if (!data || !type) return <Loading what="Setting the form" />;
  const counts = data.form.sections.flatMap((section) => section.fields);
  const hidden = counts.filter((field) => field.level === "hidden").length;
  const faults = Object.fromEntries((verdict?.refusals ?? []).map((refusal) => [refusal.field, refusal.words]));
  const writing = question.mode === "create" || question.mode === "edit";
  return (
    <div className="rehearsal">
      <div className="sheet">
        <div className="form-head">
          <h1>{data.person}</h1>
          <span className="soft">{data.roles.join(", ") || "no role"}; {MODES[question.mode]} {question.record || `a blank ${type.name.toLowerCase()}`}</span>
          <span className="push soft">{counts.length - hidden} fields met, {hidden} hidden</span>
        </div>
        <RecordForm form={data.form} entered={entered} onEnter={enter} peopleFrom="/api/people" faults={faults} ghostsFor={ghosts ? data.person : undefined} onWhy={setWhy} />
      </div>
      {why ? <ReasoningPanel key={why} field={why} audience={`user:${as}`} entered={entered} onClose={() => setWhy(null)} /> : (
        <aside className="side" aria-label="Rehearsal">
          <h2>Rehearsal</h2>
          <p className="soft">This is the form {data.person} meets, from the same decision that will be enforced. Type in it: each change is answered at once. Nothing is stored. “why” beside a field tells how it came about.</p>
          {Object.keys(entered).length > 0 && (
            <>
              <h3>Typed so far</h3>
              <ul className="account-lines">
                {Object.keys(entered).map((id) => <li key={id}>{type.fields.find((field) => field.id === id)?.name}</li>)}
              </ul>
              <p><button type="button" className="plain" onClick={() => {
                setEntered({});
                setVerdict(null);
              }}>Begin again</button></p>
            </>
          )}
          {writing && <Button type="primary" onClick={() => void trySave()}>Try the save</Button>}
          {error ? <ProblemNotice error={error} /> : null}
          {verdict?.accepted && <div className="notice good" role="status"><b>The save would be accepted</b></div>}
          {verdict && !verdict.accepted && (
            <div className="notice" role="alert">
              <b>A save by {data.person} would be refused</b>
              <ul>{verdict.refusals.map((refusal) => <li key={`${refusal.field} ${refusal.kind}`}>{refusal.words}</li>)}</ul>
            </div>
          )}
        </aside>
      )}
    </div>
  );
}
