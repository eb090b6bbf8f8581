import { expect, it } from "vitest";
import { localDay } from "./localDay";
import { localWords } from "./localWords";

const LOCALES = ["en-US", "en-GB", "de-DE", "fr-FR", "ja-JP"];

it("writes every day as the locale does, wherever it stands in a sentence", () => {
  for (let day = 0; day < 800; day += 7) {
    const date = new Date(Date.UTC(2024, 0, 1 + day));
    const stored = date.toISOString().slice(0, 10);
    const core = [
      date.getUTCDate(),
      date.toLocaleString("en-US", { month: "short", timeZone: "UTC" }),
      date.getUTCFullYear(),
    ].join(" ");
    for (const locale of LOCALES)
      expect(localWords(`when Leaving date is before ${core}: from ${core} 10:30 on`, locale)).toBe(
        `when Leaving date is before ${localDay(stored, locale)}: from ${localDay(stored, locale)} 10:30 on`,
      );
  }
});

it("writes every number with groups or a part behind the point as the locale does", () => {
  for (const number of [0.5, 3.25, -7.1, 1000, 12500.5, 1234567.89, -1000])
    for (const locale of LOCALES) {
      const core = number.toLocaleString("en-US", { maximumFractionDigits: 3 });
      const local = number.toLocaleString(locale, { maximumFractionDigits: 3 });
      expect(localWords(`Loan fee is at least ${core}, or ${core} more.`, locale)).toBe(
        `Loan fee is at least ${local}, or ${local} more.`,
      );
    }
});

it("leaves alone what is no day and no number: quotations, addresses, numbers of records, times", () => {
  for (const words of [
    "the rule “Closed on 31 Mar 2026, over 12,500.00”",
    "from within 10.0.0.0/8 or 192.0.2.128/25",
    "LN-0042, LN-1,200 and 3 Mar",
    "at 10:30 in 2.5.1",
    "42 of 42 stored values, 7 more",
    "31 Mar 2026-04",
  ])
    for (const locale of LOCALES) expect(localWords(words, locale)).toBe(words);
});
