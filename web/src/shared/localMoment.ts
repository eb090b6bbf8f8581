/** A moment like "2026-11-27T10:00:00Z" as the reader's clock and locale write it. exact: with its seconds, if any. */
export function localMoment(
  value: string,
  { locale, exact }: { locale?: string; exact?: boolean } = {},
): string {
  const moment = new Date(value);
  if (Number.isNaN(moment.getTime())) return value;
  return moment.toLocaleString(locale, {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "numeric",
    minute: "2-digit",
    second: exact && moment.getUTCSeconds() > 0 ? "2-digit" : undefined,
  });
}
