import { describe, expect, it } from "vitest";
import { loan } from "../../testing/samples";
import { bounds, inside, ruleFromSelection, selectionSize, type Selection } from "./selection";

const drawn = (from: [number, number], to: [number, number]): Selection => ({
  from: { row: from[0], column: from[1] },
  to: { row: to[0], column: to[1] },
});

const map = {
  record_type: "loan",
  unit: "one",
  mode: "edit",
  channel: "form",
  columns: [
    { key: "role:courier", name: "Courier" },
    { key: "user:asha.brandt", name: "Asha Brandt" },
    { key: "everyone:", name: "Everyone" },
  ],
  rows: ["stage", "count", "object"].map((field) => ({ field, cells: ["editable", "editable", "editable"] })),
};

describe("a selection on the map", () => {
  it("is the same area whichever way it was drawn", () => {
    const ways = [drawn([0, 1], [2, 0]), drawn([2, 0], [0, 1]), drawn([0, 0], [2, 1]), drawn([2, 1], [0, 0])];
    for (const way of ways) {
      expect(bounds(way)).toEqual({ top: 0, bottom: 2, left: 0, right: 1 });
      expect(selectionSize(way)).toBe(6);
    }
    expect(selectionSize(null)).toBe(0);
  });

  it("holds exactly as many cells as lie inside", () => {
    for (const way of [drawn([1, 0], [1, 0]), drawn([0, 2], [2, 1]), drawn([2, 2], [1, 0])]) {
      const cells = [0, 1, 2].flatMap((row) =>
        [0, 1, 2].filter((column) => inside(bounds(way), row, column)),
      );
      expect(cells).toHaveLength(selectionSize(way));
    }
    expect(inside(null, 0, 0)).toBe(false);
  });

  it("becomes a rule for its fields and audiences, in the mode that is looked at", () => {
    const rule = ruleFromSelection(drawn([0, 0], [1, 1]), loan, map, "view");
    expect(rule).toMatchObject({
      title: "Stage and 1 more",
      record_type: "loan",
      audience: { any: [{ role: "courier" }, { user: "asha.brandt" }] },
      reach: { modes: ["view"] },
      lines: [{ fields: ["stage", "count"], effects: [] }],
    });
  });

  it("is for everyone, outright, where the column of everyone is in it", () => {
    expect(ruleFromSelection(drawn([2, 1], [2, 2]), loan, map, "edit").audience).toEqual({ everyone: true });
  });
});
