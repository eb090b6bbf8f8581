import { useCallback, useState } from "react";
import type { Entered } from "../../api/types";
import { keptAs } from "../../shared/kept";

/**
 * What was typed into a record's form and not saved; etag: the version it was typed over; base: what the fields said
 * then; dismissed: suggestions turned down on a record that does not exist yet.
 */
export type Typed = { entered: Entered; etag: string | undefined; base: Record<string, string>; dismissed: string[] };

const BLANK: Typed = { entered: {}, etag: undefined, base: {}, dismissed: [] };

/** Keeps what was typed for the person, for the time this tab is open and they are signed in, so that a reload or a wrong click does not lose it. */
export function useTyped(name: string): [Typed, (typed: Typed) => void, () => void] {
  const key = keptAs(`typed ${name}`);
  const [typed, setTyped] = useState<Typed>(() => {
    try {
      return { ...BLANK, ...(JSON.parse(sessionStorage.getItem(key) ?? "") as Partial<Typed>) };
    } catch {
      return BLANK;
    }
  });
  const put = useCallback((next: Typed) => {
    setTyped(next);
    sessionStorage.setItem(key, JSON.stringify(next));
  }, [key]);
  const clear = useCallback(() => {
    setTyped(BLANK);
    sessionStorage.removeItem(key);
  }, [key]);
  return [typed, put, clear];
}
