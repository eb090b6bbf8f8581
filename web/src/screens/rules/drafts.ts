import { useCallback, useSyncExternalStore } from "react";
import type { Rule } from "../../api/types";
import { keptAs } from "../../shared/kept";

/** A rule being edited and not yet in the change set. etag: the version the edit started from; null for a new rule. */
export type Draft = { rule: Rule; etag: string | null };

const KEY = "drafts";
const NEW = "draft:";
const listeners = new Set<() => void>();
let cache: Record<string, Draft> | null = null;

function read(): Record<string, Draft> {
  if (cache) return cache;
  try {
    cache = JSON.parse(localStorage.getItem(keptAs(KEY)) ?? "{}") as Record<string, Draft>;
  } catch {
    cache = {};
  }
  return cache;
}

function write(drafts: Record<string, Draft>): void {
  cache = drafts;
  localStorage.setItem(keptAs(KEY), JSON.stringify(drafts));
  listeners.forEach((listener) => listener());
}

function subscribe(listener: () => void): () => void {
  const onStorage = () => {
    cache = null;
    listener();
  };
  listeners.add(listener);
  window.addEventListener("storage", onStorage);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", onStorage);
  };
}

/** Keeps an edit in this browser, so that neither clicking elsewhere nor a reload loses it. Returns its key. */
export function keepDraft(draft: Draft, key?: string): string {
  const name = key ?? draft.rule.id ?? `${NEW}${Date.now().toString(36)}`;
  write({ ...read(), [name]: draft });
  return name;
}

export function dropDraft(key: string): void {
  const { [key]: _, ...rest } = read();
  void _;
  write(rest);
}

export const isNewDraft = (key: string): boolean => key.startsWith(NEW);

/** All unsaved edits by key: a rule's identifier, or a key of its own for a new rule. */
export function useDrafts(): Record<string, Draft> {
  return useSyncExternalStore(subscribe, useCallback(() => read(), []));
}
