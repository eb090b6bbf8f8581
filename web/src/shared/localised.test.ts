import { describe, expect, it } from "vitest";
import { localised } from "./localised";

const told = (input: string, value: unknown, words: string) =>
  ["en-GB", "en-US", "de-DE"].map((locale) => localised({ input, value, words }, locale));

describe("values in the reader's own way", () => {
  it("writes numbers exactly, with the places that the server gives them", () => {
    expect(told("number", 12500, "12,500.00")).toEqual(["12,500.00", "12,500.00", "12.500,00"]);
    expect(told("number", "-900719925474099.123456789", "-900,719,925,474,099.123456789")).toEqual([
      "-900,719,925,474,099.123456789",
      "-900,719,925,474,099.123456789",
      "-900.719.925.474.099,123456789",
    ]);
    expect(told("number", 7, "7")).toEqual(["7", "7", "7"]);
  });

  it("writes days, and leaves what it can't read and all texts as they are told", () => {
    expect(told("date", "2026-03-31", "31 Mar 2026")).toEqual([
      "31 Mar 2026",
      "Mar 31, 2026",
      "31. M\u00e4rz 2026",
    ]);
    expect(told("number", "four", "four")).toEqual(["four", "four", "four"]);
    expect(told("text", "1200", "1200")).toEqual(["1200", "1200", "1200"]);
    expect(localised({ input: "date" })).toBeUndefined();
  });
});
