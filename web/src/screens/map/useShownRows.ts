import { useMemo } from "react";
import type { AccessMap, RecordType } from "../../api/types";
import { actionOf, subjectName } from "../../shared/subjects";
import { useListSearch } from "../../shared/useListSearch";

const FIND = "find";
const ACTIONS = "actions";

/**
 * The map with the rows that are shown: fields whose name holds what is looked for, and the actions on the record where
 * they are unfolded, or where rules disagree on one. Both stand in the address.
 */
export function useShownRows(map: AccessMap | undefined, type: RecordType | undefined) {
  const [search, set] = useListSearch();
  const find = search.get(FIND) ?? "";
  const disagree = map?.rows.some(
    (row) => actionOf(row.field) && row.cells.some((cell) => cell.endsWith("!")),
  );
  const unfolded = (search.get(ACTIONS) ?? (disagree ? "shown" : "folded")) === "shown";
  const shown = useMemo(
    () => map && { ...map, rows: map.rows.filter(({ field }) => isShown(field, type, find, unfolded)) },
    [map, type, find, unfolded],
  );
  return {
    shown,
    find,
    onFind: (text: string) => set({ [FIND]: text }, true),
    actions: map?.rows.filter((row) => actionOf(row.field) !== undefined).length ?? 0,
    unfolded,
    onUnfold: (open: boolean) => set({ [ACTIONS]: open ? "shown" : "folded" }, true),
  };
}

/** Is a row shown? What is looked for is looked for among actions as well, folded or not. */
export function isShown(
  field: string,
  type: RecordType | undefined,
  find: string,
  unfolded: boolean,
): boolean {
  const wanted = find.trim().toLowerCase();
  if (wanted) return subjectName(field, type).toLowerCase().includes(wanted);
  return unfolded || actionOf(field) === undefined;
}
