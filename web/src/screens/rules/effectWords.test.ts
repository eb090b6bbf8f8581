import { describe, expect, it } from "vitest";
import { answersTo, foundBy } from "./effectWords";

const lock = {
  name: "lock",
  claim: "entry" as const,
  facet: "entry" as const,
  value: "locked",
  words: ["read-only", "grey out"],
};

describe("an effect", () => {
  it("answers to our word and to others, and says by which other it was found", () => {
    for (const typed of ["", "lock", " Read", "GREY"]) expect(answersTo(typed, lock)).toBe(true);
    expect(answersTo("hide", lock)).toBe(false);
    expect(answersTo("", undefined)).toBe(false);
    expect(["read", "lock", "hide", ""].map((typed) => foundBy(typed, lock))).toEqual([
      "read-only",
      undefined,
      undefined,
      undefined,
    ]);
  });
});
