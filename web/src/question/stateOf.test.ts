import { describe, expect, it } from "vitest";
import { pastWords } from "./StateSwitch";
import { stateOf } from "./useQuestion";

describe("the state of the policy that an address names", () => {
  it("is the one with the edits where it names none, or nothing that is known", () => {
    expect(stateOf(null)).toBe("pending");
    expect(stateOf("edition-x")).toBe("pending");
    expect(stateOf("day-2026-3-3")).toBe("pending");
    expect(stateOf("set-4")).toBe("pending");
  });

  it("may be what is in force, an edition, or a day", () => {
    expect(stateOf("in_force")).toBe("in_force");
    expect(stateOf("edition-12")).toBe("edition-12");
    expect(stateOf("day-2026-03-03")).toBe("day-2026-03-03");
  });

  it("is said in words, a day wherever the browser stands", () => {
    expect(pastWords("edition-12")).toBe("as of edition 12");
    expect(pastWords("day-2026-03-03")).toBe("as of 3 Mar 2026");
  });
});
