import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { RecordType, RecordTypeDocument } from "../../api/types";
import { keptBy, readAnew } from "../../shared/kept";
import { forget, remember, useHistory } from "../../shared/useHistory";

/** A record type being edited; etag: the version the edit started from. */
type Draft = { type: RecordType; etag: string };
type Drafts = Record<string, Draft>;

const NAME = "record-types";

const store = create<Drafts>()(
  persist(() => ({}), {
    name: NAME,
    storage: keptBy(
      () => localStorage,
      () => ({}),
    ),
    merge: (kept) => kept as Drafts,
  }),
);
readAnew(NAME, () => void store.persist.rehydrate());

const drop = (id: string) => store.setState(({ [id]: _dropped, ...rest }) => rest, true);

/** The record type with edits that are kept in this browser until they go into the change set. */
export function useTypeDraft(type: RecordType) {
  const draft = store((all) => all[type.id]);
  const name = `record type ${type.id}`;
  const history = useHistory<RecordType>(name);
  const current = draft?.type ?? type;
  const show = (next: RecordType) => {
    const same = JSON.stringify(documentOf(next)) === JSON.stringify(documentOf(type));
    if (same) drop(type.id);
    else store.setState({ [type.id]: { type: next, etag: draft?.etag ?? type.etag } });
  };
  return {
    type: current,
    etag: draft?.etag ?? type.etag,
    dirty: draft !== undefined,
    put: (next: RecordType) => {
      remember(name, current);
      show(next);
    },
    drop: () => {
      forget(name);
      drop(type.id);
    },
    undo: history.canUndo
      ? () => {
          const before = history.undo(current);
          if (before) show(before);
        }
      : undefined,
  };
}

/** A record type as it is in a policy document: without what the server adds for the screen. */
export function documentOf(type: RecordType): RecordTypeDocument {
  const { records: _records, rules: _rules, etag: _etag, ...document_ } = type;
  return { ...document_, fields: type.fields.map(({ about: _about, ...field }) => field) };
}
