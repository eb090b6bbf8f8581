import type { Rule, RuleView } from "../../api/types";
import { dropDraft, keepDraft, useDrafts } from "./drafts";
import { remember, useHistory } from "../../shared/useHistory";

/**
 * The edit of one rule, kept in this browser until it is saved or discarded. name: the rule's identifier, or the key of a
 * new one; view: the rule as it is in the change set, if it does.
 */
export function useRuleEdit(name: string, view: RuleView | undefined, readOnly: boolean) {
  const drafts = useDrafts();
  const history = useHistory<Rule>(name);
  const draft = readOnly ? undefined : drafts[name];
  const rule = draft?.rule ?? view?.rule;

  /** Keeps a rule as the edit; one that is as it was is no edit. */
  const keep = (next: Rule) => {
    if (view && JSON.stringify(next) === JSON.stringify(view.rule)) dropDraft(name);
    else keepDraft({ rule: next, etag: draft ? draft.etag : (view?.etag ?? null) }, name);
  };
  const put = (next: Rule) => {
    if (rule) remember(name, rule);
    keep(next);
  };
  const set = (change: Partial<Rule>) => rule && put(tidied({ ...rule, ...change }));
  /** Ranks are counted apart for guardrails, so a rule that changes its kind asks for a new one. */
  const setKind = (kind: Rule["kind"]) => {
    if (!rule) return;
    const { rank: _before, ...rest } = rule;
    put({ ...rest, kind, ...(view?.rule.kind === kind ? { rank: view.rule.rank } : {}) });
  };
  const undo = () => rule && step(history.undo(rule));
  const redo = () => rule && step(history.redo(rule));
  const step = (to: Rule | null) => to && keep(to);
  return { rule, draft, put, set, setKind, undo, redo, canUndo: history.canUndo, canRedo: history.canRedo };
}

/** A rule without members that say nothing, so that a document does not grow by being looked at. */
export function tidied(rule: Rule): Rule {
  const next = { ...rule };
  if (!next.when) delete next.when;
  if (!next.when) next.lines = next.lines.map(({ otherwise: _otherwise, ...line }) => line);
  if (!next.window) delete next.window;
  if (next.timing === "live") delete next.timing;
  if (Object.values(next.reach ?? {}).every((list) => list.length === 0)) delete next.reach;
  return next;
}
