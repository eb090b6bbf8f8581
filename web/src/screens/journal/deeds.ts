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
