import { useEffect } from "react";
import type { Entered, Form } from "../api/types";

/**
 * Forgets what was typed into fields that a rule has hidden and cleared at once, so that it does not come back when they
 * show again. form: the answer to just what is entered, or undefined while it is on its way.
 */
export function useDropped(form: Form | undefined, entered: Entered, onKeep: (kept: Entered) => void) {
  useEffect(() => {
    const gone = form?.dropped?.filter((id) => id in entered) ?? [];
    if (gone.length === 0) return;
    onKeep(Object.fromEntries(Object.entries(entered).filter(([id]) => !gone.includes(id))));
  });
}
