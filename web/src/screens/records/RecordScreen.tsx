import { keepPreviousData } from "@tanstack/react-query";
import { App, Button, Select } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, ProblemError } from "../../api/client";
import type { Entered, FieldValue, Form } from "../../api/types";
import { RecordForm } from "../../forms/RecordForm";
import { useDropped } from "../../forms/useDropped";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { useFirstField } from "../../forms/useFirstField";
import { MergeView } from "./MergeView";
import { useTurning } from "./useTurning";
import { WholeBar } from "./whole/WholeBar";
import { useTyped } from "./useTyped";
import { useRecordTypes } from "./useRecordTypes";
import { useStillHere } from "../../shared/useStillHere";
import { localWords } from "../../shared/localWords";

/** One record under enforcement: looked at, edited, or made anew. */
export default function RecordScreen() {
  const { type = "", number = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const fresh = number === "new";
  const mode = fresh ? "create" : search.get("mode") === "edit" ? "edit" : "view";
  return (
    <main className="page">
      <div className="sheet record-sheet">
        <Sheet
          key={`${type} ${number} ${mode}`}
          type={type}
          number={fresh ? undefined : number}
          mode={mode}
          onMode={(next) => setSearch(next === "edit" ? { mode: "edit" } : {})}
        />
      </div>
    </main>
  );
}

type Props = {
  type: string;
  number: string | undefined;
  mode: "create" | "edit" | "view";
  onMode: (mode: "edit" | "view") => void;
};

function Sheet({ type, number, mode, onMode }: Props) {
  const navigate = useNavigate();
  const { message } = App.useApp();
  const { may } = useAccount();
  const types = useRecordTypes();
  const [typed, setTyped, clearTyped] = useTyped(`${type} ${number ?? "new"}`);
  const [unit, setUnit] = useState<string | undefined>(undefined);
  const [merging, setMerging] = useState(false);
  const entered: Entered = mode === "view" ? {} : typed.entered;
  const who = { ...(number ? { number } : {}), ...(unit ? { unit } : {}) };
  const opened = api.useQuery(
    "post",
    "/api/records/{type}/form",
    { params: { path: { type } }, body: { mode, entered, dismissed: typed.dismissed, ...who } },
    { placeholderData: keepPreviousData },
  );
  useDropped(opened.isPlaceholderData ? undefined : opened.data?.form, entered, (kept) =>
    setTyped({ ...typed, entered: kept }),
  );
  const fields = useFirstField(mode !== "view" && opened.data !== undefined);
  const turned = useTurning(opened.data?.standing?.turns_at, opened.refetch);
  const stillHere = useStillHere();
  const done = (saved: { number: string; caused?: string[] }) => {
    clearTyped();
    message.success([`${saved.number} is saved`, ...(saved.caused ?? [])].join(". "));
    if (!stillHere()) return;
    if (number) onMode("view");
    else void navigate(`/records/${type}/${encodeURIComponent(saved.number)}`, { replace: true });
  };
  const creating = api.useMutation("post", "/api/records/{type}", { onSuccess: done });
  const changing = api.useMutation("patch", "/api/records/{type}/{number}", { onSuccess: done });
  const dismissing = api.useMutation("post", "/api/records/{type}/{number}/dismissals");
  const error: unknown = (number ? changing : creating).error ?? dismissing.error;
  const busy = creating.isPending || changing.isPending;
  const forgetError = () => [creating, changing, dismissing].forEach((each) => each.reset());
  const enter = (field: string, value: FieldValue) => {
    const first = Object.keys(typed.entered).length === 0;
    setTyped({
      ...typed,
      entered: { ...typed.entered, [field]: value },
      etag: typed.etag ?? opened.data?.etag,
      base: first && opened.data ? wordsOf(opened.data.form) : typed.base,
    });
    forgetError();
  };
  const takeBack = (field: string) => {
    const { [field]: _taken, ...entered } = typed.entered;
    setTyped({ ...typed, entered });
    forgetError();
  };
  const dismiss = (offer: string) => {
    setTyped({ ...typed, dismissed: [...typed.dismissed, offer] });
    if (number) dismissing.mutate({ params: { path: { type, number } }, body: { offer } });
  };
  const save = (etag: string | undefined) => {
    // What the form says it would put aside is not sent: what is saved is what it shows.
    const aside = new Set((opened.data?.form.put_aside ?? []).map((line) => line.field));
    const changes = Object.fromEntries(Object.entries(entered).filter(([id]) => !aside.has(id)));
    if (number) {
      const headers = { "if-match": etag ?? "" };
      changing.mutate({ params: { path: { type, number } }, headers, body: { changes } });
    } else creating.mutate({ params: { path: { type } }, body: { changes, ...(unit ? { unit } : {}) } });
  };
  if (opened.error)
    return (
      <>
        <Back type={type} name="the list" />
        <ProblemNotice error={opened.error} onAgain={() => void opened.refetch()} />
      </>
    );
  const data = opened.data;
  if (!data) return <Loading />;
  const refusals = error instanceof ProblemError ? (error.problem.refusals ?? []) : [];
  const onForm = new Set(data.form.sections.flatMap((section) => section.fields.map((field) => field.id)));
  // What the save said, and else what is already against it while one types.
  const faults = Object.fromEntries(
    [...(data.form.refused ?? []), ...refusals].flatMap((refusal) =>
      refusal.field && onForm.has(refusal.field) ? [[refusal.field, refusal.words]] : [],
    ),
  );
  const dirty = Object.keys(entered).length > 0;
  const moved = error instanceof ProblemError && error.status === 412;
  const units = types.data?.units ?? [];
  const locked = data.standing?.lock !== undefined;
  const name = types.data?.record_types.find((each) => each.id === type);
  return (
    <>
      <Back type={type} name={name?.plural ?? "the list"} />
      <div className="form-head">
        <h1>{number ?? `New ${data.form.name.toLowerCase()}`}</h1>
        {number ? (
          <span className="soft">
            {data.form.name} at {units.find((each) => each.id === data.form.unit)?.name ?? data.form.unit}
          </span>
        ) : (
          <Select
            aria-label="Business unit"
            value={unit ?? data.form.unit}
            onChange={setUnit}
            options={units.map((each) => ({ value: each.id, label: `at ${each.name}` }))}
            style={{ minWidth: 170 }}
          />
        )}
        <span className="push">
          {mode !== "view" && dirty && (
            <span className="tag mark-verm">Unsaved (stored in this browser)</span>
          )}
          {mode === "view" && may("record") && data.editable !== false && (
            <Button type="primary" disabled={locked} onClick={() => onMode("edit")}>
              Edit
            </Button>
          )}
        </span>
      </div>
      {number && mode !== "create" && data.standing && may("record") && (
        <WholeBar
          type={type}
          number={number}
          noun={data.form.name.toLowerCase()}
          mode={mode}
          standing={data.standing}
          etag={data.etag}
          onGone={() => {
            clearTyped();
            message.success(`${number} is deleted`);
            void navigate(`/records/${type}`, { replace: true });
          }}
        />
      )}
      {turned && (
        <div className="notice calm" role="status">
          Access to this record changes at this time. The form was updated; what you typed is still here.
        </div>
      )}
      {moved && (
        <div className="notice" role="alert">
          <b>Someone else saved this record after you opened it.</b> What you typed is still here.
          <div className="row-flex" style={{ gap: 14 }}>
            <button type="button" className="plain" onClick={() => setMerging(true)}>
              Compare changes
            </button>
          </div>
        </div>
      )}
      {error &&
        !moved &&
        (refusals.length > 0 ? (
          <div className="notice" role="alert">
            <b>The record was not saved</b>
            <ul>
              {refusals.map((refusal) => (
                <li key={`${refusal.field} ${refusal.kind}`}>{localWords(refusal.words)}</li>
              ))}
            </ul>
          </div>
        ) : (
          <ProblemNotice error={error} />
        ))}
      <div className="record-columns" ref={fields}>
        <RecordForm
          form={data.form}
          entered={entered}
          onEnter={enter}
          onTakeBack={takeBack}
          peopleFrom={{ recordType: type }}
          faults={faults}
          onDismiss={dismiss}
          whoChanges={mode === "view" ? undefined : { type, mode, ...who }}
        />
      </div>
      {mode !== "view" && (
        <div className="form-foot">
          <Button
            type="primary"
            loading={busy}
            disabled={!dirty}
            onClick={() => save(typed.etag ?? data.etag)}
          >
            Save
          </Button>
          <Button
            onClick={() => {
              clearTyped();
              if (number) onMode("view");
              else void navigate(`/records/${type}`);
            }}
          >
            Cancel
          </Button>
        </div>
      )}
      {merging && number && (
        <MergeView
          type={type}
          number={number}
          entered={entered}
          base={typed.base}
          mineInWords={(field) => wordsOf(data.form)[field] ?? inWords(entered[field])}
          onClose={() => setMerging(false)}
          onGoOn={(kept, etag) => {
            setTyped({ ...typed, entered: kept, etag, base: typed.base });
            setMerging(false);
            forgetError();
            void opened.refetch();
          }}
        />
      )}
    </>
  );
}

/** What each field of a form says, by field. */
function wordsOf(form: Form): Record<string, string> {
  return Object.fromEntries(
    form.sections.flatMap((section) =>
      section.fields.flatMap((field) => (field.words ? [[field.id, field.words]] : [])),
    ),
  );
}

const inWords = (value: FieldValue | undefined): string =>
  value === null || value === undefined ? "blank" : String(value);

function Back({ type, name }: { type: string; name: string }) {
  return (
    <p style={{ margin: "0 0 6px" }}>
      <Link to={`/records/${type}`}>← {name}</Link>
    </p>
  );
}
