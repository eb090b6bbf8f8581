import { Input, Select } from "antd";
import type { KeyboardEvent } from "react";
import type { FieldValue, FormField } from "../api/types";
import { NumberBox } from "../shared/NumberBox";
import { MomentInput } from "./MomentInput";
import { PersonInput, type PeopleFrom } from "./PersonInput";
import { ReferenceInput } from "./ReferenceInput";

type Props = {
  field: FormField;
  value: FieldValue | undefined;
  onEnter: (value: FieldValue) => void;
  peopleFrom: PeopleFrom;
  placeholder?: string;
};

/** The box a value is typed into. Blank is null. */
export function FieldInput({ field, value, onEnter, peopleFrom, placeholder }: Props) {
  const label = { "aria-labelledby": `label-${field.id}`, "aria-required": field.required || undefined };
  const text = value === undefined || value === null ? "" : String(value);
  const typed = (raw: string) => onEnter(raw === "" ? null : raw);
  // The cross that empties a choice is for the mouse; it is no stop for the keyboard.
  const emptied = (event: KeyboardEvent) => {
    if (event.key === "Delete") onEnter(null);
  };
  switch (field.input) {
    case "lines":
      return (
        <Input.TextArea
          {...label}
          autoSize={{ minRows: 1, maxRows: 8 }}
          value={text}
          placeholder={placeholder}
          onChange={(event) => typed(event.target.value)}
        />
      );
    case "number":
      return (
        <NumberBox
          {...label}
          value={text}
          placeholder={placeholder}
          style={{ maxWidth: 200 }}
          onNumber={typed}
        />
      );
    case "date":
      return (
        <Input
          {...label}
          type="date"
          value={text}
          style={{ maxWidth: 170 }}
          onChange={(event) => typed(event.target.value)}
        />
      );
    case "moment":
      return <MomentInput value={text} label={label} onEnter={onEnter} />;
    case "yes_no":
      return (
        <Select
          {...label}
          allowClear
          value={value === true ? "yes" : value === false ? "no" : undefined}
          style={{ maxWidth: 120 }}
          placeholder="not answered"
          options={[
            { value: "yes", label: "yes" },
            { value: "no", label: "no" },
          ]}
          onChange={(answer?: string) => onEnter(answer === undefined ? null : answer === "yes")}
          onKeyDown={emptied}
        />
      );
    case "choice":
      return (
        <Select
          {...label}
          allowClear
          value={text || undefined}
          placeholder={placeholder}
          style={{ maxWidth: 260 }}
          options={(field.options ?? []).map((option) => ({ value: option.id, label: option.name }))}
          onChange={(option?: string) => onEnter(option ?? null)}
          onKeyDown={emptied}
        />
      );
    case "choices":
      return (
        <Select
          {...label}
          mode="multiple"
          value={Array.isArray(value) ? value : []}
          options={(field.options ?? []).map((option) => ({ value: option.id, label: option.name }))}
          onChange={(options: string[]) => onEnter(options.length > 0 ? options : null)}
        />
      );
    case "reference":
      return (
        <ReferenceInput field={field} value={text} label={label} placeholder={placeholder} onPick={typed} />
      );
    case "person":
      return (
        <PersonInput
          field={field}
          value={text}
          label={label}
          from={peopleFrom}
          placeholder={placeholder}
          onPick={onEnter}
        />
      );
    default:
      return (
        <Input
          {...label}
          value={text}
          placeholder={placeholder}
          onChange={(event) => typed(event.target.value)}
        />
      );
  }
}
