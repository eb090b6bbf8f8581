import type { AccessMap, RecordType, Rule, RuleLine } from "../../api/types";
import type { Mode } from "../../question/useQuestion";
import { principalOf } from "../../shared/audiences";
import { actionOf, subjectName, WHOLE } from "../../shared/subjects";
import { reachOf } from "./useModesMet";

/** A cell of the map. Indices of rows and columns. */
export type Cell = { row: number; column: number };

/**
 * Cells of the map: those kept from before, and a rectangle from where it was begun to where it was drawn. The rectangle
 * counts for nothing while one only passes over it.
 */
export type Selection = { kept: ReadonlySet<string>; from: Cell; to: Cell; passing?: boolean };

const NONE: ReadonlySet<string> = new Set();
const keyOf = ({ row, column }: Cell) => `${row}-${column}`;

/** A rectangle alone. */
export const drawn = (from: Cell, to: Cell): Selection => ({ kept: NONE, from, to });

/** The same with its rectangle drawn to another cell. */
export const extended = (selection: Selection, to: Cell): Selection => ({ ...selection, to, passing: false });

/** One goes on to a cell without taking anything up or giving it back. */
export const passedTo = (selection: Selection | null, at: Cell): Selection => ({
  kept: cellsOf(selection),
  from: at,
  to: at,
  passing: true,
});

/** A rectangle taken up beside what is selected; one that is selected whole is given back instead. */
export function toggled(selection: Selection | null, from: Cell, to: Cell = from): Selection {
  const before = cellsOf(selection);
  const area = [...cellsOf(drawn(from, to))];
  if (!area.every((key) => before.has(key))) return { kept: before, from, to };
  return { kept: new Set([...before].filter((key) => !area.includes(key))), from, to, passing: true };
}

/** Keys of all cells that are selected. */
export function cellsOf(selection: Selection | null): Set<string> {
  const found = new Set(selection?.kept ?? []);
  if (!selection || selection.passing) return found;
  const { from, to } = selection;
  for (let row = Math.min(from.row, to.row); row <= Math.max(from.row, to.row); row++)
    for (let column = Math.min(from.column, to.column); column <= Math.max(from.column, to.column); column++)
      found.add(keyOf({ row, column }));
  return found;
}

export const isSelected = (cells: ReadonlySet<string>, row: number, column: number): boolean =>
  cells.has(keyOf({ row, column }));

/** The fields and audiences of the cells that are selected. */
export function selected(
  selection: Selection | null,
  map: AccessMap,
): { fields: string[]; audiences: string[] } {
  const places = [...cellsOf(selection)].map((key) => key.split("-").map(Number));
  const [rows, columns] = [0, 1].map((part) => new Set(places.map((place) => place[part])));
  return {
    fields: map.rows.filter((_, row) => rows?.has(row)).map(({ field }) => field),
    audiences: map.columns.filter((_, column) => columns?.has(column)).map(({ key }) => key),
  };
}

/**
 * Rules with audience, fields and modes filled in; what they do is still to be chosen. Fields selected for the same
 * audiences become one rule. whole: does the map show every role? Then a field selected for all of them is for
 * everyone, outright.
 */
export function rulesFromSelection(
  selection: Selection,
  type: RecordType,
  map: AccessMap,
  modes: Mode[],
  whole: boolean,
): Rule[] {
  const cells = cellsOf(selection);
  const groups = new Map<string, { columns: number[]; fields: string[] }>();
  map.rows.forEach(({ field }, row) => {
    const columns = map.columns.flatMap((_, column) => (isSelected(cells, row, column) ? [column] : []));
    if (columns.length === 0) return;
    const group = groups.get(columns.join()) ?? { columns, fields: [] };
    group.fields.push(field);
    groups.set(columns.join(), group);
  });
  return [...groups.values()].map(({ columns, fields }) => ruleFor(columns, fields, type, map, modes, whole));
}

function ruleFor(
  columns: number[],
  fields: string[],
  type: RecordType,
  map: AccessMap,
  modes: Mode[],
  whole: boolean,
): Rule {
  const keys = columns.flatMap((column) => map.columns[column]?.key ?? []);
  const named = fields.map((id) => subjectName(id, type));
  const everyone = whole && columns.length === map.columns.length;
  return {
    title: `${named[0]}${named.length > 1 ? ` and ${named.length - 1} more` : ""}`.slice(0, 200),
    kind: "ordinary",
    record_type: type.id,
    audience:
      everyone || keys.some((key) => key.startsWith("everyone"))
        ? { everyone: true }
        : { any: keys.map(principalOf) },
    reach: reachOf(modes),
    lines: linesFor(fields),
  };
}

/** A line for the fields, one for the actions and one for the record as a whole, as far as they are selected. */
export function linesFor(subjects: string[]): RuleLine[] {
  const actions = subjects.flatMap((id) => actionOf(id) ?? []);
  const fields = subjects.filter((id) => id !== WHOLE && actionOf(id) === undefined);
  return [
    ...(fields.length > 0 ? [{ fields, effects: [] }] : []),
    ...(actions.length > 0 ? [{ actions, effects: [] }] : []),
    ...(subjects.includes(WHOLE) ? [{ record: true, effects: [] }] : []),
  ];
}
