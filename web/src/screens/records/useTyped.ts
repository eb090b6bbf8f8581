import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Entered } from "../../api/types";
import { keptBy, readAnew } from "../../shared/kept";

/**
 * What was typed into a record's form and not saved; etag: the version it was typed over; base: what the fields said
 * then; dismissed: suggestions refused on a record that does not exist yet.
 */
export type Typed = {
  entered: Entered;
  etag: string | undefined;
  base: Record<string, string>;
  dismissed: string[];
};

type AllTyped = Record<string, Typed>;

const NAME = "typed";
const BLANK: Typed = { entered: {}, etag: undefined, base: {}, dismissed: [] };

const store = create<AllTyped>()(
  persist(() => ({}), {
    name: NAME,
    storage: keptBy(
      () => sessionStorage,
      () => ({}),
    ),
    merge: (kept) => kept as AllTyped,
  }),
);
readAnew(NAME, () => void store.persist.rehydrate());

/**
 * Keeps what was typed for the person, for the time this tab is open and they are signed in, so that a reload or a wrong
 * click does not lose it.
 */
export function useTyped(name: string): [Typed, (typed: Typed) => void, () => void] {
  const typed = store((all) => all[name]) ?? BLANK;
  const put = (next: Typed) => store.setState({ [name]: next });
  const clear = () => store.setState(({ [name]: _dropped, ...rest }) => rest, true);
  return [typed, put, clear];
}
