import type { AccessMap, RecordType, Rule } from "../../api/types";
import { principalOf } from "../../shared/audiences";

/** A rectangle of cells, from where it was begun to where it was drawn. Indices of rows and columns. */
export type Selection = { from: { row: number; column: number }; to: { row: number; column: number } };

export type Bounds = { top: number; bottom: number; left: number; right: number };

export function bounds(selection: Selection): Bounds {
  return {
    top: Math.min(selection.from.row, selection.to.row),
    bottom: Math.max(selection.from.row, selection.to.row),
    left: Math.min(selection.from.column, selection.to.column),
    right: Math.max(selection.from.column, selection.to.column),
  };
}

export function inside(area: Bounds | null, row: number, column: number): boolean {
  return (
    area !== null && row >= area.top && row <= area.bottom && column >= area.left && column <= area.right
  );
}

export function selectionSize(selection: Selection | null): number {
  if (!selection) return 0;
  const area = bounds(selection);
  return (area.bottom - area.top + 1) * (area.right - area.left + 1);
}

/** A rule with audience, fields and mode filled in; what it does is still to be chosen. */
export function ruleFromSelection(
  selection: Selection,
  type: RecordType,
  map: AccessMap,
  mode: string,
): Rule {
  const area = bounds(selection);
  const fields = map.rows.slice(area.top, area.bottom + 1).map((row) => row.field);
  const keys = map.columns.slice(area.left, area.right + 1).map((column) => column.key);
  const named = fields.map((id) => type.fields.find((field) => field.id === id)?.name ?? id);
  const audience = keys.some((key) => key.startsWith("everyone"))
    ? { everyone: true }
    : { any: keys.map(principalOf) };
  return {
    title: `${named[0]}${named.length > 1 ? ` and ${named.length - 1} more` : ""}`.slice(0, 200),
    kind: "ordinary",
    record_type: type.id,
    audience,
    reach: { modes: [mode] },
    lines: [{ fields, effects: [] }],
  };
}
