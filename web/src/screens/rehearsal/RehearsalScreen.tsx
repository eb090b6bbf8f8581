import { keepPreviousData } from "@tanstack/react-query";
import { Button, Checkbox, Select } from "antd";
import { useEffect, useMemo, useRef, useState, type RefObject } from "react";
import { useSearchParams } from "react-router";
import { api } from "../../api/client";
import { usePeople } from "../../api/queries";
import type { Entered, FieldValue, RecordType } from "../../api/types";
import { RecordForm } from "../../forms/RecordForm";
import { useDropped } from "../../forms/useDropped";
import { FirstSteps } from "../../help/FirstSteps";
import { askedOf } from "../../question/asked";
import { QuestionStrip } from "../../question/QuestionStrip";
import { MODES, NEWCOMER } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { PersonSelect } from "../../shared/PersonSelect";
import { saveAsFile } from "../../shared/saveAsFile";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ExpectThis } from "../changes/expectations/ExpectThis";
import { ReasoningPanel } from "../map/ReasoningPanel";
import { useLevelRows } from "./useLevelRows";
import { FormHead, MayDo, SaveVerdict, TypedSoFar, WhatChanged } from "./aside";

/** The live form as someone else would meet it. Nothing typed here reaches a record. */
export default function RehearsalScreen() {
  const { question, change, type, ready } = useSubject();
  const [search, setSearch] = useSearchParams();
  const put = (name: string, value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const ghosts = search.get("ghosts") === "yes";
  const beside = search.get("beside") ?? "";
  const form = type?.forms?.some((each) => each.id === search.get("form")) ? (search.get("form") ?? "") : "";
  const first = usePeople("", "", 1, 1);
  // Where no one is in the directory yet, it is someone with no role, group or department.
  const as = question.as || (first.data ? (first.data.items[0]?.id ?? NEWCOMER) : "");
  // The strip says whom the form is for; and what has no record yet is created, and not edited.
  const blank = question.mode === "edit" && !question.record;
  useEffect(() => {
    if ((as && !question.as) || blank)
      change({ ...(question.as ? {} : { as }), ...(blank ? { mode: "create" } : {}) }, true);
  }, [as, blank, question.as, change]);
  const typedRef = useRef<Entered>({});
  const values = search.get("values") ?? "";
  const given = useMemo(() => parsed(values), [values]);
  const key = [values, as, question.type, question.mode, question.record, question.unit].join(" ");
  return (
    <>
      <QuestionStrip
        who="person"
        copied={() => ({
          values: Object.keys(typedRef.current).length > 0 ? JSON.stringify(typedRef.current) : "",
        })}
        tools={
          <>
            {type?.forms && (
              <Select
                size="small"
                aria-label="Form"
                value={form}
                onChange={(next: string) => put("form", next)}
                popupMatchSelectWidth={false}
                options={[
                  { value: "", label: "their own form" },
                  ...type.forms.map((each) => ({ value: each.id, label: each.name })),
                ]}
              />
            )}
            <PersonSelect
              small
              clearable
              label="Compare with"
              placeholder="no comparison"
              prefix="beside"
              person={beside}
              onPick={(next) => put("beside", next)}
            />
            <Checkbox checked={ghosts} onChange={(event) => put("ghosts", event.target.checked ? "yes" : "")}>
              Show hidden
            </Checkbox>
          </>
        }
      />
      <main className="page">
        {ready && as && type ? (
          <Rehearsal
            key={key}
            given={given}
            as={as}
            beside={beside}
            form={form}
            ghosts={ghosts}
            type={type}
            typedRef={typedRef}
          />
        ) : ready && !type ? (
          <div className="empty">
            <p>No record types yet, so there is no form to rehearse. To get started:</p>
            <FirstSteps />
          </div>
        ) : (
          <Loading />
        )}
      </main>
    </>
  );
}

/** Values that a link brings along, such as those of an example. */
function parsed(text: string): Entered {
  try {
    return text ? (JSON.parse(text) as Entered) : {};
  } catch {
    return {};
  }
}

type Props = {
  given: Entered;
  as: string;
  beside: string;
  form: string;
  ghosts: boolean;
  type: RecordType;
  /** What was typed, for the question that is copied. */
  typedRef: RefObject<Entered>;
};

function Rehearsal({ given, as, beside, form, ghosts, type, typedRef }: Props) {
  const { question } = useSubject();
  const [entered, setEntered] = useState<Entered>(given);
  const [since, setSince] = useState<Entered | null>(null);
  const [dismissed, setDismissed] = useState<string[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const asked = { as: `user:${as}`, ...askedOf(question), ...(form ? { form } : {}), entered };
  const body = { question: asked, state: question.state, dismissed };
  const more = { ...(since ? { since } : {}), ...(beside ? { beside: `user:${beside}` } : {}) };
  const rehearsed = api.useQuery(
    "post",
    "/api/rehearsal",
    { body: { ...body, ...more } },
    { placeholderData: keepPreviousData },
  );
  useDropped(rehearsed.isPlaceholderData ? undefined : rehearsed.data?.form, entered, setEntered);
  const saving = api.useMutation("post", "/api/rehearsal/save");
  const keeping = api.useMutation("post", "/api/rehearsal/question", {
    onSuccess: (asFile) => saveAsFile("question.json", asFile),
  });
  const verdict = saving.data;
  const error: unknown = saving.error ?? keeping.error;
  // What changed is told since the field was gone into, and not by the keystroke.
  const typing = useRef("");
  useEffect(() => {
    typedRef.current = entered;
  }, [typedRef, entered]);
  const enter = (field: string, value: FieldValue) => {
    if (typing.current !== field || since === null) setSince(entered);
    typing.current = field;
    setEntered({ ...entered, [field]: value });
    saving.reset();
  };
  const begin = () => {
    typing.current = "";
    setEntered({});
    setSince(null);
    saving.reset();
  };
  const trySave = () => saving.mutate({ body });
  const keepQuestion = () => keeping.mutate({ body });
  const data = rehearsed.data;
  const marked = useMemo(
    () => new Set((data?.differences ?? []).map((line) => line.field)),
    [data?.differences],
  );
  const forms = useRef<HTMLDivElement>(null);
  useLevelRows(forms, data);
  if (rehearsed.error && !data)
    return (
      <div className="sheet">
        <ProblemNotice error={rehearsed.error} onAgain={() => void rehearsed.refetch()} />
      </div>
    );
  if (!data) return <Loading what="Loading the form" />;
  const faults = Object.fromEntries(
    (verdict?.refusals ?? []).flatMap((refusal) => (refusal.field ? [[refusal.field, refusal.words]] : [])),
  );
  const writing = question.mode === "create" || question.mode === "edit";
  const other = data.beside;
  const shared = {
    entered,
    onEnter: enter,
    onTakeBack: (field: string) => {
      const { [field]: _taken, ...left } = entered;
      setSince(entered);
      setEntered(left);
    },
    peopleFrom: {},
    marked: other ? marked : undefined,
    spaced: other !== undefined,
  };
  return (
    <div ref={forms} className={`rehearsal ${other ? "two" : ""}`}>
      <div className="sheet">
        <FormHead
          met={data}
          about={`${MODES[question.mode]} ${question.record || `a blank ${type.name.toLowerCase()}`}`}
        />
        {rehearsed.error ? <ProblemNotice error={rehearsed.error} /> : null}
        <MayDo met={data} onWhy={setWhy} />
        <RecordForm
          {...shared}
          form={data.form}
          faults={faults}
          ghostsFor={ghosts ? data.person : undefined}
          onWhy={setWhy}
          onDismiss={(key) => setDismissed([...dismissed, key])}
        />
      </div>
      {other && (
        <div className="sheet beside">
          <FormHead met={other} about="with the same values" />
          <MayDo met={other} />
          <RecordForm
            {...shared}
            form={other.form}
            faults={{}}
            ghostsFor={ghosts ? other.person : undefined}
          />
        </div>
      )}
      {why ? (
        <ReasoningPanel
          key={why}
          field={why}
          audience={`user:${as}`}
          entered={entered}
          onClose={() => setWhy(null)}
        />
      ) : (
        <aside className="side" aria-label="Rehearsal">
          <h2>Rehearsal</h2>
          <WhatChanged met={data} typed={since !== null} />
          {writing && (
            <Button type="primary" onClick={trySave}>
              Test saving
            </Button>
          )}
          {error ? <ProblemNotice error={error} /> : null}
          {verdict && <SaveVerdict verdict={verdict} person={data.person} />}
          <TypedSoFar entered={entered} type={type} onBegin={begin} />
          <p>
            <button type="button" className="plain" onClick={keepQuestion}>
              Download question for bin/ledger
            </button>
          </p>
          <p>
            <ExpectThis
              question={asked}
              state={question.state}
              {...(verdict ? { refused: !verdict.accepted } : {})}
            />
          </p>
        </aside>
      )}
    </div>
  );
}
