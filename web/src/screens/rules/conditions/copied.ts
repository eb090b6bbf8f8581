import { useSyncExternalStore } from "react";
import type { Condition } from "../../../api/types";
import { keptAs } from "../../../shared/kept";

/** A part of a condition that was copied, and the record type it was written for. */
export type Copied = { type: string; part: Condition };

const KEY = "copied-part";
const listeners = new Set<() => void>();
let cache: Copied | null | undefined;

function read(): Copied | null {
  if (cache === undefined) {
    try {
      cache = JSON.parse(sessionStorage.getItem(keptAs(KEY)) ?? "null") as Copied | null;
    } catch {
      cache = null;
    }
  }
  return cache;
}

/** Keeps a part for another rule, for as long as this tab is open. */
export function copyPart(copied: Copied): void {
  cache = copied;
  sessionStorage.setItem(keptAs(KEY), JSON.stringify(copied));
  listeners.forEach((listener) => listener());
}

export function useCopied(): Copied | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
}
