import { describe, expect, it } from "vitest";
import { matching, underHeadings, type Found } from "./found";

const rules = Array.from({ length: 9 }, (_, index) => `Fees of house ${index}`);
const all: Found[] = [
  ...rules.map((name): Found => ({ key: name, kind: "Rules", name })),
  { key: "p", kind: "Pages", name: "Rules" },
  { key: "f", kind: "Fields", name: "Loan fee" },
  { key: "z", kind: "People", name: "Zdeněk Trelawney" },
];

describe("the finder", () => {
  it("finds by each word, whatever the case and accents, what begins so first, and few of a kind", () => {
    const keys = (typed: string) => matching(all, typed).map(({ key }) => key);
    expect(keys("FEE")).toEqual([...rules.slice(0, 6), "f"]);
    expect(keys("house 7 fees")).toEqual(["Fees of house 7"]);
    expect(keys("zdenek")).toEqual(["z"]);
    expect(keys("nothing such")).toEqual([]);
    expect(underHeadings(matching(all, "")).map(([kind, list]) => [kind, list.length])).toEqual([
      ["Pages", 1],
      ["Rules", 6],
      ["Fields", 1],
      ["People", 1],
    ]);
  });
});
