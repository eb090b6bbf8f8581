/** A day like "2027-03-02" as the reader's locale writes it; undefined for what is no day. */
export function localDay(value: unknown, locale?: string): string | undefined {
  const match = typeof value === "string" ? /^(\d{4})-(\d{2})-(\d{2})$/.exec(value) : null;
  if (!match) return undefined;
  const [, year, month, day] = match.map(Number);
  const moment = new Date(0);
  moment.setUTCFullYear(year ?? 0, (month ?? 1) - 1, day ?? 1);
  return moment.toLocaleDateString(locale, {
    day: "numeric",
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  });
}
