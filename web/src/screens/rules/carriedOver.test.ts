import { describe, expect, it } from "vitest";
import type { Field, RecordType, Rule } from "../../api/types";
import { rule } from "../../testing/samples";
import { carriedOver, matched } from "./carriedOver";

const field = (id: string, name: string, kind: string, options?: string[]) =>
  ({
    id,
    name,
    kind,
    options: options?.map((each) => ({ id: `${id}-${each}`, name: each })),
  }) as unknown as Field;
const type = (id: string, fields: Field[]) =>
  ({
    id,
    name: id,
    fields,
    sections: [{ id: `${id}-main`, name: "Main" }],
    forms: [],
  }) as unknown as RecordType;

const loan = type("loan", [
  field("stage", "Stage", "choice", ["Signed", "Out"]),
  field("fee", "Fee", "money"),
  field("keeper", "Keeper", "person"),
  field("object", "Object", "record_reference"),
]);
const visit = type("visit", [
  field("state", "stage", "choice", ["Out", "Signed"]),
  field("price", "Price", "money"),
  field("fee", "Fee", "text"),
  field("item", "Object", "record_reference"),
]);
const signed: Rule = {
  ...rule,
  id: "r1",
  rank: 3,
  record_type: "loan",
  when: {
    all: [
      { compare: "one_of", left: { field: "stage" }, right: { values: ["stage-Signed"] } },
      { not: { compare: "is_filled", left: { through: "object", field: "hazard" } } },
    ],
  },
  lines: [
    { fields: ["fee"], effects: [{ effect: "lock" }], otherwise: [{ effect: "unlock" }] },
    { sections: ["loan-main"], fields: ["keeper"], effects: [{ effect: "hide" }] },
  ],
};

describe("a rule that is duplicated", () => {
  it("is the same under a new name, without identifier and rank", () => {
    const { id: _id, rank: _rank, ...rest } = signed;
    expect(carriedOver(signed, loan, loan, {})).toEqual({ ...rest, title: `${signed.title} (copy)` });
  });

  it("has its fields matched by name and kind, and asks for those that have no match", () => {
    const { matches, asked } = matched(signed, loan, visit);
    expect(matches).toEqual({ stage: "state", object: "item" });
    expect(asked.map((each) => each.id)).toEqual(["fee", "keeper"]);
  });

  it("is carried over with options by name, sections by name and what was picked", () => {
    const made = carriedOver(signed, loan, visit, { stage: "state", object: "item", fee: "price" });
    expect(made).toMatchObject({
      record_type: "visit",
      when: {
        all: [
          { compare: "one_of", left: { field: "state" }, right: { values: ["state-Signed"] } },
          { not: { compare: "is_filled", left: { through: "item", field: "hazard" } } },
        ],
      },
      lines: [
        { fields: ["price"], effects: [{ effect: "lock" }], otherwise: [{ effect: "unlock" }] },
        { sections: ["visit-main"], fields: [], effects: [{ effect: "hide" }] },
      ],
    });
  });
});
