import { describe, expect, it } from "vitest";
import { madeStale } from "./staleness";

const PAGES = [
  "/api/session",
  "/api/overview",
  "/api/catalogue",
  "/api/map",
  "/api/records",
  "/api/records/{type}/form",
];

describe("what a change makes out of date", () => {
  const stale = (path: string) => PAGES.filter((page) => madeStale(path)?.(page));

  it("is all that is shown of the policy for an edit of it, and records for a save", () => {
    expect(stale("/api/rules/{id}")).toEqual(["/api/overview", "/api/catalogue", "/api/map"]);
    expect(stale("/api/change-set/publish")).toEqual(["/api/overview", "/api/catalogue", "/api/map"]);
    expect(stale("/api/records/{type}/{number}")).toEqual(["/api/records", "/api/records/{type}/form"]);
  });

  it("is nothing where something is only tried, or is one person's own", () => {
    const tried = [
      "/api/imports/preview",
      "/api/rehearsal/save",
      "/api/session/password",
      "/api/records/{type}/{number}/dismissals",
    ];
    expect(tried.flatMap(stale)).toEqual([]);
  });
});
