import { useEffect } from "react";
import { useSearchParams } from "react-router";

const NAME = "begin";

/** The query string that has a page begin something: what its own button would, such as "rule". */
export const beginning = (search: string, what: string): string => {
  const next = new URLSearchParams(search);
  next.set(NAME, what);
  return `?${next}`;
};

/** Does what an address asks a page to begin, once, as soon as the page is ready for it. */
export function useBegin(what: string, ready: boolean, act: () => void): void {
  const [search, setSearch] = useSearchParams();
  const asked = ready && search.get(NAME) === what;
  useEffect(() => {
    if (!asked) return;
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        next.delete(NAME);
        return next;
      },
      { replace: true },
    );
    // After the address: what is begun may stand in it.
    setTimeout(act);
    // Once for each time that it is asked, whatever the page has become meanwhile.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
}
