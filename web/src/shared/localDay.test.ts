import { describe, expect, it } from "vitest";
import { localDay } from "./localDay";

describe("localDay", () => {
  it("writes a day as the locale does, whatever the zone, and leaves all else alone", () => {
    expect(localDay("2027-03-02", "en-GB")).toBe("2 Mar 2027");
    expect(localDay("2027-03-02", "en-US")).toBe("Mar 2, 2027");
    expect(localDay("0099-12-31", "en-GB")).toMatch(/31 Dec 0*99/);
    for (const value of ["2 Mar 2027", "2027-03-02T10:00:00Z", "", null, 7])
      expect(localDay(value)).toBeUndefined();
  });
});
