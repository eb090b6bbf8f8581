import { create } from "zustand";
import type { Rule } from "../../api/types";

/** Edits of one rule that can be taken back, newest last, and those that were. */
type Stacks = { past: Rule[]; future: Rule[]; at: number; box: Element | null };

/** Keystrokes in one box closer together than this, in milliseconds, are one edit. */
const PAUSE = 700;
const LIMIT = 200;
const BLANK: Stacks = { past: [], future: [], at: 0, box: null };

const store = create<Record<string, Stacks>>()(() => ({}));
const keep = (name: string, stacks: Stacks) => store.setState({ [name]: stacks });

/** Remembers what a rule was before an edit. */
export function remember(name: string, before: Rule): void {
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

/** Taking edits of a rule back and bringing them again; each gives the rule as it then is, or null. */
export function useHistory(name: string) {
  const stacks = store((all) => all[name] ?? BLANK);
  const step = (from: "past" | "future", current: Rule): Rule | null => {
    const rule = stacks[from].at(-1);
    if (!rule) return null;
    const to = from === "past" ? "future" : "past";
    keep(name, {
      ...stacks,
      [from]: stacks[from].slice(0, -1),
      [to]: [...stacks[to], current],
      at: 0,
      box: null,
    });
    return rule;
  };
  return {
    canUndo: stacks.past.length > 0,
    canRedo: stacks.future.length > 0,
    undo: (current: Rule) => step("past", current),
    redo: (current: Rule) => step("future", current),
  };
}
