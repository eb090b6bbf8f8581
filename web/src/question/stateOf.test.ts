import { describe, expect, it } from "vitest";
import { pastWords } from "./StateSwitch";
import { stateOf } from "./useQuestion";

describe("the state of the policy that an address names", () => {
  it("is the one with the edits for who edits, where it names none, or nothing that is known", () => {
    for (const text of [null, "edition-x", "day-2026-3-3", "set-4"]) {
      expect([stateOf(text, true), stateOf(text, false)]).toEqual(["pending", "in_force"]);
    }
  });

  it("may be what is in force, with the edits, an edition, or a day", () => {
    for (const text of ["in_force", "pending", "edition-12", "day-2026-03-03"]) {
      expect([stateOf(text, true), stateOf(text, false)]).toEqual([text, text]);
    }
  });

  it("is said in words, a day wherever the browser stands", () => {
    expect(pastWords("edition-12")).toBe("as of edition 12");
    expect(pastWords("day-2026-03-03", "en-GB")).toBe("as of 3 Mar 2026");
  });
});
