import { describe, expect, it } from "vitest";
import { loan, object, vocabulary } from "../../../testing/samples";
import { operandGroups, operandKey, operandOf, subjectOf } from "./operands";

const domain = { type: loan, types: [loan, object], vocabulary };

describe("operands", () => {
  it("are told by keys that lead back to them", () => {
    for (const key of [
      "field:count",
      "stored:stage",
      "through:object:hazard",
      "attribute:clearance",
      "user",
      "locked",
    ]) {
      expect(operandKey(operandOf(key))).toBe(key);
    }
    expect(operandOf("today", -3)).toEqual({ today: -3 });
    expect([operandKey({ today: 0 }), operandKey({ value: 3 }), operandKey(undefined)]).toEqual([
      "today",
      "",
      "",
    ]);
  });

  it("are called as somebody reads them, and not at all when they are gone", () => {
    const names = ["field:count", "stored:count", "through:object:hazard", "attribute:clearance", "user"].map(
      (key) => subjectOf(key, domain)?.name,
    );
    expect(names).toEqual([
      "Item count",
      "Item count as stored",
      "Hazard of the object",
      "the user's clearance",
      "the user",
    ]);
    expect(
      ["field:gone", "through:gone:hazard", "through:object:gone", "gone"].map((key) =>
        subjectOf(key, domain),
      ),
    ).toEqual([undefined, undefined, undefined, undefined]);
  });

  it("are offered in groups: all of them on the left, those of a family on the right", () => {
    const labels = (family?: string) =>
      Object.fromEntries(
        operandGroups(domain, family).map((group) => [
          group.label,
          group.options.map((option) => option.label),
        ]),
      );
    expect(labels()).toEqual({
      "The loan": ["Stage", "Item count"],
      "The object": ["Object"],
      "The user and the moment": ["the user", "the user's clearance"],
      "Of the object": ["Hazard of the object"],
      "As stored, whatever is typed": ["Stage as stored", "Item count as stored", "Object as stored"],
    });
    expect(labels("date")).toEqual({ "The user and the moment": ["today"] });
    expect(labels("number")).toEqual({
      "The loan": ["Item count"],
      "As stored, whatever is typed": ["Item count as stored"],
    });
  });

  it("offers the place only where the policy names some", () => {
    const named = { ...domain, vocabulary: { ...vocabulary, places: [{ id: "desk", name: "The desk" }] } };
    const marks = (where: typeof domain) =>
      operandGroups(where).flatMap((group) => group.options.map((option) => option.value));
    expect([marks(domain).includes("place"), marks(named).includes("place")]).toEqual([false, true]);
    expect(subjectOf("place", named)?.options).toEqual([{ id: "desk", name: "The desk" }]);
  });
});
