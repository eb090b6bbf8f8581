import type { Field, RecordType } from "../../../api/types";

/** The record type without a field, also where it stands in lists, on forms and on the path. */
export function withoutField(type: RecordType, field: Field): RecordType {
  const { title_field, category_field, path, ...rest } = type;
  const list = type.list_fields?.filter((id) => id !== field.id);
  return {
    ...rest,
    ...(title_field && title_field !== field.id ? { title_field } : {}),
    ...(category_field && category_field !== field.id ? { category_field } : {}),
    ...(path && path.field !== field.id
      ? {
          path: {
            ...path,
            stages: Object.fromEntries(
              Object.entries(path.stages).map(([stage, ids]) => [stage, ids.filter((id) => id !== field.id)]),
            ),
          },
        }
      : {}),
    ...(list ? { list_fields: list.length > 0 ? list : undefined } : {}),
    fields: type.fields.filter((each) => each !== field),
    ...(type.forms
      ? {
          forms: type.forms.map((form) => ({
            ...form,
            sections: form.sections
              .map((section) => ({ ...section, fields: section.fields.filter((id) => id !== field.id) }))
              .filter((section) => section.fields.length > 0),
          })),
        }
      : {}),
  };
}
