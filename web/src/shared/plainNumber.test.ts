import { describe, expect, it } from "vitest";
import { plainNumber } from "./plainNumber";

describe("plainNumber", () => {
  it.each([
    ["1,000", "1000"],
    ["1 000,50", "1000.50"],
    ["1\u00a0234\u202f567", "1234567"],
    ["1’234.5", "1234.5"],
    ["12,345,678.90", "12345678.90"],
    ["12.345.678,90", "12345678.90"],
    ["1.000.000", "1000000"],
    ["0,125", "0.125"],
    ["1.000", "1.000"],
    ["1 000,500", "1000.500"],
    ["-2,5", "-2.5"],
    ["−7", "-7"],
    ["42", "42"],
  ])("reads %s as %s", (typed, read) => expect(plainNumber(typed)).toBe(read));

  it("leaves what is no number as it is", () => {
    for (const text of ["", "12a", "1,00,000", "1,", "1.2.3", "1,234.56,7", "€5", "--1"])
      expect(plainNumber(text)).toBe(text);
  });

  it("reads what a locale writes as the number it wrote", () => {
    for (const locale of ["en-GB", "de-DE", "fr-FR", "de-CH", "nb-NO"])
      for (const number of [0, 7, 999, 1234.5, 98765.25, -1234567.5])
        expect(Number(plainNumber(number.toLocaleString(locale)))).toBe(number);
  });
});
