import { Button, Popconfirm } from "antd";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { server } from "../../api/client";
import { useCatalogue } from "../../api/queries";
import type { Fault, RecordType, Rule, RuleView } from "../../api/types";
import { ChangedCells } from "../../ink/ChangedCells";
import { useSubject } from "../../question/useSubject";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useBroughtToSight } from "../../shared/useBroughtToSight";
import { Conflict } from "./Conflict";
import { Consequences } from "./Consequences";
import { dropDraft, isNewDraft, keepDraft } from "./drafts";
import { DuplicateRule } from "./DuplicateRule";
import { RuleParts } from "./RuleParts";
import { SentenceWords } from "./SentenceWords";
import { forget } from "../../shared/useHistory";
import { usePreview, useSettled } from "./usePreview";
import { useRuleEdit } from "./useRuleEdit";
import { useRuleSaving } from "./useRuleSaving";

type Props = {
  name: string;
  view: RuleView | undefined;
  type: RecordType;
  readOnly: boolean;
  /** Chooses another rule, of another record type where one is named. */
  onChoose: (id: string, type?: string) => void;
};

/** One rule, edited part by part under the sentence it makes. Every edit is kept in this browser until saved or discarded. */
export function RuleEditor({ name, view, type, readOnly, onChoose }: Props) {
  const { question } = useSubject();
  const catalogue = useCatalogue(question.state);
  const parts = useRef<HTMLDivElement>(null);
  const panel = useBroughtToSight<HTMLElement>(name);
  const edit = useRuleEdit(name, view, readOnly);
  const { rule, draft } = edit;
  const saving = useRuleSaving(name, rule, onChoose);
  const preview = usePreview(rule, question, readOnly ? "none" : "draft");
  const settled = useSettled(rule);
  const [tried, setTried] = useState(false);
  const [copying, setCopying] = useState(false);
  const [lastWords, setLastWords] = useState(view?.sentence ?? []);
  const told = preview.data?.sentence ?? [];
  // While a part is missing, the sentence as it last was stays in sight.
  if (told.length > 0 && told !== lastWords) setLastWords(told);
  const ready = rule !== undefined && catalogue.data !== undefined;
  // A rule that is begun goes on where it lacks something.
  useEffect(() => {
    if (!ready || !isNewDraft(name)) return;
    const find = (where: string) => parts.current?.querySelector<HTMLElement>(where);
    const [audience, fields, become] = [
      "[data-part=audience] .ant-select input",
      "[data-part=line-0] .whole input",
      "[data-part=line-0] [aria-label^=Become]",
    ].map(find);
    const line = rule.lines[0];
    const unsaid = !rule.audience.everyone && (rule.audience.any ?? []).length === 0;
    const aimless = line?.fields?.length === 0 && !line.sections;
    (unsaid ? audience : aimless ? fields : become)?.focus();
    // Once for each rule that is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [name, ready]);
  if (!rule || !catalogue.data) return null;

  const fresh = isNewDraft(name);
  const dirty = draft !== undefined;
  const faults = preview.data?.faults ?? [];
  const titled = rule.title.trim() !== "";
  // A rule without a title is saved under the one that its sentence gives it.
  const proposal = titled ? undefined : preview.data?.title;
  const missing = proposal ? faults.filter((fault) => fault.pointer !== "/title") : faults;
  const onKeyDown = (event: KeyboardEvent) => {
    if (readOnly || !isUndo(event)) return;
    event.preventDefault();
    if (event.shiftKey) edit.redo();
    else edit.undo();
  };
  const show = (part: string) =>
    parts.current
      ?.querySelector<HTMLElement>(`[data-part="${part}"] :is(input, button, [tabindex="0"])`)
      ?.focus();
  const discard = () => {
    dropDraft(name);
    forget(name);
    if (fresh) onChoose("");
  };
  // What the preview says may still be about the rule as it was a moment ago; then the server judges it on keeping.
  const current = settled === rule && !preview.isFetching && !preview.isPlaceholderData;
  const keep = async () => {
    if (current && missing.length > 0) {
      setTried(true);
      show(partOf(missing[0]));
      return;
    }
    setTried(!current);
    const named = titled ? rule : { ...rule, title: (current && proposal) || (await titleOf(rule)) };
    if (!titled && named.title) edit.set({ title: named.title });
    saving.save(draft?.etag ?? null, named);
  };
  const sentence = dirty ? (told.length > 0 ? told : lastWords) : (view?.sentence ?? []);
  const title = readOnly ? "Rule" : fresh ? "New rule" : "Edit rule";
  return (
    <aside className="side" aria-label="Rule" ref={panel}>
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions -- undo is meant wherever the focus is in it */}
      <div className="editor" ref={parts} onKeyDown={onKeyDown}>
        <div className="head">
          <h1>
            {title} {view && <span className="mono">{view.number}</span>}
          </h1>
          {dirty && <span className="tag mark-verm">Unsaved draft (stored in this browser)</span>}
          <span className="push">
            {!readOnly && (
              <>
                <button
                  type="button"
                  className="plain"
                  disabled={!edit.canUndo}
                  title="Ctrl+Z"
                  onClick={edit.undo}
                >
                  Undo
                </button>
                <button
                  type="button"
                  className="plain"
                  disabled={!edit.canRedo}
                  title="Ctrl+Shift+Z"
                  onClick={edit.redo}
                >
                  Redo
                </button>
              </>
            )}
            <button type="button" className="plain" onClick={() => onChoose("")}>
              Close
            </button>
          </span>
        </div>
        <div
          className={`reads ${dirty && told.length === 0 ? "stale" : ""}`}
          aria-live="polite"
          aria-label="The rule as a sentence"
        >
          {sentence.length > 0 ? (
            <SentenceWords segments={sentence} onPart={readOnly ? undefined : show} />
          ) : (
            <span className="soft">The rule appears here as a sentence when it is complete.</span>
          )}
        </div>
        <fieldset disabled={readOnly} style={{ border: 0, padding: 0, margin: 0, minWidth: 0 }}>
          <RuleParts
            rule={rule}
            type={type}
            catalogue={catalogue.data}
            faults={missing}
            proposal={proposal}
            remarks={dirty ? (preview.data?.remarks ?? []) : []}
            elsewhere={dirty && missing.length === 0 ? (preview.data?.elsewhere ?? []) : []}
            changed={!readOnly && dirty && missing.length === 0 ? (preview.data?.changed ?? []) : []}
            tried={tried}
            onChange={edit.set}
            onKind={edit.setKind}
          />
        </fieldset>
        {!readOnly && dirty && preview.data && missing.length === 0 && (
          <ChangedCells cells={preview.data.changed} type={type} pending={preview.isFetching} />
        )}
        {preview.error ? <ProblemNotice error={preview.error} /> : null}
        {saving.error ? <ProblemNotice error={saving.error} /> : null}
        {!readOnly && (
          <div className="actions">
            {dirty && (
              <Consequences
                rule={settled && proposal ? { ...settled, title: proposal } : settled}
                current={settled === rule}
                sound={preview.data !== undefined && missing.length === 0}
              />
            )}
            <Button type="primary" loading={saving.busy} disabled={!dirty} onClick={() => void keep()}>
              Save to change set
            </Button>
            <Button disabled={!dirty} onClick={discard}>
              Discard draft
            </Button>
            {dirty && missing.length > 0 && (
              <span className="soft">
                Incomplete: {missing.length < 2 ? "one part is" : "some parts are"} missing
                {tried ? " or wrong" : ""}.
              </span>
            )}
            {view && (
              <span className="push">
                <Button type="text" onClick={() => setCopying(true)}>
                  Duplicate
                </Button>
                <RemoveRule onRemove={() => saving.remove(view)} />
              </span>
            )}
          </div>
        )}
      </div>
      {copying && (
        <DuplicateRule
          rule={rule}
          type={type}
          catalogue={catalogue.data}
          onClose={() => setCopying(false)}
          onMade={(made) => {
            setCopying(false);
            onChoose(keepDraft({ rule: made, etag: null }), made.record_type);
          }}
        />
      )}
      {saving.conflict && (
        <Conflict
          conflict={saving.conflict}
          question={question}
          busy={saving.busy}
          onTheirs={saving.takeTheirs}
          onMine={() => saving.conflict && saving.save(saving.conflict.etag)}
          onLater={saving.decideLater}
        />
      )}
    </aside>
  );
}

/** The title that a rule without one is saved under; "" where it can't be told, for which saving says why. */
const titleOf = (rule: Rule): Promise<string> =>
  server.POST("/api/rules/preview", { body: { rule } }).then(
    (answer) => answer.data?.title ?? "",
    () => "",
  );

/** The part of the editor that a fault is in; a rule without any lacks its title. */
function partOf(fault: Fault | undefined): string {
  const [, first = "title", place = "0"] = fault?.pointer.split("/") ?? [];
  const parts: Record<string, string> = { when: "condition", window: "reach", lines: `line-${place}` };
  return parts[first] ?? first;
}

function RemoveRule({ onRemove }: { onRemove: () => void }) {
  return (
    <Popconfirm
      title="Remove this rule?"
      description="It stays in force until you publish the change set."
      okText="Remove"
      onConfirm={onRemove}
    >
      <Button danger type="text">
        Remove rule
      </Button>
    </Popconfirm>
  );
}

/** Is undo, or redo with shift, meant for the rule? In a text box that holds something, the browser's own is. */
function isUndo(event: KeyboardEvent): boolean {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return false;
  const { target } = event;
  if (target instanceof HTMLTextAreaElement) return false;
  return !(
    target instanceof HTMLInputElement &&
    /^(text|date|time|search)$/.test(target.type) &&
    target.value !== ""
  );
}
