/** A cell of a list that is saved; undefined for nothing. */
export type CsvCell = string | number | boolean | null | undefined;

/** What a spreadsheet runs, or takes off, at the beginning of a cell: as SpreadsheetGuard of the core has it. */
const RISKY = /^(?:\s*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]|[\t\r\n'])/;

/** Rows as CSV (RFC 4180): CRLF, quotes where needed. What a spreadsheet would run as a formula is guarded. */
export function toCsv(rows: CsvCell[][]): string {
  return rows.map((row) => `${row.map(cell).join(",")}\r\n`).join("");
}

function cell(value: CsvCell): string {
  if (value === null || value === undefined) return "";
  const text = String(value);
  const guarded = typeof value === "string" && RISKY.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(guarded) ? `"${guarded.replaceAll('"', '""')}"` : guarded;
}
