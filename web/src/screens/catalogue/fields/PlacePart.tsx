import { Checkbox, Select } from "antd";
import type { Field, RecordType } from "../../../api/types";
import { moved } from "./kinds";

type Props = {
  field: Field;
  type: RecordType;
  onChange: (type: RecordType) => void;
  set: (part: Partial<Field>) => void;
};

/** Where a field stands: its section and place there, in lists, as title and as category. */
export function PlacePart({ field, type, onChange, set }: Props) {
  const columns = type.list_fields ?? type.fields.slice(0, 6).map((each) => each.id);
  const listed = columns.includes(field.id);
  const own = type.fields.filter((each) => each.section === field.section);
  return (
    <>
      <Select
        aria-label="Section"
        value={field.section}
        options={type.sections.map((section) => ({ value: section.id, label: section.name }))}
        onChange={(section: string) => set({ section })}
      />
      <span className="row-flex">
        <button
          type="button"
          className="plain"
          disabled={own[0] === field}
          onClick={() => onChange(moved(type, field, -1))}
        >
          move up
        </button>
        <button
          type="button"
          className="plain"
          disabled={own.at(-1) === field}
          onClick={() => onChange(moved(type, field, 1))}
        >
          move down
        </button>
      </span>
      <Checkbox
        checked={listed}
        disabled={listed && columns.length === 1}
        onChange={(event) =>
          onChange({
            ...type,
            list_fields: event.target.checked
              ? [...columns, field.id]
              : columns.filter((id) => id !== field.id),
          })
        }
      >
        show in lists
      </Checkbox>
      <Checkbox
        checked={(type.title_field ?? type.fields[0]?.id) === field.id}
        onChange={(event) => event.target.checked && onChange({ ...type, title_field: field.id })}
      >
        use as the record’s title
      </Checkbox>
      {field.about.family === "choice" && (
        <Checkbox
          checked={type.category_field === field.id}
          onChange={(event) => {
            const { category_field: _before, ...rest } = type;
            onChange(event.target.checked ? { ...rest, category_field: field.id } : rest);
          }}
        >
          use as the category for baselines
        </Checkbox>
      )}
    </>
  );
}
