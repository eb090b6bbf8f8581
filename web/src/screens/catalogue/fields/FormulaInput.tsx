import { Checkbox, Input, Select, type InputRef } from "antd";
import { useRef } from "react";
import type { Field, RecordType } from "../../../api/types";

type Props = { field: Field; type: RecordType; set: (field: Field) => void };

/** The formula of a computed field, with the fields that it can use at hand, and whether it may be typed without it. */
export function FormulaInput({ field, type, set }: Props) {
  const input = useRef<InputRef>(null);
  const numbers = type.fields.filter((each) => each.about.family === "number" && each.id !== field.id);
  const insert = (id: string) => {
    const formula = field.formula ?? "";
    const box = input.current?.input;
    const start = box?.selectionStart ?? formula.length;
    const end = box?.selectionEnd ?? formula.length;
    set({ ...field, formula: `${formula.slice(0, start)}${id}${formula.slice(end)}` });
    input.current?.focus();
  };
  return (
    <div className="stack" style={{ gap: 4 }}>
      <Input
        ref={input}
        aria-label={`Formula of ${field.name}`}
        className="mono"
        placeholder="item_count * unit_value"
        value={field.formula}
        maxLength={1000}
        onChange={(event) => set({ ...field, formula: event.target.value })}
      />
      {numbers.length > 0 ? (
        <Select
          aria-label="Insert a field"
          placeholder="Insert a field"
          value={null}
          showSearch={{ optionFilterProp: "label" }}
          options={numbers.map((each) => ({ value: each.id, label: each.name }))}
          onChange={(id: string | null) => id && insert(id)}
        />
      ) : (
        <span className="soft">This record type has no number field to calculate with.</span>
      )}
      <Checkbox
        checked={field.typed_when_incomplete ?? false}
        onChange={(event) => {
          const { typed_when_incomplete: _before, ...rest } = field;
          set(event.target.checked ? { ...rest, typed_when_incomplete: true } : rest);
        }}
      >
        can be typed while an input is blank
      </Checkbox>
    </div>
  );
}
