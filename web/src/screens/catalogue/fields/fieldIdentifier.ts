import type { Field, RecordType } from "../../../api/types";
import { identifier } from "../../../shared/identifier";

/** The identifier that follows from a field's name among the others of its record type. */
export const ownIdentifier = (field: Field, type: RecordType, name = field.name): string =>
  identifier(
    name,
    type.fields.filter((each) => each !== field).map((each) => each.id),
    "_",
    "field",
  );

/** The record type with another identifier for a field, wherever it stands: lists, forms, stages and formulas. */
export function withIdentifier(type: RecordType, field: Field, id: string): RecordType {
  const other = (each: string) => (each === field.id ? id : each);
  const own = new RegExp(`\\b${field.id}\\b(?!\\s*\\()`, "g");
  return {
    ...type,
    fields: type.fields.map((each) => ({
      ...each,
      id: other(each.id),
      ...(each.formula ? { formula: each.formula.replace(own, id) } : {}),
    })),
    ...(type.title_field ? { title_field: other(type.title_field) } : {}),
    ...(type.category_field ? { category_field: other(type.category_field) } : {}),
    ...(type.list_fields ? { list_fields: type.list_fields.map(other) } : {}),
    ...(type.path
      ? {
          path: {
            ...type.path,
            field: other(type.path.field),
            stages: Object.fromEntries(
              Object.entries(type.path.stages).map(([stage, ids]) => [stage, ids.map(other)]),
            ),
          },
        }
      : {}),
    ...(type.forms
      ? {
          forms: type.forms.map((form) => ({
            ...form,
            sections: form.sections.map((section) => ({ ...section, fields: section.fields.map(other) })),
          })),
        }
      : {}),
  };
}

/** The record type with another name for a field, and an identifier that follows it where it followed the name before. */
export function withName(type: RecordType, field: Field, name: string, follows: boolean): RecordType {
  const named = { ...field, name };
  const next = { ...type, fields: type.fields.map((each) => (each === field ? named : each)) };
  if (!follows || field.id !== ownIdentifier(field, type)) return next;
  return withIdentifier(next, named, ownIdentifier(named, next));
}
