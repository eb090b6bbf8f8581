import { Input, InputNumber, Select } from "antd";
import { useDirectory } from "../../../api/queries";
import type { Operand } from "../../../api/types";
import { audienceOptions, principalKey, principalOf } from "../../../shared/audiences";
import { NumberBox } from "../../../shared/NumberBox";
import { PersonSelect } from "../../../shared/PersonSelect";
import { plainNumber } from "../../../shared/plainNumber";
import { operandGroups, operandKey, operandOf, type Domain, type Subject } from "./operands";
import { optionHolds } from "../../../shared/optionHolds";

export type Scalar = string | number | boolean;

/** One value written out, in the box that suits its kind. */
export function ValueInput({
  label,
  value,
  subject,
  onChange,
  width = 130,
}: {
  label: string;
  value: Scalar;
  subject: Subject;
  onChange: (value: Scalar) => void;
  /** Of a box for text, in pixels. */
  width?: number;
}) {
  if (subject.family === "flag")
    return (
      <Select
        aria-label={label}
        value={value === false ? "no" : "yes"}
        onChange={(next) => onChange(next === "yes")}
        options={[
          { value: "yes", label: "yes" },
          { value: "no", label: "no" },
        ]}
      />
    );
  if (subject.options)
    return (
      <Select
        aria-label={label}
        value={String(value)}
        onChange={onChange}
        style={{ minWidth: 110 }}
        popupMatchSelectWidth={false}
        options={subject.options.map((option) => ({ value: option.id, label: option.name }))}
      />
    );
  if (subject.family === "person")
    return <PersonSelect label={label} person={String(value)} onPick={onChange} />;
  if (subject.family === "number")
    return <NumberBox aria-label={label} value={String(value)} onNumber={onChange} style={{ width: 130 }} />;
  const kind = subject.family === "date" ? "date" : "text";
  return (
    <Input
      aria-label={label}
      type={kind}
      value={String(value)}
      onChange={(event) => onChange(event.target.value)}
      style={{ width: kind === "date" ? 150 : width }}
      placeholder={subject.family === "time" ? "2026-03-31T14:10:00Z" : undefined}
    />
  );
}

/** Several values written out. */
export function ManyInput({
  values,
  subject,
  onChange,
}: {
  values: Scalar[];
  subject: Subject;
  onChange: (values: Scalar[]) => void;
}) {
  const options = subject.options?.map((option) => ({ value: option.id, label: option.name })) ?? [];
  const placeholder =
    subject.family === "number"
      ? "Type a number and press Enter"
      : subject.family === "network"
        ? "Type a network such as 192.0.2.0/24 and press Enter"
        : "Choose or type a value and press Enter";
  return (
    <Select
      mode={subject.options ? "multiple" : "tags"}
      aria-label="Values"
      value={values.map(String)}
      onChange={(next: string[]) =>
        onChange(subject.family === "number" ? [...new Set(next.map(plainNumber))] : next)
      }
      options={options}
      style={{ minWidth: 200, flex: 1 }}
      placeholder={placeholder}
    />
  );
}

/** Roles, groups, departments and units, picked by name and kept by identifier. */
export function MembersInput({
  members,
  onChange,
}: {
  members: Record<string, string>[];
  onChange: (members: Record<string, string>[]) => void;
}) {
  const directory = useDirectory();
  const options = audienceOptions(directory.data, []).filter((group) => group.label !== "People");
  return (
    <Select
      mode="multiple"
      aria-label="Members of"
      placeholder="Roles, groups, departments, units"
      value={members.map(principalKey)}
      options={options}
      style={{ minWidth: 220, flex: 1 }}
      showSearch={{
        filterOption: optionHolds,
      }}
      onChange={(keys: string[]) => onChange(keys.map((key) => principalOf(key) as Record<string, string>))}
    />
  );
}

export function DaysInput({ days, onChange }: { days: number; onChange: (days: number) => void }) {
  return (
    <span className="row-flex" style={{ gap: 5 }}>
      <InputNumber
        aria-label="Days"
        min={0}
        max={36500}
        precision={0}
        value={days}
        onChange={(next) => onChange(next ?? 0)}
        style={{ width: 80 }}
      />{" "}
      days
    </span>
  );
}

type EitherProps = {
  operand: Operand;
  subject: Subject;
  domain: Domain;
  except?: string;
  valueLabel?: string;
  onChange: (operand: Operand) => void;
};

/** A value written out, or one that is looked up when it is needed. except: key of what it must not be. */
export function ValueOrLookup({
  operand,
  subject,
  domain,
  except,
  valueLabel = "Value",
  onChange,
}: EitherProps) {
  const groups = operandGroups(domain, subject.family)
    .map((group) => ({ ...group, options: group.options.filter((option) => option.value !== except) }))
    .filter((group) => group.options.length > 0);
  const key = operandKey(operand);
  const first = groups[0]?.options[0]?.value;
  const blank: Scalar = subject.family === "flag" ? true : (subject.options?.[0]?.id ?? "");
  return (
    <>
      {first && (
        <Select
          aria-label="Compare with"
          value={key ? "lookup" : "value"}
          style={{ width: 112 }}
          popupMatchSelectWidth={false}
          onChange={(kind) => onChange(kind === "lookup" ? operandOf(first) : { value: blank })}
          options={[
            { value: "value", label: "the value" },
            { value: "lookup", label: "looked up:" },
          ]}
        />
      )}
      {key ? (
        <Select
          aria-label="Looked up"
          showSearch={{ optionFilterProp: "label" }}
          value={key}
          onChange={(next: string) => onChange(operandOf(next))}
          style={{ minWidth: 130 }}
          popupMatchSelectWidth={false}
          options={groups}
        />
      ) : (
        <ValueInput
          label={valueLabel}
          value={operand.value ?? ""}
          subject={subject}
          onChange={(value) => onChange({ value })}
        />
      )}
      {operand.today !== undefined && (
        <span className="row-flex" style={{ gap: 5 }}>
          and{" "}
          <InputNumber
            aria-label="Days later"
            precision={0}
            min={-36500}
            max={36500}
            value={operand.today}
            onChange={(days) => onChange({ today: days ?? 0 })}
            style={{ width: 80 }}
          />{" "}
          days
        </span>
      )}
    </>
  );
}
