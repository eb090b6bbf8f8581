/** A moment as this browser's clocks show it, "3 Mar 2026, 14:10". */
export function moment(text: string): string {
  return new Date(text).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
  });
}
