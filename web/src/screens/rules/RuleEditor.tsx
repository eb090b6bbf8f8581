import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, Input, Popconfirm, Radio, Select } from "antd";
import { useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { ask, ProblemError } from "../../api/client";
import { useCatalogue, useDirectory } from "../../api/queries";
import type { Fault, RecordType, Rule, RuleView } from "../../api/types";
import { ChangedCells } from "../../ink/ChangedCells";
import { CHANNELS, MODES } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { AudienceEditor } from "./AudienceEditor";
import { ConditionEditor } from "./conditions/ConditionEditor";
import { groundOf } from "./conditions/operands";
import { Consequences } from "./Consequences";
import { Conflict, type ConflictOf } from "./Conflict";
import { dropDraft, isNewDraft, keepDraft, useDrafts } from "./drafts";
import { EffectsEditor } from "./EffectsEditor";
import { SentenceWords } from "./SentenceWords";
import { TargetsEditor } from "./TargetsEditor";
import { forget, remember, useHistory } from "./useHistory";
import { usePreview, useSettled } from "./usePreview";
import { ValueEffectsEditor } from "./ValueEffectsEditor";
import { WindowEditor } from "./WindowEditor";

type Props = { name: string; view: RuleView | undefined; type: RecordType; readOnly: boolean; onChoose: (id: string) => void };

/** One rule, edited part by part under the sentence it makes. Every edit is kept in this browser until it is saved or discarded. */
export function RuleEditor({ name, view, type, readOnly, onChoose }: Props) {
  const { question } = useSubject();
  const { message } = App.useApp();
  const client = useQueryClient();
  const catalogue = useCatalogue(question.state);
  const directory = useDirectory();
  const drafts = useDrafts();
  const parts = useRef<HTMLDivElement>(null);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const [conflict, setConflict] = useState<ConflictOf | null>(null);
  const draft = readOnly ? undefined : drafts[name];
  const rule = draft?.rule ?? view?.rule;
  const preview = usePreview(rule, question, readOnly ? "none" : "draft");
  const settled = useSettled(rule);
  const history = useHistory(name);
  const [lastWords, setLastWords] = useState(view?.sentence ?? []);
  const told = preview.data?.sentence ?? [];
  // While a part is missing, the sentence as it last was stays in sight.
  if (told.length > 0 && told !== lastWords) setLastWords(told);
  const vocabulary = catalogue.data?.vocabulary;
  if (!rule || !vocabulary || !catalogue.data) return null;
  const ground = groundOf(catalogue.data, type);

  const fresh = isNewDraft(name);
  const dirty = draft !== undefined;
  const put = (next: Rule) => {
    remember(name, rule);
    keep(next);
  };
  const keep = (next: Rule) => {
    if (view && JSON.stringify(next) === JSON.stringify(view.rule)) dropDraft(name);
    else keepDraft({ rule: next, etag: draft ? draft.etag : (view?.etag ?? null) }, name);
  };
  const set = (change: Partial<Rule>) => {
    const next = { ...rule, ...change };
    if (!next.when) delete next.when;
    if (!next.when || (next.otherwise ?? []).length === 0) delete next.otherwise;
    if (!next.window) delete next.window;
    if (next.timing === "live") delete next.timing;
    put(next);
  };
  // Ranks are counted apart for guardrails, so a rule that changes its kind asks for a new one.
  const setKind = (kind: Rule["kind"]) => {
    const { rank: _before, ...rest } = rule;
    void _before;
    put({ ...rest, kind, ...(view?.rule.kind === kind ? { rank: view.rule.rank } : {}) });
  };
  const reach = (change: Partial<NonNullable<Rule["reach"]>>) => {
    const next = Object.fromEntries(Object.entries({ ...rule.reach, ...change }).filter(([, list]) => list.length > 0));
    const { reach: _before, ...rest } = rule;
    void _before;
    if (Object.keys(next).length > 0) set({ reach: next });
    else put(rest);
  };
  const save = async (etag: string | null) => {
    setBusy(true);
    setError(null);
    try {
      const saved = etag === null
        ? await ask<RuleView>("/api/rules", { method: "POST", body: { rule } })
        : await ask<RuleView>(`/api/rules/${encodeURIComponent(rule.id ?? "")}`, { method: "PUT", body: { rule }, ifMatch: etag });
      dropDraft(name);
      await client.invalidateQueries({ queryKey: ["policy"] });
      message.success("Kept in the change set");
      setConflict(null);
      onChoose(saved.rule.id ?? "");
    } catch (caught) {
      if (caught instanceof ProblemError && caught.status === 412 && caught.problem.current) setConflict({ theirs: caught.problem.current as Rule, etag: caught.problem.current_etag ?? "", mine: rule });
      else setError(caught);
    } finally {
      setBusy(false);
    }
  };
  const remove = async () => {
    if (!view) return;
    try {
      await ask(`/api/rules/${encodeURIComponent(view.rule.id ?? "")}`, { method: "DELETE", ifMatch: view.etag });
      dropDraft(name);
      await client.invalidateQueries({ queryKey: ["policy"] });
      message.success("Removed in the change set; Changes can take it back");
      onChoose("");
    } catch (caught) {
      setError(caught);
    }
  };
  const step = (to: Rule | null) => to && keep(to);
  // In a text box, the browser's own undo is meant.
  const onKeyDown = (event: KeyboardEvent) => {
    if (readOnly || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || event.target instanceof HTMLTextAreaElement || (event.target instanceof HTMLInputElement && /^(text|date|time|search)$/.test(event.target.type) && event.target.value !== "")) return;
    event.preventDefault();
    step(event.shiftKey ? history.redo(rule) : history.undo(rule));
  };
  const show = (part: string) => parts.current?.querySelector<HTMLElement>(`[data-part="${part}"] :is(input, button, [tabindex="0"])`)?.focus();
  const faults = preview.data?.faults ?? [];
  const sentence = dirty ? (told.length > 0 ? told : lastWords) : (view?.sentence ?? []);
  return (
    <aside className="side" aria-label="Rule">
      <div className="editor" ref={parts} onKeyDown={onKeyDown}>
        <div className="head">
          <h1>{readOnly ? "Rule" : fresh ? "New rule" : "Edit rule"} {view && <span className="mono">{view.number}</span>}</h1>
          {dirty && <span className="tag mark-verm">not kept yet; safe in this browser</span>}
          <span className="push">
            {!readOnly && <button type="button" className="plain" disabled={!history.canUndo} title="Ctrl+Z" onClick={() => step(history.undo(rule))}>Undo</button>}
            {!readOnly && <button type="button" className="plain" disabled={!history.canRedo} title="Ctrl+Shift+Z" onClick={() => step(history.redo(rule))}>Redo</button>}
            <button type="button" className="plain" onClick={() => onChoose("")}>Close</button>
          </span>
        </div>
        <div className={`reads ${dirty && told.length === 0 ? "stale" : ""}`} aria-live="polite" aria-label="The rule as a sentence">
          {sentence.length > 0
            ? <SentenceWords segments={sentence} onPart={readOnly ? undefined : show} />
            : <span className="soft">The rule reads back as a sentence here once all its parts are there.</span>}
        </div>
        <fieldset disabled={readOnly} style={{ border: 0, padding: 0, margin: 0, minWidth: 0 }}>
          <Part word="Title" part="title" faults={faults} pointer="/title">
            <Input aria-label="Title" value={rule.title} maxLength={200} onChange={(event) => set({ title: event.target.value })} placeholder="What the rule is for, in a few words" />
            {dirty && (preview.data?.remarks ?? []).map((remark) => <div className="hint" key={remark}>{remark}</div>)}
          </Part>
          <Part word="For" part="audience" faults={faults} pointer="/audience">
            <AudienceEditor audience={rule.audience} onChange={(audience) => set({ audience })} />
          </Part>
          <Part word="While" part="reach" faults={faults} pointer="/reach">
            <Checkbox.Group aria-label="Modes" value={rule.reach?.modes ?? []} onChange={(modes) => reach({ modes: modes as string[] })}
              options={Object.entries(MODES).map(([value, label]) => ({ value, label }))} />
            {(rule.reach?.modes ?? []).length === 0 && <span className="soft">No mode is ticked: the rule holds in every mode.</span>}
            <Select mode="multiple" aria-label="Channels" placeholder="Through every channel" value={rule.reach?.channels ?? []} onChange={(channels) => reach({ channels })}
              options={Object.entries(CHANNELS).map(([value, label]) => ({ value, label: `through ${label}` }))} />
            <Select mode="multiple" aria-label="Units" placeholder="In every unit" value={rule.reach?.units ?? []} onChange={(units) => reach({ units })}
              options={(directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name }))} />
            {type.forms && <Select mode="multiple" aria-label="Forms" placeholder="On every form" value={rule.reach?.forms ?? []} onChange={(forms) => reach({ forms })} options={type.forms.map((form) => ({ value: form.id, label: `on the ${form.name.toLowerCase()}` }))} />}
            <WindowEditor window={rule.window} zone={vocabulary.time_zone} onChange={(window) => set({ window })} />
          </Part>
          <Part word="When" part="condition" faults={faults} pointer="/when">
            <ConditionEditor condition={rule.when} ground={ground} onChange={(when) => set({ when })} />
            {rule.when && <Radio.Group aria-label="Timing" value={rule.timing ?? "live"} onChange={(event) => set({ timing: event.target.value as Rule["timing"] })} options={[{ value: "live", label: "at every change" }, { value: "on_opening", label: "as the form was opened" }]} />}
          </Part>
          <Part word="Fields" part="targets" faults={faults} pointer="/targets">
            <TargetsEditor targets={rule.targets} type={type} vocabulary={vocabulary} onChange={(targets) => set({ targets })} />
          </Part>
          <Part word="Become" part="effects" faults={faults} pointer="/effects">
            <EffectsEditor effects={rule.effects} vocabulary={vocabulary} onChange={(effects) => set({ effects })} />
            <ValueEffectsEditor effects={rule.effects} targets={rule.targets} ground={ground} onChange={(effects) => set({ effects })} />
          </Part>
          {rule.when && (
            <Part word="Otherwise" part="otherwise" faults={faults} pointer="/otherwise">
              {rule.otherwise
                ? <><EffectsEditor effects={rule.otherwise} vocabulary={vocabulary} label=" otherwise" onChange={(otherwise) => set({ otherwise })} /><button type="button" className="plain" onClick={() => set({ otherwise: undefined })}>nothing otherwise</button></>
                : <span><span className="soft">what holds without the rule holds again; </span><button type="button" className="plain" onClick={() => set({ otherwise: [{ effect: rule.effects.some((effect) => effect.effect === "lock") ? "unlock" : "show" }] })}>give effects of its own</button></span>}
            </Part>
          )}
          <Part word="Kind" part="kind" faults={faults} pointer="/kind">
            <Radio.Group aria-label="Kind of rule" value={rule.kind} onChange={(event) => setKind(event.target.value as Rule["kind"])}
              options={[{ value: "ordinary", label: "ordinary" }, { value: "guardrail", label: "guardrail: no ordinary rule can loosen it" }]} />
            <Checkbox checked={rule.state !== "off"} onChange={(event) => set({ state: event.target.checked ? "on" : "off" })}>switched on</Checkbox>
          </Part>
          <Part word="Why" part="reason" faults={faults} pointer="/reason">
            <Input.TextArea aria-label="Reason" autoSize={{ minRows: 1, maxRows: 5 }} value={rule.reason ?? ""} maxLength={4000} placeholder="The reason, for whoever meets the rule later"
              onChange={(event) => set({ reason: event.target.value || undefined })} />
            <label className="line">To be reviewed by
              <Input type="date" style={{ width: 160 }} value={rule.review_by ?? ""} onChange={(event) => set({ review_by: event.target.value || undefined })} />
            </label>
          </Part>
        </fieldset>
        {!readOnly && dirty && <Consequences rule={settled} sound={preview.data !== undefined && faults.length === 0 && rule.title.trim() !== ""} />}
        {!readOnly && dirty && preview.data && preview.data.faults.length === 0 && <ChangedCells cells={preview.data.changed} type={type} pending={preview.isFetching} />}
        {preview.error ? <ProblemNotice error={preview.error} /> : null}
        {error ? <ProblemNotice error={error} /> : null}
        {!readOnly && (
          <div className="actions">
            <Button type="primary" loading={busy} disabled={!dirty || faults.length > 0 || rule.title.trim() === ""} onClick={() => void save(draft?.etag ?? null)}>Keep in change set</Button>
            <Button disabled={!dirty} onClick={() => {
              dropDraft(name);
              forget(name);
              if (fresh) onChoose("");
            }}>Discard my edit</Button>
            {dirty && faults.length > 0 && <span className="soft">{faults.length === 1 ? "One part is" : "Some parts are"} missing or wrong.</span>}
            {view && <span className="push"><Popconfirm title="Remove this rule in the change set?" description="It stays in force until you publish." okText="Remove" onConfirm={() => void remove()}><Button danger type="text">Remove rule</Button></Popconfirm></span>}
          </div>
        )}
      </div>
      {conflict && <Conflict conflict={conflict} question={question} busy={busy} onTheirs={() => {
        dropDraft(name);
        setConflict(null);
        void client.invalidateQueries({ queryKey: ["policy"] });
      }} onMine={() => void save(conflict.etag)} onLater={() => setConflict(null)} />}
    </aside>
  );
}

/** One part of the rule: its word in the margin, its editor, and what is wrong with it. */
function Part({ word, part, faults, pointer, children }: { word: string; part: string; faults: Fault[]; pointer: string; children: ReactNode }) {
  const own = faults.filter((fault) => fault.pointer === pointer || fault.pointer.startsWith(`${pointer}/`));
  return (
    <div className={`part ${own.length > 0 ? "faulty" : ""}`} data-part={part}>
      <div className="word">{word}</div>
      <div className="content">
        {children}
        {own.map((fault) => <div className="fault" key={`${fault.pointer} ${fault.message}`}>{faultWords(fault)}</div>)}
      </div>
    </div>
  );
}

const MISSING: Record<string, string> = {
  "/effects": "Say what becomes of the fields.",
  "/targets": "Name at least one field or section.",
  "/audience": "Say whom the rule is for: somebody, or everyone outright.",
  "/audience/any": "Say whom the rule is for: somebody, or everyone outright.",
  "/title": "Give the rule a title.",
};

function faultWords(fault: Fault): string {
  return fault.message.includes("empty") || fault.message.startsWith("does not have the form") ? (MISSING[fault.pointer] ?? fault.message) : fault.message;
}
