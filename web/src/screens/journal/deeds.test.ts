import { describe, expect, it } from "vitest";
import { besides, deed, DEEDS, TOPICS } from "./deeds";

describe("what a journal entry says was done", () => {
  it("names the deed, the field and what it is about", () => {
    expect(deed({ kind: "reveal", field: "Borrower contact" })).toBe("revealed Borrower contact");
    expect(deed({ kind: "published", subject: "edition 4" })).toBe("published edition 4");
    expect(deed({ kind: "something new" })).toBe("something new");
  });

  it("tells what stands beside in words, and leaves out what is for programs", () => {
    expect(besides({ count: 1, change_set: 3, revision: 8, edits: [{ kind: "rule" }] })).toBe("1 edit");
    expect(besides({ count: 12, digest: "ab", sha256: "cd" })).toBe("12 edits");
    expect(besides({ minutes: 10, format: "csv" })).toBe("for 10 minutes, as CSV");
    expect(besides({ note: "", address: "10.0.0.7" })).toBe("from 10.0.0.7");
  });

  it("has words for every topic", () => {
    expect(Object.keys(TOPICS)).toEqual(["records", "policy", "people", "door", "journal"]);
    expect(Object.values(DEEDS).every((words) => words.length > 3)).toBe(true);
  });
});
