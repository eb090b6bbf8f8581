import { useLayoutEffect, type RefObject } from "react";

/** Keeps the rows of two forms side by side level: each row is as high as the same field's beside it. */
export function useLevelRows(forms: RefObject<HTMLElement | null>, shown: unknown): void {
  useLayoutEffect(() => {
    const rows = new Map<string, HTMLElement[]>();
    const parts = ".form-row[data-field], .form-head, .stages, .notice";
    for (const row of forms.current?.querySelectorAll<HTMLElement>(parts) ?? []) {
      row.style.minHeight = "";
      const field = row.dataset.field ?? row.className;
      rows.set(field, [...(rows.get(field) ?? []), row]);
    }
    const heights = [...rows.values()].map((same) => Math.max(...same.map((row) => row.offsetHeight)));
    [...rows.values()].forEach((same, place) => {
      if (same.length > 1) for (const row of same) row.style.minHeight = `${heights[place] ?? 0}px`;
    });
  }, [forms, shown]);
}
