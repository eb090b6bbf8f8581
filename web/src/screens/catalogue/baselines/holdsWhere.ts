import type { BaselineView, DirectoryNode, RecordType } from "../../../api/types";

/** "at Tidewater House; when Purpose is Research" */
export function holdsWhere(baseline: BaselineView, type: RecordType, units: DirectoryNode[]): string {
  const category = type.fields.find((field) => field.id === type.category_field);
  const option = (id: string) => category?.options?.find((each) => each.id === id)?.name ?? id;
  const at = (baseline.units ?? []).map((id) => `at ${units.find((unit) => unit.id === id)?.name ?? id}`);
  const when = (baseline.categories ?? []).map((id) => `when ${category?.name} is ${option(id)}`);
  return baseline.both ? `${at.join(" or ")}, and only ${when.join(" or ")}` : [...at, ...when].join("; ");
}
