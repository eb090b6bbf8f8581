import { Input, InputNumber, Select } from "antd";
import type { Mask, Vocabulary } from "../../api/types";

/** The format of a mask, and what it asks for. */
export function MaskEditor({
  mask,
  vocabulary,
  onChange,
}: {
  mask: Mask;
  vocabulary: Vocabulary;
  onChange: (mask: Mask) => void;
}) {
  const format = vocabulary.masks.find((each) => each.name === mask.format);
  const pick = (name: string) => {
    const parameters = vocabulary.masks.find((each) => each.name === name)?.parameters ?? [];
    onChange({
      format: name,
      ...Object.fromEntries(parameters.map((parameter) => [parameter.name, parameter.start])),
    });
  };
  const names = vocabulary.masks.map((each) => ({ value: each.name, label: each.title }));
  return (
    <>
      <Select
        aria-label="Mask format"
        value={mask.format}
        onChange={pick}
        style={{ width: 200 }}
        options={names}
      />
      {(format?.parameters ?? []).map((parameter) => (
        <ParameterInput
          key={parameter.name}
          parameter={parameter}
          value={mask[parameter.name]}
          onChange={(value) => onChange({ ...mask, [parameter.name]: value })}
        />
      ))}
    </>
  );
}

type Parameter = Vocabulary["masks"][number]["parameters"][number];
type ParameterValue = Parameter["start"];

/** A box for one parameter of a mask, as its schema says. */
function ParameterInput({
  parameter,
  value,
  onChange,
}: {
  parameter: Parameter;
  value: ParameterValue | undefined;
  onChange: (value: ParameterValue) => void;
}) {
  const { schema, title } = parameter;
  if (schema.type === "string") {
    return (
      <Input
        aria-label={title}
        value={value}
        maxLength={schema.maxLength}
        onChange={(event) => onChange(event.target.value)}
        style={{ width: 160 }}
      />
    );
  }
  const least = schema.minimum ?? 0;
  return (
    <InputNumber
      aria-label={title}
      min={least}
      max={schema.maximum}
      precision={0}
      value={Number(value)}
      onChange={(next) => onChange(next ?? least)}
    />
  );
}
