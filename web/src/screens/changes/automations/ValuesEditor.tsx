import { Select } from "antd";
import type { AutomationValues, Catalogue, RecordType } from "../../../api/types";
import { optionHolds } from "../../../shared/optionHolds";
import { domainOf, subjectOf } from "../../rules/conditions/operands";
import { ValueInput } from "../../rules/conditions/ValueInputs";

type Value = AutomationValues[string];

type Props = {
  values: AutomationValues;
  /** The record type whose fields are set, and the one that values are taken from. */
  written: RecordType;
  from: RecordType;
  catalogue: Catalogue;
  onChange: (values: AutomationValues) => void;
};

/** Fields and the value each is given: written out, today's date, or that of a field of the record it starts from. */
export function ValuesEditor({ values, written, from, catalogue, onChange }: Props) {
  const domain = domainOf(catalogue, written);
  const free = written.fields.filter(
    (field) => values[field.id] === undefined && !field.about.given && !field.retired,
  );
  const remove = (id: string) => {
    const { [id]: _gone, ...rest } = values;
    onChange(rest);
  };
  return (
    <span className="values">
      {Object.entries(values).map(([id, value]) => {
        const subject = subjectOf(`field:${id}`, domain);
        if (!subject) return null;
        const sources = from.fields.filter((field) => field.about.family === subject.family);
        const source = value.from === undefined ? (value.today ? "today" : "value") : `from:${value.from}`;
        const blank = subject.family === "flag" ? true : (subject.options?.[0]?.id ?? "");
        const choose = (next: string) => onChange({ ...values, [id]: valueOf(next, blank) });
        return (
          <span key={id} className="row-flex wrap">
            <b>{subject.name}</b>
            <span>to</span>
            <Select
              aria-label={`Where ${subject.name} comes from`}
              value={source}
              popupMatchSelectWidth={false}
              showSearch={{ filterOption: optionHolds }}
              onChange={choose}
              options={[
                { value: "value", label: "the value" },
                ...(subject.family === "date" ? [{ value: "today", label: "today" }] : []),
                ...sources.map(({ id: other, name }) => ({ value: `from:${other}`, label: `its ${name}` })),
              ]}
            />
            {source === "value" && (
              <ValueInput
                label={`Value of ${subject.name}`}
                value={value.value ?? ""}
                subject={subject}
                width={340}
                onChange={(next) => onChange({ ...values, [id]: { value: next } })}
              />
            )}
            <button
              type="button"
              className="plain adding"
              aria-label={`Remove ${subject.name}`}
              onClick={() => remove(id)}
            >
              ×
            </button>
          </span>
        );
      })}
      <Select
        className="adding"
        aria-label={`Add a field of ${written.name}`}
        placeholder="Add a field"
        value={null}
        style={{ width: 150 }}
        popupMatchSelectWidth={false}
        showSearch={{ filterOption: optionHolds }}
        options={free.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id: string) => onChange({ ...values, [id]: firstOf(id) })}
      />
    </span>
  );

  function firstOf(id: string): Value {
    const subject = subjectOf(`field:${id}`, domain);
    return { value: subject?.family === "flag" ? true : (subject?.options?.[0]?.id ?? "") };
  }
}

function valueOf(source: string, blank: string | boolean): Value {
  if (source === "today") return { today: true };
  return source.startsWith("from:") ? { from: source.slice("from:".length) } : { value: blank };
}
