import { Checkbox, Input, InputNumber, Radio, Select } from "antd";
import type { Effect, Mask, Vocabulary } from "../../api/types";

const FACETS = [
  ["visibility", "Sight"],
  ["entry", "Entry"],
  ["presence", "Presence"],
] as const;

/** What becomes of the fields: for each facet one value, or nothing said of it. */
export function EffectsEditor({
  effects,
  vocabulary,
  label = "",
  onChange,
}: {
  effects: Effect[];
  vocabulary: Vocabulary;
  label?: string;
  onChange: (effects: Effect[]) => void;
}) {
  const facetOf = new Map(vocabulary.effects.map((effect) => [effect.name, effect.facet]));
  const mask = effects.find((effect) => effect.effect === "mask");
  const choose = (facet: string, name: string) => {
    const others = effects.filter((effect) => facetOf.get(effect.effect) !== facet);
    const chosen: Effect[] =
      name === "" ? [] : [name === "mask" ? { effect: "mask", mask: { format: "all" } } : { effect: name }];
    const order = vocabulary.effects.map((effect) => effect.name);
    onChange([...others, ...chosen].sort((a, b) => order.indexOf(a.effect) - order.indexOf(b.effect)));
  };
  const hide = effects.find((effect) => effect.effect === "hide");
  const change = (part: Partial<Effect>, name = "mask") =>
    onChange(effects.map((effect) => (effect.effect === name ? { ...effect, ...part } : effect)));
  return (
    <>
      {FACETS.map(([facet, title]) => (
        <div className="facet" key={facet}>
          <span className="soft">{title}</span>
          <Radio.Group
            aria-label={`${title}${label}`}
            value={effects.find((effect) => facetOf.get(effect.effect) === facet)?.effect ?? ""}
            onChange={(event) => choose(facet, event.target.value as string)}
            options={[
              { value: "", label: "as it is" },
              ...vocabulary.effects
                .filter((effect) => effect.facet === facet)
                .map((effect) => ({ value: effect.name, label: effect.value ?? effect.name })),
            ]}
          />
        </div>
      ))}
      {hide && (
        <div className="facet">
          <span className="soft">Value</span>
          <Radio.Group
            aria-label={`Hidden value${label}`}
            value={hide.clear ? "clear" : "keep"}
            onChange={(event) => change({ clear: event.target.value === "clear" || undefined }, "hide")}
            options={[
              { value: "keep", label: "kept while hidden" },
              { value: "clear", label: "cleared; back if it ends before the save" },
            ]}
          />
        </div>
      )}
      {mask?.mask && (
        <div className="facet">
          <span className="soft">Mask</span>
          <span className="row-flex">
            <MaskEditor
              mask={mask.mask}
              vocabulary={vocabulary}
              onChange={(next) => change({ mask: next })}
            />
            <Checkbox
              checked={mask.replace ?? false}
              onChange={(event) => change({ replace: event.target.checked || undefined })}
            >
              may be replaced unseen
            </Checkbox>
          </span>
        </div>
      )}
    </>
  );
}

function MaskEditor({
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
