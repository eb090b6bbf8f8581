import { Input, Select } from "antd";
import type { KeyboardEvent } from "react";
import type { FormDesign, RecordType } from "../../api/types";
import { swapped } from "./swapped";

type Section = FormDesign["sections"][number];
type Props = {
  section: Section;
  type: RecordType;
  placed: string[];
  first: boolean;
  last: boolean;
  onChange: (section: Section | undefined) => void;
  onMove: (by: 1 | -1) => void;
};

/** One section of a form: its heading, its columns, and its fields in order. Alt and an arrow key move a field. */
export function SectionEditor({ section, type, placed, first, last, onChange, onMove }: Props) {
  const name = section.name ?? type.sections.find((each) => each.id === section.id)?.name ?? section.id;
  const names = new Map(type.fields.map((field) => [field.id, field.name]));
  const left = type.fields.filter((field) => !placed.includes(field.id));
  const put = (fields: string[]) => onChange(fields.length > 0 ? { ...section, fields } : undefined);
  const onKeyDown = (index: number) => (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    put(swapped(section.fields, index, event.key === "ArrowUp" ? -1 : 1));
  };
  return (
    <section className="section-editor" aria-label={`Section ${name}`}>
      <div className="row-flex">
        <Input
          aria-label="Heading"
          value={name}
          maxLength={200}
          style={{ width: 190 }}
          onChange={(event) => onChange({ ...section, name: event.target.value })}
        />
        <Select
          aria-label={`Columns of ${name}`}
          value={section.columns ?? 1}
          onChange={(columns: number) => onChange({ ...section, columns })}
          options={[1, 2, 3].map((value) => ({
            value,
            label: value === 1 ? "one column" : `${value} columns`,
          }))}
          style={{ width: 118 }}
        />
        <button
          type="button"
          className="plain"
          disabled={first}
          aria-label={`Move section ${name} up`}
          onClick={() => onMove(-1)}
        >
          up
        </button>
        <button
          type="button"
          className="plain"
          disabled={last}
          aria-label={`Move section ${name} down`}
          onClick={() => onMove(1)}
        >
          down
        </button>
        <button
          type="button"
          className="plain"
          aria-label={`Remove section ${name}`}
          onClick={() => onChange(undefined)}
        >
          remove
        </button>
      </div>
      <ol>
        {section.fields.map((id, index) => (
          // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- for the buttons in it
          <li key={id} onKeyDown={onKeyDown(index)}>
            <span>{names.get(id) ?? id}</span>
            <button
              type="button"
              className="plain"
              disabled={index === 0}
              aria-label={`Move ${names.get(id)} up`}
              onClick={() => put(swapped(section.fields, index, -1))}
            >
              up
            </button>
            <button
              type="button"
              className="plain"
              disabled={index === section.fields.length - 1}
              aria-label={`Move ${names.get(id)} down`}
              onClick={() => put(swapped(section.fields, index, 1))}
            >
              down
            </button>
            <button
              type="button"
              className="plain"
              aria-label={`Remove ${names.get(id)} from the form`}
              onClick={() => put(section.fields.filter((each) => each !== id))}
            >
              off
            </button>
          </li>
        ))}
      </ol>
      {left.length > 0 && (
        <Select
          aria-label={`Add a field to ${name}`}
          value={null}
          placeholder="Add a field"
          popupMatchSelectWidth={false}
          showSearch={{ optionFilterProp: "label" }}
          style={{ width: 190 }}
          options={left.map((field) => ({ value: field.id, label: field.name }))}
          onChange={(id: string | null) => id && put([...section.fields, id])}
        />
      )}
    </section>
  );
}
