import type { Condition } from "../../../api/types";
import { operandKey, subjectOf, type Domain } from "./operands";
import type { Path } from "./tree";

/** How the parts of a condition are edited, each by its path in the tree. */
export type Edit = {
  domain: Domain;
  /** What was copied from a condition about the same record type. */
  copied: Condition | null;
  /** Replaces the part at a path, or takes it out. */
  put: (path: Path, next: Condition | undefined) => void;
  /** The same, and takes the focus to the part at another path. */
  putAndGo: (path: Path, next: Condition | undefined, to: Path) => void;
  /** Moves a part up or down within its group. */
  move: (path: Path, by: 1 | -1) => void;
};

/** What a part is called where it is moved, copied or removed. */
export function partName(node: Condition, domain: Domain): string {
  if (node.all) return "all of these";
  if (node.any) return "any of these";
  if (node.not) return "the opposite";
  return `the comparison of ${subjectOf(operandKey(node.left), domain)?.name ?? "a field"}`;
}
