import { useEffect, useRef } from "react";

/**
 * Where a form is to be filled in, the keyboard begins in its first open field; and where the field that it stands in is
 * shut by what was typed, it goes on in the next open one. Returns the ref of what holds the fields.
 */
export function useFirstField(ready: boolean) {
  const root = useRef<HTMLDivElement>(null);
  const last = useRef<string>(undefined);
  useEffect(() => {
    if (!ready) return;
    const here = document.activeElement;
    if (here === null || here === document.body) open(root.current)?.focus();
  }, [ready]);
  useEffect(() => {
    const at = document.activeElement;
    const row = root.current?.contains(at) ? at?.closest<HTMLElement>("[data-field]") : undefined;
    if (row) last.current = row.dataset.field;
    else if (ready && last.current && at === document.body) {
      open(root.current, last.current)?.focus();
      last.current = undefined;
    }
  });
  return root;
}

const OPEN = ":is(input[role=combobox], input:not([readonly]), textarea:not([readonly])):not([disabled])";

/** The first open field, or the first that is not before some field. */
function open(root: HTMLElement | null, from?: string): HTMLElement | undefined {
  const rows = [...(root?.querySelectorAll<HTMLElement>("[data-field]") ?? [])];
  const start = Math.max(
    0,
    rows.findIndex((row) => row.dataset.field === from),
  );
  for (const row of rows.slice(start)) {
    const found = row.querySelector<HTMLElement>(OPEN);
    if (found) return found;
  }
  return undefined;
}
