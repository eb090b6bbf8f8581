import { App, AutoComplete, Button, Input } from "antd";
import { useEffect, useState } from "react";
import { api } from "../../../api/client";
import type { Expectation } from "../../../api/types";
import { Dialog } from "../../../shared/Dialog";
import { identifier } from "../../../shared/identifier";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { AnswerEditor } from "./AnswerEditor";
import { ClaimEditor } from "./ClaimEditor";
import { VerdictLine } from "./VerdictLine";
import { useStillHere } from "../../../shared/useStillHere";

type Props = {
  given: Expectation;
  /** Version it was read in; absent for a new one. */
  etag?: string | undefined;
  groups: string[];
  onClose: () => void;
};

/** Names an expectation and says what it must come to; how it stands is told while it is written. */
export function ExpectationEditor({ given, etag, groups, onClose }: Props) {
  const stillHere = useStillHere();
  const { message } = App.useApp();
  const [draft, setDraft] = useState(given);
  const settled = useSettledDraft(draft);
  const ready = complete(settled);
  const verdict = api.useQuery(
    "post",
    "/api/expectations/try",
    {
      body: {
        expectation: { ...settled, id: settled.id || "x", title: settled.title || "x" },
        state: "pending",
      },
    },
    { enabled: ready },
  );
  const known = api.useQuery("get", "/api/expectations", { params: { query: { state: "pending" } } });
  const taken = (known.data?.items ?? []).map((each) => each.expectation.id);
  const keep = api.useMutation("put", "/api/expectations/{id}", {
    onSuccess: () => {
      message.success("Saved to the change set");
      if (stillHere()) onClose();
    },
  });
  const save = () => {
    const id = draft.id || identifier(draft.title, taken, "-", "expectation");
    keep.mutate({
      params: { path: { id } },
      body: { expectation: tidy({ ...draft, id, title: draft.title.trim() }) },
      ...(etag ? { headers: { "if-match": etag } } : {}),
    });
  };
  const put = (change: Partial<Expectation>) => setDraft({ ...draft, ...change });
  return (
    <Dialog
      open
      width={760}
      title={given.never ? "A claim about every record" : "Add expectation"}
      footer={null}
      onCancel={onClose}
    >
      <div className="stack">
        <label className="line">
          Short description
          <Input
            autoFocus
            value={draft.title}
            maxLength={200}
            onChange={(event) => put({ title: event.target.value })}
          />
        </label>
        <div className="line">
          <span>Group</span>
          <AutoComplete
            aria-label="Group"
            value={draft.group ?? ""}
            options={groups.map((value) => ({ value }))}
            onChange={(group: string) => put({ group })}
            style={{ width: "100%" }}
          />
        </div>
        {draft.never && <ClaimEditor claim={draft.never} onChange={(never) => put({ never })} />}
        {draft.answer && (
          <AnswerEditor
            question={draft.question ?? {}}
            answer={draft.answer}
            onChange={(answer) => put({ answer })}
          />
        )}
        <label className="line">
          Why it matters
          <Input.TextArea
            value={draft.reason ?? ""}
            maxLength={4000}
            autoSize={{ minRows: 1, maxRows: 5 }}
            onChange={(event) => put({ reason: event.target.value })}
          />
        </label>
        <p role="status" style={{ minHeight: 40 }}>
          {ready && verdict.data && <VerdictLine verdict={verdict.data} state="pending" />}
          {ready && !verdict.data && !verdict.error && <span className="soft">Proving …</span>}
          {!ready && <span className="soft">Choose who and which fields.</span>}
        </p>
        {verdict.error ? <ProblemNotice error={verdict.error} /> : null}
        {keep.error ? <ProblemNotice error={keep.error} title="This can’t be saved" /> : null}
        <span>
          <Button
            type="primary"
            disabled={draft.title.trim() === "" || !complete(draft)}
            loading={keep.isPending}
            onClick={save}
          >
            Save to change set
          </Button>
        </span>
      </div>
    </Dialog>
  );
}

/** Is everything there that it takes to be checked? */
function complete({ never, answer }: Expectation): boolean {
  if (answer)
    return Object.keys({ ...answer.levels, ...answer.actions }).length > 0 || answer.refused !== undefined;
  if (!never) return false;
  const whom = never.audience?.everyone === true || (never.audience?.any ?? []).length > 0;
  return whom && (never.labels ?? []).length + (never.fields ?? []).length > 0;
}

/** Without what is empty, which a document leaves out. */
function tidy(expectation: Expectation): Expectation {
  const found: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(expectation)) if (value !== "") found[name] = value;
  if (expectation.never)
    found["never"] = Object.fromEntries(
      Object.entries(expectation.never).filter(([, value]) => !Array.isArray(value) || value.length > 0),
    );
  return found as Expectation;
}

/** The draft a moment after the last edit, in the form in which it is checked. */
function useSettledDraft(draft: Expectation): Expectation {
  const [settled, setSettled] = useState(() => tidy(draft));
  useEffect(() => {
    const timer = setTimeout(() => setSettled(tidy(draft)), 300);
    return () => clearTimeout(timer);
  }, [draft]);
  return settled;
}
