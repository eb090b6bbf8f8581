import type { Level } from "../api/types";

/** Access levels from least to most ink, with the names people read. */
export const LEVEL_NAMES: Record<Level, string> = {
  hidden: "Hidden",
  masked: "Masked",
  replace_only: "Replace-only",
  read_only: "Read-only",
  editable: "Editable",
  required: "Required",
  denied: "Denied",
  allowed: "Allowed",
};

/** What fields have, and what actions have. */
export const LEVELS = ["hidden", "masked", "replace_only", "read_only", "editable", "required"] as const;
export const PERMISSIONS = ["denied", "allowed"] as const;

/** A cell of the map as it is sent ("read_only|editable+") taken apart. */
export function readCell(cell: string): { levels: Level[]; complete: boolean; contested: boolean } {
  const contested = cell.endsWith("!");
  const plain = contested ? cell.slice(0, -1) : cell;
  const complete = !plain.endsWith("+");
  const levels = (complete ? plain : plain.slice(0, -1))
    .split("|")
    .filter((name): name is Level => name in LEVEL_NAMES);
  return { levels, complete, contested };
}

/** "Read-only or Editable, depending on the record" */
export function cellWords(cell: string): string {
  const { levels, complete, contested } = readCell(cell);
  const words = levels.map((level) => LEVEL_NAMES[level]).join(" or ");
  const depends = levels.length > 1 ? `, depending on the record${complete ? "" : "; perhaps more"}` : "";
  return `${words}${depends}${contested ? " (rules disagree)" : ""}`;
}
