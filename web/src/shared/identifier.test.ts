import { describe, expect, it } from "vitest";
import { identifier } from "./identifier";

describe("identifier", () => {
  it("is made of small letters and digits that the server takes, and of nothing that is taken", () => {
    expect(identifier("Loan fee (€)", [], "_", "field")).toBe("loan_fee");
    expect(identifier("Überblick 2", ["uberblick_2"], "_", "field")).toBe("uberblick_2_2");
    expect(identifier("   ", [], "-", "form")).toBe("form");
    expect(identifier("12 stages", [], "_", "field")).toBe("stages");
    for (const name of ["日本", "--", "9", "a".repeat(300), "_x", "É"])
      expect(identifier(name, [], "_", "field")).toMatch(/^[a-z][a-z0-9_]{0,59}$/);
  });
});
