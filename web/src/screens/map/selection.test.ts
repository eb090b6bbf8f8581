import { describe, expect, it } from "vitest";
import { loan } from "../../testing/samples";
import { cellsOf, drawn, extended, isSelected, passedTo, rulesFromSelection, toggled } from "./selection";

const at = (row: number, column: number) => ({ row, column });

const map = {
  record_type: "loan",
  unit: "one",
  mode: "edit",
  channel: "form",
  columns: [
    { key: "role:courier", name: "Courier" },
    { key: "user:asha.brandt", name: "Asha Brandt" },
    { key: "role:registrar", name: "Registrar" },
  ],
  rows: ["stage", "count", "object"].map((field) => ({ field, cells: ["editable", "editable", "editable"] })),
};
const rules = (selection: Parameters<typeof rulesFromSelection>[0], whole = true) =>
  rulesFromSelection(selection, loan, map, ["view"], whole);

describe("a selection on the map", () => {
  it("is the same rectangle whichever way it was drawn", () => {
    const ways = [
      [at(0, 1), at(2, 0)],
      [at(2, 0), at(0, 1)],
      [at(0, 0), at(2, 1)],
    ] as const;
    for (const [from, to] of ways)
      expect([...cellsOf(drawn(from, to))].sort()).toEqual(["0-0", "0-1", "1-0", "1-1", "2-0", "2-1"]);
    expect(cellsOf(null).size).toBe(0);
    expect(isSelected(cellsOf(extended(drawn(at(1, 1), at(1, 1)), at(2, 2))), 2, 1)).toBe(true);
  });

  it("may be scattered: what is taken up stays beside the rest, and what is taken up again is given back", () => {
    const two = toggled(drawn(at(0, 0), at(0, 0)), at(2, 2));
    expect([...cellsOf(two)].sort()).toEqual(["0-0", "2-2"]);
    expect([...cellsOf(toggled(two, at(0, 0)))]).toEqual(["2-2"]);
    const row = toggled(two, at(1, 0), at(1, 2));
    expect(cellsOf(row).size).toBe(5);
    expect(cellsOf(toggled(row, at(1, 0), at(1, 2))).size).toBe(2);
  });

  it("is left as it is by going over cells", () => {
    const one = drawn(at(0, 0), at(0, 0));
    const passing = passedTo(passedTo(one, at(1, 1)), at(2, 2));
    expect([...cellsOf(passing)]).toEqual(["0-0"]);
    expect([...cellsOf(toggled(passing, passing.to))].sort()).toEqual(["0-0", "2-2"]);
  });

  it("becomes a rule for its fields and audiences, in the mode that is looked at", () => {
    expect(rules(drawn(at(0, 0), at(1, 1)))).toMatchObject([
      {
        title: "Stage and 1 more",
        record_type: "loan",
        audience: { any: [{ role: "courier" }, { user: "asha.brandt" }] },
        reach: { modes: ["view"] },
        lines: [{ fields: ["stage", "count"], effects: [] }],
      },
    ]);
  });

  it("becomes as many rules as it has different audiences, exactly for the cells that are in it", () => {
    const scattered = toggled(toggled(drawn(at(0, 0), at(0, 0)), at(2, 0)), at(1, 2));
    expect(rules(scattered).map((rule) => [rule.audience, rule.lines[0]?.fields])).toEqual([
      [{ any: [{ role: "courier" }] }, ["stage", "object"]],
      [{ any: [{ role: "registrar" }] }, ["count"]],
    ]);
  });

  it("is for everyone, outright, where a row is in it whole", () => {
    const row = drawn(at(1, 0), at(1, 2));
    expect(rules(row)[0]?.audience).toEqual({ everyone: true });
    // Columns that were chosen are not everyone.
    expect(rules(row, false)[0]?.audience).toEqual({
      any: [{ role: "courier" }, { user: "asha.brandt" }, { role: "registrar" }],
    });
  });
});
