import { useCallback } from "react";
import { useSearchParams } from "react-router";

/** What a list is asked for, in the URL. Any change goes back to the first page, unless it names one. */
export function useListSearch(): [
  URLSearchParams,
  (values: Record<string, string>, replace?: boolean) => void,
] {
  const [search, setSearch] = useSearchParams();
  const set = useCallback(
    (values: Record<string, string>, replace = false) =>
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [name, value] of Object.entries({ page: "", ...values })) {
            if (value) next.set(name, value);
            else next.delete(name);
          }
          return next;
        },
        { replace },
      ),
    [setSearch],
  );
  return [search, set];
}
