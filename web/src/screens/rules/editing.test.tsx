import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Rule, RuleView } from "../../api/types";
import { keepFor, keptAs } from "../../shared/kept";
import { rule } from "../../testing/samples";
import { draftNow, isNewDraft, keepDraft, settleDraft, useDrafts } from "./drafts";
import { faultWords } from "./RulePart";
import { forget, remember, useHistory } from "../../shared/useHistory";
import { tidied, useRuleEdit } from "./useRuleEdit";

const view: RuleView = {
  rule: { ...rule, id: "r1", rank: 4 },
  number: "4",
  etag: "7",
  status: "in_force",
  sentence: [],
};
const titled = (title: string): Rule => ({ ...rule, title });

/** Does something, and gives its result once the screen has followed. */
function doing<Result>(work: () => Result): Result {
  let result: Result | undefined;
  act(() => {
    result = work();
  });
  return result as Result;
}

beforeEach(() => {
  localStorage.clear();
  keepFor("asha");
});
afterEach(() => {
  keepFor("nobody");
  vi.useRealTimers();
});

describe("edits that are not saved yet", () => {
  it("are done with once kept, but for what was typed while the answer was on its way", () => {
    const name = doing(() => keepDraft({ rule: titled("Sent"), etag: null }));
    doing(() => settleDraft(name, titled("Sent"), view));
    expect([draftNow(name), draftNow("r1")]).toEqual([undefined, undefined]);
    const other = doing(() => keepDraft({ rule: titled("Typed on"), etag: null }));
    doing(() => settleDraft(other, titled("Sent"), view));
    expect(draftNow(other)).toBeUndefined();
    expect(draftNow("r1")).toEqual({ rule: { ...titled("Typed on"), id: "r1", rank: 4 }, etag: "7" });
  });

  it("are there again after a reload, for the same person, and for nobody else", () => {
    const drafts = renderHook(() => useDrafts());
    const name = doing(() => keepDraft({ rule: titled("Mine"), etag: null }));
    expect(isNewDraft(name)).toBe(true);
    expect(drafts.result.current[name]?.rule.title).toBe("Mine");
    expect(JSON.parse(localStorage.getItem(keptAs("drafts")) ?? "{}")).toHaveProperty(
      [name, "rule", "title"],
      "Mine",
    );
    act(() => keepFor("zora"));
    expect(drafts.result.current).toEqual({});
    act(() => keepFor("asha"));
    expect(drafts.result.current[name]?.rule.title).toBe("Mine");
  });

  it("are brought up to date where they were begun before rules had lines", () => {
    const drafts = renderHook(() => useDrafts());
    const { lines: _lines, ...rest } = titled("Old");
    const old = { ...rest, targets: { fields: ["count"] }, effects: [{ effect: "lock" }] };
    localStorage.setItem(keptAs("drafts"), JSON.stringify({ r8: { rule: old, etag: "1" } }));
    act(() => void window.dispatchEvent(new StorageEvent("storage", { key: keptAs("drafts") })));
    expect(drafts.result.current.r8?.rule).toEqual(titled("Old"));
  });

  it("come in from another tab", () => {
    const drafts = renderHook(() => useDrafts());
    localStorage.setItem(keptAs("drafts"), JSON.stringify({ r9: { rule: titled("From there"), etag: "1" } }));
    act(() => void window.dispatchEvent(new StorageEvent("storage", { key: keptAs("drafts") })));
    expect(drafts.result.current.r9?.rule.title).toBe("From there");
  });

  it("are nothing where what is kept can't be read", () => {
    localStorage.setItem("cobalt ilka drafts", "{half");
    const drafts = renderHook(() => useDrafts());
    act(() => keepFor("ilka"));
    expect(drafts.result.current).toEqual({});
  });

  it("are no edit any more once the rule is as it was", () => {
    const edit = renderHook(() => useRuleEdit("r1", view, false));
    act(() => edit.result.current.set({ title: "Another" }));
    expect(edit.result.current.draft).toEqual({ rule: { ...view.rule, title: "Another" }, etag: "7" });
    act(() => edit.result.current.set({ title: view.rule.title }));
    expect(edit.result.current.draft).toBeUndefined();
  });

  it("ask for a new rank when the kind changes, and have the old one back with the kind", () => {
    const edit = renderHook(() => useRuleEdit("r1", view, false));
    act(() => edit.result.current.setKind("guardrail"));
    expect(edit.result.current.rule).not.toHaveProperty("rank");
    act(() => edit.result.current.setKind("ordinary"));
    expect(edit.result.current.rule?.rank).toBe(4);
    act(() => forget("r1"));
  });
});

describe("a rule", () => {
  it("is kept without members that say nothing", () => {
    const full: Rule = {
      ...rule,
      reach: { modes: [] },
      timing: "live",
      lines: rule.lines.map((line) => ({ ...line, otherwise: [{ effect: "show" }] })),
      when: undefined,
    };
    expect(tidied(full)).toEqual(rule);
    const meant: Rule = {
      ...rule,
      when: { not: { all: [] } },
      lines: rule.lines.map((line) => ({ ...line, otherwise: [{ effect: "show" }] })),
      reach: { modes: ["edit"] },
    };
    expect(tidied(meant)).toEqual(meant);
  });

  it("is said to lack a part in the words of whoever fills it in", () => {
    expect(faultWords({ pointer: "/lines/1/effects", message: "must not be empty" })).toBe(
      "Choose what happens to the fields.",
    );
    expect(faultWords({ pointer: "/when/left", message: "there is no field “x”" })).toBe(
      "there is no field “x”",
    );
  });
});

describe("taking edits back", () => {
  it("goes back and forth through what the rule was, and a new edit ends the way forth", () => {
    const history = renderHook(() => useHistory<Rule>("h1"));
    act(() => remember("h1", titled("one")));
    act(() => remember("h1", titled("two")));
    expect(doing(() => history.result.current.undo(titled("three")))?.title).toBe("two");
    expect(doing(() => history.result.current.undo(titled("two")))?.title).toBe("one");
    expect(history.result.current.canUndo).toBe(false);
    expect(doing(() => history.result.current.redo(titled("one")))?.title).toBe("two");
    act(() => remember("h1", titled("two")));
    expect(history.result.current.canRedo).toBe(false);
  });

  it("takes back what was typed in one go as one edit, and a pause parts it", () => {
    vi.useFakeTimers();
    const box = document.body.appendChild(document.createElement("textarea"));
    box.focus();
    const history = renderHook(() => useHistory<Rule>("h2"));
    act(() => remember("h2", titled("")));
    vi.advanceTimersByTime(200);
    act(() => remember("h2", titled("a")));
    vi.advanceTimersByTime(2_000);
    act(() => remember("h2", titled("ab")));
    expect(doing(() => history.result.current.undo(titled("abc")))?.title).toBe("ab");
    expect(doing(() => history.result.current.undo(titled("ab")))?.title).toBe("");
    box.remove();
  });
});
