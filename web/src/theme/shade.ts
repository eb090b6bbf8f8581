import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Shade } from "./tokens";

type Store = { shade: Shade; flip: () => void };

const KEY = "cobalt.shade";
const wanted = (): Shade => (window.matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light");

/** The shade in use, and the way to the other one. What was chosen last counts before what the browser prefers. */
export const useShade = create<Store>()(
  persist(
    (set) => ({
      shade: wanted(),
      flip: () => set(({ shade }) => ({ shade: shade === "light" ? "dark" : "light" })),
    }),
    {
      name: KEY,
      partialize: ({ shade }) => ({ shade }),
      storage: {
        getItem: (name) => {
          const kept = localStorage.getItem(name);
          return kept === "light" || kept === "dark" ? { state: { shade: kept } } : null;
        },
        setItem: (name, { state }) => localStorage.setItem(name, state.shade),
        removeItem: (name) => localStorage.removeItem(name),
      },
    },
  ),
);
