/** What journal entries say was done, by kind. */
export const DEEDS: Record<string, string> = {
  lock: "locked it",
  unlock: "unlocked it",
  locked_again: "locked it again",
  reveal: "looked at",
  emergency: "looked at all of it, in an emergency",
  delete: "deleted it",
  export: "took records out",
  import: "brought records in",
  token: "made a token",
  token_revoked: "revoked a token",
  refused: "was refused",
  automation: "ran by itself",
};

/** What an entry says was done: "looked at Borrower contact". */
export function deed({ kind, field }: { kind: string; field?: string | undefined }): string {
  return [DEEDS[kind] ?? kind, field].filter(Boolean).join(" ");
}

const BESIDES: Record<string, (value: string) => string> = {
  minutes: (value) => (value === "1" ? "for 1 minute" : `for ${value} minutes`),
  records: (value) => (value === "1" ? "1 record" : `${value} records`),
  format: (value) => `as ${value.toUpperCase()}`,
  made: (value) => `${value} made`,
  changed: (value) => `${value} changed`,
  name: (value) => `“${value}”`,
  did: (value) => value,
  refused: (value) => `refused: ${value}`,
};

/** Words for what an entry holds beside who, what and why: "42 records, as CSV"; empty where that is nothing. */
export function besides(details: Record<string, unknown>): string {
  return Object.entries(details)
    .flatMap(([name, value]) =>
      typeof value === "number" || typeof value === "string"
        ? [BESIDES[name]?.(String(value)) ?? `${name} ${String(value)}`]
        : [],
    )
    .join(", ");
}
