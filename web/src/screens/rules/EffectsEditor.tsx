import { Checkbox, Input, InputNumber, Radio, Select } from "antd";
import type { Effect, Mask, Vocabulary } from "../../api/types";

const FACETS = [["visibility", "Sight"], ["entry", "Entry"], ["presence", "Presence"]] as const;
const MASK_NAMES: Record<string, string> = {
  all: "cover all of it", keep_first: "keep the first characters", keep_last: "keep the last characters", initials: "keep initials",
  domain_only: "keep the e-mail domain", year_only: "keep the year", band: "show a band", fixed_text: "show fixed words",
};

/** What becomes of the fields: for each facet one value, or nothing said of it. */
export function EffectsEditor({ effects, vocabulary, label = "", onChange }: { effects: Effect[]; vocabulary: Vocabulary; label?: string; onChange: (effects: Effect[]) => void }) {
  const facetOf = new Map(vocabulary.effects.map((effect) => [effect.name, effect.facet]));
  const mask = effects.find((effect) => effect.effect === "mask");
  const choose = (facet: string, name: string) => {
    const others = effects.filter((effect) => facetOf.get(effect.effect) !== facet);
    const chosen: Effect[] = name === "" ? [] : [name === "mask" ? { effect: "mask", mask: { format: "all" } } : { effect: name }];
    const order = vocabulary.effects.map((effect) => effect.name);
    onChange([...others, ...chosen].sort((a, b) => order.indexOf(a.effect) - order.indexOf(b.effect)));
  };
  const hide = effects.find((effect) => effect.effect === "hide");
  const change = (part: Partial<Effect>, name = "mask") => onChange(effects.map((effect) => (effect.effect === name ? { ...effect, ...part } : effect)));
  return (
    <>
      {FACETS.map(([facet, title]) => (
        <div className="facet" key={facet}>
          <span className="soft">{title}</span>
          <Radio.Group aria-label={`${title}${label}`} value={effects.find((effect) => facetOf.get(effect.effect) === facet)?.effect ?? ""} onChange={(event) => choose(facet, event.target.value as string)}
            options={[{ value: "", label: "as it is" }, ...vocabulary.effects.filter((effect) => effect.facet === facet).map((effect) => ({ value: effect.name, label: effect.value ?? effect.name }))]} />
        </div>
      ))}
      {hide && (
        <div className="facet">
          <span className="soft">Value</span>
          <Radio.Group aria-label={`Hidden value${label}`} value={hide.clear ? "clear" : "keep"} onChange={(event) => change({ clear: event.target.value === "clear" || undefined }, "hide")}
            options={[{ value: "keep", label: "kept while hidden" }, { value: "clear", label: "cleared; back if it ends before the save" }]} />
        </div>
      )}
      {mask?.mask && (
        <div className="facet">
          <span className="soft">Mask</span>
          <span className="row-flex">
            <MaskEditor mask={mask.mask} vocabulary={vocabulary} onChange={(next) => change({ mask: next })} />
            <Checkbox checked={mask.replace ?? false} onChange={(event) => change({ replace: event.target.checked || undefined })}>may be replaced unseen</Checkbox>
          </span>
        </div>
      )}
    </>
  );
}

function MaskEditor({ mask, vocabulary, onChange }: { mask: Mask; vocabulary: Vocabulary; onChange: (mask: Mask) => void }) {
  const pick = (format: string) => {
    const parameters = vocabulary.masks.find((each) => each.name === format)?.parameters ?? [];
    onChange({ format, ...(parameters.includes("count") ? { count: 3 } : {}), ...(parameters.includes("width") ? { width: 10_000 } : {}), ...(parameters.includes("text") ? { text: "on file" } : {}) });
  };
  return (
    <>
      <Select aria-label="Mask format" value={mask.format} onChange={pick} style={{ width: 200 }} options={vocabulary.masks.map((each) => ({ value: each.name, label: MASK_NAMES[each.name] ?? each.name }))} />
      {mask.count !== undefined && <InputNumber aria-label="Characters kept" min={1} max={100} precision={0} value={mask.count} onChange={(count) => onChange({ ...mask, count: count ?? 1 })} />}
      {mask.width !== undefined && <InputNumber aria-label="Width of the band" min={1} precision={0} value={mask.width} onChange={(width) => onChange({ ...mask, width: width ?? 1 })} />}
      {mask.text !== undefined && <Input aria-label="Words shown" value={mask.text} maxLength={200} onChange={(event) => onChange({ ...mask, text: event.target.value })} style={{ width: 160 }} />}
    </>
  );
}
