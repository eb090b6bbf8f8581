import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Condition } from "../../../api/types";
import { keptBy, readAnew } from "../../../shared/kept";

/** A part of a condition that was copied, and the record type it was written for. */
export type Copied = { type: string; part: Condition };
type Store = { copied: Copied | null };

const NAME = "copied-part";

const NOTHING: Store = { copied: null };

const store = create<Store>()(
  persist(() => NOTHING, {
    name: NAME,
    storage: keptBy<Store>(
      () => sessionStorage,
      () => NOTHING,
    ),
  }),
);
readAnew(NAME, () => void store.persist.rehydrate());

/** Keeps a part for another rule, for as long as this tab is open. */
export function copyPart(copied: Copied): void {
  store.setState({ copied });
}

export const useCopied = (): Copied | null => store((kept) => kept.copied);
