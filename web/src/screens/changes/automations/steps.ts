import type { AutomationStep } from "../../../api/types";

export type StepKind = "write" | "make" | "tell";

/** What a step can do, as it is chosen. */
export const STEPS: { value: StepKind; label: string }[] = [
  { value: "write", label: "Set fields" },
  { value: "make", label: "Create a record" },
  { value: "tell", label: "Send a message" },
];

/** A step that is still to be filled in. record_type: what a created record is at first. */
export function blankStep(kind: StepKind, record_type: string): AutomationStep {
  if (kind === "write") return { write: {} };
  if (kind === "make") return { make: { record_type, values: {} } };
  return { tell: { to: {}, words: "" } };
}
