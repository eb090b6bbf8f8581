import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Rule, RuleView } from "../../api/types";
import { keptBy, readAnew } from "../../shared/kept";

/** A rule being edited and not yet in the change set. etag: the version the edit started from; null for a new rule. */
export type Draft = { rule: Rule; etag: string | null };

type Drafts = Record<string, Draft>;

const NAME = "drafts";
const NEW = "draft:";

/** A rule that was kept before rules had lines: what it says of its fields is its one line. */
export function upToDate(rule: Omit<Rule, "lines"> & { lines?: Rule["lines"] }): Rule {
  const { targets, effects, otherwise, lines, ...rest } = rule;
  const line = { ...targets, effects: effects ?? [], ...(otherwise ? { otherwise } : {}) };
  return { ...rest, lines: lines ?? [line] };
}

const store = create<Drafts>()(
  persist(() => ({}), {
    name: NAME,
    storage: keptBy(
      () => localStorage,
      () => ({}),
    ),
    merge: (kept) =>
      Object.fromEntries(
        Object.entries(kept as Drafts).map(([key, draft]) => [key, { ...draft, rule: upToDate(draft.rule) }]),
      ),
  }),
);
readAnew(NAME, () => void store.persist.rehydrate());

/** A key for a new rule. place: among several that are begun at once. */
export const freshKey = (place = 0): string => `${NEW}${(Date.now() + place).toString(36)}`;

/** Keeps an edit in this browser, so that neither clicking elsewhere nor a reload loses it. Returns its key. */
export function keepDraft(draft: Draft, key?: string): string {
  const name = key ?? draft.rule.id ?? freshKey();
  store.setState({ [name]: draft });
  return name;
}

/** The unsaved edit under a key as it is now. */
export const draftNow = (key: string): Draft | undefined => store.getState()[key];

/**
 * What becomes of an unsaved edit once the server has kept what was sent: it is done with, unless someone has typed on
 * meanwhile; then it goes on from what was kept.
 */
export function settleDraft(key: string, sent: Rule, kept: RuleView): void {
  const now = draftNow(key);
  dropDraft(key);
  const id = kept.rule.id ?? "";
  if (now && JSON.stringify(now.rule) !== JSON.stringify(sent))
    keepDraft({ rule: { ...now.rule, id, rank: kept.rule.rank }, etag: kept.etag }, id);
}

export function dropDraft(key: string): void {
  store.setState(({ [key]: _dropped, ...rest }) => rest, true);
}

export const isNewDraft = (key: string): boolean => key.startsWith(NEW);

/** All unsaved edits by key: a rule's identifier, or a key of its own for a new rule. */
export const useDrafts = (): Drafts => store();
