/** What journal entries say was done, by kind. */
export const DEEDS: Record<string, string> = {
  lock: "locked it",
  unlock: "unlocked it",
  locked_again: "locked it again",
  reveal: "revealed",
  emergency: "revealed all of it (emergency)",
  delete: "deleted it",
  export: "exported records",
  import: "imported records",
  token: "created a token",
  token_revoked: "revoked a token",
  refused: "was refused:",
  automation: "ran an automation",
  edit: "edited",
  settled: "resolved a conflict in",
  taken_back: "removed edits from",
  had_again: "restored edits in",
  moved: "moved edits out of",
  change_set_begun: "created the change set",
  change_set_described: "described the change set",
  change_set_dropped: "discarded the change set",
  comment: "commented on",
  approval_asked: "asked for approval of",
  approved: "approved",
  sent_back: "sent back",
  scheduled: "scheduled",
  unscheduled: "cancelled the schedule of",
  not_published: "failed to publish",
  published: "published",
  acceptance: "accepted a finding",
  acceptance_ended: "stopped accepting a finding",
  directory: "imported",
  provider_made: "added the identity provider",
  provider_changed: "changed the identity provider",
  provider_revoked: "revoked the token of the identity provider",
  pushed: "pushed",
  push_signed: "signed what was pushed for",
  push_turned_down: "turned down what was pushed for",
  account_made: "added the sign-in",
  account_changed: "changed the sign-in",
  account_agreed: "agreed that the sign-in may sign",
  account_removed: "removed the sign-in",
  sign_in: "signed in as",
  sign_in_failed: "failed to sign in as",
  sign_out: "signed out as",
  password: "changed the password of",
  not_allowed: "was denied:",
  journal_ended: "deleted the oldest entries",
};

/** What entries are about, with the kinds that belong to it. */
export const TOPICS = {
  records: "records",
  policy: "the policy",
  people: "people and sign-ins",
  door: "sign-in",
  journal: "the journal itself",
} as const;
export type Topic = keyof typeof TOPICS;

/** What an entry says was done: "revealed Borrower contact". */
export function deed(entry: {
  kind: string;
  field?: string | undefined;
  subject?: string | undefined;
}): string {
  return [DEEDS[entry.kind] ?? entry.kind, entry.field, entry.subject].filter(Boolean).join(" ");
}

const BESIDES: Record<string, (value: string) => string> = {
  minutes: (value) => (value === "1" ? "for 1 minute" : `for ${value} minutes`),
  records: (value) => (value === "1" ? "1 record" : `${value} records`),
  format: (value) => `as ${value.toUpperCase()}`,
  made: (value) => `${value} made`,
  changed: (value) => `${value} changed`,
  count: (value) => (value === "1" ? "1 edit" : `${value} edits`),
  entries: (value) => `${value} entries`,
  through: (value) => `up to entry ${value}`,
  address: (value) => `from ${value}`,
  access: (value) => value.replace("_", " "),
  title: (value) => value,
  at: (value) => value,
  choice: (value) => value,
  name: (value) => `“${value}”`,
  did: (value) => value,
  refused: (value) => `refused: ${value}`,
  sentences: (value) => (value === "1" ? "1 change of access" : `${value} changes of access`),
};

/** What is for programs, or stands elsewhere in the line. */
const UNTOLD = new Set([
  "digest",
  "sha256",
  "change_set",
  "revision",
  "edition",
  "version",
  "note",
  "id",
  "kind",
  "to",
  "push",
  "groups",
  "provider",
]);

/** Words for what an entry holds beside who, what and why: "42 records, as CSV"; empty where that is nothing. */
export function besides(details: Record<string, unknown>): string {
  return Object.entries(details)
    .flatMap(([name, value]) =>
      !UNTOLD.has(name) && (typeof value === "number" || (typeof value === "string" && value !== ""))
        ? [BESIDES[name]?.(String(value)) ?? `${name} ${String(value)}`]
        : [],
    )
    .join(", ");
}
