import { Checkbox, Input } from "antd";
import { useState } from "react";
import type { Field, RecordType } from "../../api/types";

type Props = { field: Field; type: RecordType; readOnly: boolean; onChange: (type: RecordType) => void };

/** How a computed field is calculated, and whether it may be typed while an input is blank. */
export function FormulaEditor({ field, type, readOnly, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const put = (change: Partial<Field>) =>
    onChange({
      ...type,
      fields: type.fields.map((each) => (each.id === field.id ? { ...each, ...change } : each)),
    });
  if (!open) {
    return (
      <span>
        <span className="mono">{field.formula}</span>
        {field.typed_when_incomplete && "; typed while an input is blank"}{" "}
        {!readOnly && (
          <button
            type="button"
            className="plain"
            aria-label={`Edit the formula of ${field.name}`}
            onClick={() => setOpen(true)}
          >
            edit
          </button>
        )}
      </span>
    );
  }
  return (
    <div className="stack" style={{ gap: 4 }}>
      <Input
        aria-label={`Formula of ${field.name}`}
        className="mono"
        value={field.formula}
        maxLength={1000}
        onChange={(event) => put({ formula: event.target.value })}
      />
      <Checkbox
        checked={field.typed_when_incomplete ?? false}
        onChange={(event) => put({ typed_when_incomplete: event.target.checked || undefined })}
      >
        typed while an input is blank
      </Checkbox>
      <span className="soft">
        Fields are named by identifier:{" "}
        {type.fields
          .filter((each) => each.about.family === "number" && each.id !== field.id)
          .map((each) => each.id)
          .join(", ") || "there is no number field"}
      </span>
    </div>
  );
}
