import { useState } from "react";
import type { Field, RecordType } from "../../api/types";
import { FormulaInput } from "./fields/FormulaInput";

type Props = { field: Field; type: RecordType; readOnly: boolean; onChange: (type: RecordType) => void };

/** How a computed field is calculated, edited in its row. */
export function FormulaEditor({ field, type, readOnly, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const set = (next: Field) =>
    onChange({ ...type, fields: type.fields.map((each) => (each.id === field.id ? next : each)) });
  if (open) return <FormulaInput field={field} type={type} set={set} />;
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
