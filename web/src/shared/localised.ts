import { localDay } from "./localDay";
import { localMoment } from "./localMoment";
import { localNumber } from "./localNumber";

type Told = { input: string; value?: unknown; words?: string | undefined };

/** A number, a day or a moment by the reader's locale and clock; all else in the words of the answer. */
export function localised({ input, value, words }: Told, locale?: string): string | undefined {
  if (value === undefined || value === null || words === undefined) return words;
  if (input === "date") return localDay(value, locale) ?? words;
  if (input === "number") return localNumber(value, words, locale) ?? words;
  if (input === "moment" && typeof value === "string") return localMoment(value, { locale, exact: true });
  return words;
}
