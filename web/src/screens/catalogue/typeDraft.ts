import { useCallback, useSyncExternalStore } from "react";
import type { RecordType } from "../../api/types";
import { keptAs } from "../../shared/kept";

/** A record type being edited; etag: the version the edit started from. */
type Draft = { type: RecordType; etag: string };

const PREFIX = "record-type ";
const listeners = new Set<() => void>();
const cache = new Map<string, Draft | null>();

function read(id: string): Draft | null {
  const known = cache.get(id);
  if (known !== undefined) return known;
  const draft = parsed(localStorage.getItem(keptAs(PREFIX + id)));
  cache.set(id, draft);
  return draft;
}

/** What was kept; nothing when it can't be read any more. */
function parsed(text: string | null): Draft | null {
  try {
    return JSON.parse(text ?? "null") as Draft | null;
  } catch {
    return null;
  }
}

function write(id: string, draft: Draft | null): void {
  cache.set(id, draft);
  if (draft) localStorage.setItem(keptAs(PREFIX + id), JSON.stringify(draft));
  else localStorage.removeItem(keptAs(PREFIX + id));
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The record type with edits that are kept in this browser until they go into the change set. */
export function useTypeDraft(type: RecordType) {
  const draft = useSyncExternalStore(subscribe, useCallback(() => read(type.id), [type.id]));
  return {
    type: draft?.type ?? type,
    etag: draft?.etag ?? type.etag,
    dirty: draft !== null,
    put: (next: RecordType) => write(type.id, JSON.stringify(documentOf(next)) === JSON.stringify(documentOf(type)) ? null : { type: next, etag: draft?.etag ?? type.etag }),
    drop: () => write(type.id, null),
  };
}

/** A record type as it stands in a policy document: without what the server adds for the screen. */
export function documentOf(type: RecordType): object {
  const { records: _records, rules: _rules, etag: _etag, ...document_ } = type;
  void [_records, _rules, _etag];
  return { ...document_, fields: type.fields.map(({ about: _about, ...field }) => {
    void _about;
    return field;
  }) };
}
