import { Checkbox, Input, InputNumber, Select } from "antd";
import type { ReactNode } from "react";
import type { Catalogue, Field, RecordType } from "../../../api/types";
import { StatePick } from "../StatePick";
import { asKind, moved } from "./kinds";
import { OptionsEditor } from "./OptionsEditor";

type Props = {
  field: Field;
  /** Is it already in the policy? Then its identifier stays, and it can be retired. */
  known: boolean;
  type: RecordType;
  catalogue: Catalogue;
  onChange: (type: RecordType) => void;
  onClose: () => void;
};

/** One field of a record type, part by part. What that does is told where the whole edit is kept. */
export function FieldEditor({ field, known, type, catalogue, onChange, onClose }: Props) {
  const kinds = catalogue.vocabulary.kinds;
  const takes = kinds.find((kind) => kind.name === field.kind)?.takes ?? [];
  const replace = (next: Field) =>
    onChange({ ...type, fields: type.fields.map((each) => (each === field ? next : each)) });
  const set = (part: Partial<Field>) =>
    replace(
      Object.fromEntries(
        (Object.entries({ ...field, ...part }) as [string, unknown][]).filter(
          ([, value]) => value !== undefined && value !== "",
        ),
      ) as Field,
    );
  const columns = type.list_fields ?? type.fields.slice(0, 6).map((each) => each.id);
  const listed = columns.includes(field.id);
  const own = type.fields.filter((each) => each.section === field.section);
  const drop = () => {
    onChange(without(type, field));
    onClose();
  };
  return (
    <aside className="side" aria-label={`Field ${field.name}`}>
      <div className="editor">
        <div className="head">
          <h2>{field.name || "A field"}</h2>
          <span className="tag">{field.id}</span>
          <span className="push">
            <button type="button" className="plain" onClick={onClose}>
              Close
            </button>
          </span>
        </div>
        <Part word="Name">
          <Input
            aria-label="Name of the field"
            value={field.name}
            maxLength={200}
            onChange={(event) => replace({ ...field, name: event.target.value })}
          />
        </Part>
        <Part word="Kind">
          <Select
            aria-label="Kind"
            value={field.kind}
            options={kinds.map((kind) => ({ value: kind.name, label: kind.title }))}
            onChange={(name: string) => {
              const kind = kinds.find((each) => each.name === name);
              if (kind) replace(asKind(field, kind, type));
            }}
          />
          {takes.includes("options") && (
            <OptionsEditor options={field.options ?? []} onChange={(options) => set({ options })} />
          )}
          {takes.includes("numbering") && (
            <Input
              aria-label="Number pattern, such as LN-####"
              value={field.numbering}
              maxLength={40}
              onChange={(event) => replace({ ...field, numbering: event.target.value })}
            />
          )}
          {takes.includes("refers_to") && (
            <Select
              aria-label="Refers to"
              value={field.refers_to}
              options={catalogue.record_types.map((each) => ({ value: each.id, label: each.name }))}
              onChange={(refers_to: string) => set({ refers_to })}
            />
          )}
          {takes.includes("formula") && (
            <Input
              aria-label="Formula"
              className="mono"
              placeholder="item_count * unit_value"
              value={field.formula}
              maxLength={1000}
              onChange={(event) => replace({ ...field, formula: event.target.value })}
            />
          )}
          {takes.includes("max_length") && (
            <label className="row-flex">
              at most
              <InputNumber
                aria-label="Maximum length, in characters"
                min={1}
                max={1_000_000}
                precision={0}
                placeholder="10000"
                value={field.max_length}
                onChange={(length) => set({ max_length: length ?? undefined })}
              />
              characters
            </label>
          )}
        </Part>
        <Part word="Stands">
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
        </Part>
        <Part word="Sensitivity">
          <Select
            aria-label="Sensitivity"
            value={field.label}
            options={catalogue.labels.map((label) => ({ value: label.id, label: label.name }))}
            onChange={(label: string) => set({ label })}
          />
        </Part>
        <Part word="Starts as">
          <StatePick
            label="Starts as"
            state={field.baseline}
            vocabulary={catalogue.vocabulary}
            onChange={(baseline) => set({ baseline })}
          />
        </Part>
        <Part word="Help">
          <Input.TextArea
            aria-label="Help text"
            autoSize={{ minRows: 2, maxRows: 6 }}
            value={field.help ?? ""}
            maxLength={4000}
            onChange={(event) => set({ help: event.target.value })}
          />
        </Part>
        <p className="row-flex">
          {known && (
            <button
              type="button"
              className="plain"
              onClick={() => set({ retired: field.retired ? undefined : true })}
            >
              {field.retired ? "Restore" : "Retire"}
            </button>
          )}
          {type.fields.length > 1 && (
            <button type="button" className="plain" onClick={drop}>
              Remove
            </button>
          )}
        </p>
        <p className="soft">
          {field.retired
            ? "Retired: it is on no form, in no list and in no rule. Stored values remain."
            : "A retired field keeps its stored values, but no one sees it. You can remove a field only if no rule names it."}
        </p>
      </div>
    </aside>
  );
}

function Part({ word, children }: { word: string; children: ReactNode }) {
  return (
    <div className="part">
      <div className="word">{word}</div>
      <div className="content">{children}</div>
    </div>
  );
}

/** The record type without a field, also where it stands in lists, on forms and on the path. */
function without(type: RecordType, field: Field): RecordType {
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
