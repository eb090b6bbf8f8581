/** A moment like "2026-11-27T10:00:00Z" as the reader's clock and locale write it. */
export function localMoment(value: string, locale?: string): string {
  const moment = new Date(value);
  if (Number.isNaN(moment.getTime())) return value;
  return moment.toLocaleString(locale, {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "numeric",
    minute: "2-digit",
  });
}
