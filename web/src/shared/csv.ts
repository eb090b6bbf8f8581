/** A cell of a list that is saved; undefined for nothing. */
export type CsvCell = string | number | boolean | null | undefined;

/** Rows as CSV (RFC 4180): CRLF, quotes where needed. What a spreadsheet would run as a formula is guarded. */
export function toCsv(rows: CsvCell[][]): string {
  return rows.map((row) => `${row.map(cell).join(",")}\r\n`).join("");
}

function cell(value: CsvCell): string {
  if (value === null || value === undefined) return "";
  const text = String(value);
  const guarded = typeof value === "string" && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(guarded) ? `"${guarded.replaceAll('"', '""')}"` : guarded;
}
