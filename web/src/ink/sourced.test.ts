import { expect, test } from "vitest";
import { sourced } from "./sourced";

test("a picture says what it was made from, below what it shows, in lines that fit", () => {
  const plain = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 220 100" width="220" height="100"><rect width="220" height="100"/></svg>`;
  const source = `Edition 7 (SHA-256 ${"ab".repeat(32)}); 2026-11-30 12:00 UTC; /map?user=<a>&unit=b`;
  const made = new DOMParser().parseFromString(
    sourced(plain, source, "#111"),
    "image/svg+xml",
  ).documentElement;
  const lines = [...made.querySelectorAll("text")];
  expect(
    lines
      .map((line) => line.textContent)
      .join("")
      .replaceAll(" ", ""),
  ).toBe(`Source:${source}`.replaceAll(" ", ""));
  expect(Math.max(...lines.map((line) => line.textContent.length))).toBeLessThanOrEqual(30);
  const height = Number(made.getAttribute("height"));
  expect(
    lines.every((line) => Number(line.getAttribute("y")) > 100 && Number(line.getAttribute("y")) < height),
  ).toBe(true);
});
