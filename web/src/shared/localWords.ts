import { localDay } from "./localDay";
import { localNumber } from "./localNumber";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/**
 * What may be written otherwise elsewhere: text in quotation marks, which stays; a day as the core writes it ("31 Mar
 * 2026"); a number with a part behind the point, or with groups of three. No part of an address, a version or a time.
 */
const PARTS = new RegExp(
  `“[^”]*”|(?<![\\w.-])(\\d{1,2}) (${MONTHS.join("|")}) (\\d{4})(?![\\w-])|` +
    "(?<![\\w.,:/-])(-?(?:\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?|\\d+\\.\\d+))(?![\\w:/%-]|[.,]\\d)",
  "gu",
);

/** Words of the core with days and numbers as the reader's locale writes them. locale: BCP 47; the browser's when left out. None gives none. */
export function localWords(words: string | undefined, locale?: string): string {
  return (words ?? "").replace(
    PARTS,
    (
      part,
      day: string | undefined,
      month: string | undefined,
      year: string | undefined,
      number: string | undefined,
    ) => {
      if (day && month && year) {
        const stored = [year, twoDigits(MONTHS.indexOf(month) + 1), twoDigits(Number(day))].join("-");
        return localDay(stored, locale) ?? part;
      }
      return number ? (localNumber(number.replaceAll(",", ""), number, locale) ?? part) : part;
    },
  );
}

const twoDigits = (number: number) => String(number).padStart(2, "0");
