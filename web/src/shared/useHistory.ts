import { create } from "zustand";

/** Edits of one thing that can be taken back, newest last, and those that were. */
type Stacks = { past: unknown[]; future: unknown[]; at: number; box: Element | null };

/** Keystrokes in one box closer together than this, in milliseconds, are one edit. */
const PAUSE = 700;
const LIMIT = 200;
const BLANK: Stacks = { past: [], future: [], at: 0, box: null };

const store = create<Record<string, Stacks>>()(() => ({}));
const keep = (name: string, stacks: Stacks) => store.setState({ [name]: stacks });

/** Remembers what was there before an edit. name: of what is edited. */
export function remember(name: string, before: unknown): void {
  const { past, at, box } = store.getState()[name] ?? BLANK;
  const now = Date.now();
  const typing = textBox();
  const goesOn = typing !== null && typing === box && now - at < PAUSE && past.length > 0;
  keep(name, { past: goesOn ? past : [...past, before].slice(-LIMIT), future: [], at: now, box: typing });
}

/** The box that is typed into, if any. */
function textBox(): Element | null {
  const active = document.activeElement;
  if (active instanceof HTMLTextAreaElement) return active;
  return active instanceof HTMLInputElement && active.type === "text" ? active : null;
}

export function forget(name: string): void {
  keep(name, BLANK);
}

/** Taking edits back and bringing them again; each gives what is edited as it then is, or null. */
export function useHistory<Item>(name: string) {
  const stacks = store((all) => all[name] ?? BLANK);
  const step = (from: "past" | "future", current: Item): Item | null => {
    const item = stacks[from].at(-1) as Item | undefined;
    if (!item) return null;
    const to = from === "past" ? "future" : "past";
    keep(name, {
      ...stacks,
      [from]: stacks[from].slice(0, -1),
      [to]: [...stacks[to], current],
      at: 0,
      box: null,
    });
    return item;
  };
  return {
    canUndo: stacks.past.length > 0,
    canRedo: stacks.future.length > 0,
    undo: (current: Item) => step("past", current),
    redo: (current: Item) => step("future", current),
  };
}
