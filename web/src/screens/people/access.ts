import type { SignInAccount } from "../../api/types";

/** What a sign-in lets its owner do. */
export const ACCESS: Record<SignInAccount["access"], string> = {
  administrator: "administrator: edits and publishes",
  approver: "approver: reads everything, approves and publishes",
  auditor: "auditor: reads everything, changes nothing",
  record_user: "record user: works with records only",
};
