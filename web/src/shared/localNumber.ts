/** Places after the point that are asked of the browser at most. */
const PLACES = 20;

/**
 * A number as the reader's locale writes it, with as many places after the point as the words of the server have
 * ("1,200.50"), exactly; undefined for what is no number. value: number, or its decimal digits.
 */
export function localNumber(value: unknown, words: string, locale?: string): string | undefined {
  const digits = typeof value === "number" ? String(value) : typeof value === "string" ? value.trim() : "";
  if (!/^-?\d+(\.\d+)?$/.test(digits)) return undefined;
  const places = Math.min((/\.(\d+)$/.exec(words)?.[1] ?? "").length, PLACES);
  const format = new Intl.NumberFormat(locale, {
    minimumFractionDigits: places,
    maximumFractionDigits: PLACES,
  });
  // Digits are formatted as they are (ECMA-402, 2023), and not by way of a binary fraction.
  return format.format(digits as Intl.StringNumericLiteral);
}
