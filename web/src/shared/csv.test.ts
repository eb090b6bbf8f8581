import { describe, expect, it } from "vitest";
import { toCsv } from "./csv";

describe("toCsv", () => {
  it("quotes what RFC 4180 asks for, and guards what a spreadsheet would run", () => {
    expect(
      toCsv([
        ["Name", "Says"],
        ['Asha "Ash"', "a, b\r\nc"],
        ["=1+1", -5],
        [undefined, "@sum"],
      ]),
    ).toBe('Name,Says\r\n"Asha ""Ash""","a, b\r\nc"\r\n\'=1+1,-5\r\n,\'@sum\r\n');
  });
});
