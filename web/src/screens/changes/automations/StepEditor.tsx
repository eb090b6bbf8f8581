import { Input, Select } from "antd";
import { useState } from "react";
import { useDirectory, usePeople } from "../../../api/queries";
import type { AutomationStep, Catalogue, RecordType } from "../../../api/types";
import { audienceOptions, principalKey, principalOf } from "../../../shared/audiences";
import { optionHolds } from "../../../shared/optionHolds";
import { ValuesEditor } from "./ValuesEditor";

type Props = {
  step: AutomationStep;
  /** Of the record that the automation starts from. */
  type: RecordType;
  catalogue: Catalogue;
  onChange: (step: AutomationStep) => void;
};

/** One step: fields that are set, a record that is created, or a message. */
export function StepEditor({ step, type, catalogue, onChange }: Props) {
  if (step.write)
    return (
      <>
        <span>Set</span>
        <ValuesEditor
          values={step.write}
          written={type}
          from={type}
          catalogue={catalogue}
          onChange={(write) => onChange({ write })}
        />
      </>
    );
  if (step.make) return <Creating made={step.make} type={type} catalogue={catalogue} onChange={onChange} />;
  return step.tell ? <Message told={step.tell} type={type} onChange={onChange} /> : null;
}

type CreatingProps = Omit<Props, "step"> & { made: NonNullable<AutomationStep["make"]> };

function Creating({ made, type, catalogue, onChange }: CreatingProps) {
  const other = catalogue.record_types.find((each) => each.id === made.record_type);
  const references = other?.fields.filter((field) => field.refers_to === type.id) ?? [];
  const put = (through: string | undefined, values = made.values) =>
    onChange({ make: { record_type: made.record_type, ...(through ? { through } : {}), values } });
  return (
    <>
      <span>Create</span>
      <Select
        aria-label="Record type created"
        value={made.record_type}
        options={catalogue.record_types.map(({ id, name }) => ({ value: id, label: name }))}
        popupMatchSelectWidth={false}
        onChange={(record_type: string) => onChange({ make: { record_type, values: {} } })}
      />
      {references.length > 0 && (
        <>
          <span>with this {type.name.toLowerCase()} as its</span>
          <Select
            aria-label="Field that refers back"
            allowClear
            placeholder="no field"
            value={made.through}
            options={references.map(({ id, name }) => ({ value: id, label: name }))}
            popupMatchSelectWidth={false}
            onChange={(through?: string) => put(through)}
          />
        </>
      )}
      <span>setting</span>
      {other && (
        <ValuesEditor
          values={made.values}
          written={other}
          from={type}
          catalogue={catalogue}
          onChange={(values) => put(made.through, values)}
        />
      )}
    </>
  );
}

type MessageProps = {
  told: NonNullable<AutomationStep["tell"]>;
  type: RecordType;
  onChange: (step: AutomationStep) => void;
};

function Message({ told, type, onChange }: MessageProps) {
  const directory = useDirectory();
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 30);
  const put = (part: Partial<typeof told>) => onChange({ tell: { ...told, ...part } });
  return (
    <>
      <span>Tell</span>
      <Select
        aria-label="Recipients"
        placeholder="whom"
        value={Object.keys(told.to).length > 0 ? principalKey(told.to) : undefined}
        options={audienceOptions(directory.data, people.data?.items ?? [])}
        showSearch={{ onSearch: setSearch, filterOption: optionHolds }}
        onChange={(key: string) => put({ to: principalOf(key) })}
        style={{ minWidth: 180 }}
      />
      <Input
        aria-label="What the message says"
        placeholder="What the message says"
        value={told.words}
        maxLength={300}
        onChange={(event) => put({ words: event.target.value })}
        style={{ width: 320 }}
      />
      <span>with</span>
      <Select
        mode="multiple"
        aria-label="Fields in the message"
        placeholder="no field"
        value={told.fields ?? []}
        options={type.fields.map(({ id, name }) => ({ value: id, label: name }))}
        showSearch={{ filterOption: optionHolds }}
        onChange={(fields: string[]) => {
          const { fields: _gone, ...rest } = told;
          onChange({ tell: fields.length > 0 ? { ...rest, fields } : rest });
        }}
        style={{ minWidth: 220 }}
      />
    </>
  );
}
