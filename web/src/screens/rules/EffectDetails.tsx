import { Checkbox, Input, Radio, Select } from "antd";
import type { Effect, Vocabulary } from "../../api/types";
import type { Domain, Subject } from "./conditions/operands";
import { ValueOrLookup } from "./conditions/ValueInputs";
import { MaskEditor } from "./MaskEditor";

type Props = {
  effect: Effect;
  label: string;
  vocabulary: Vocabulary;
  domain: Domain;
  subject: Subject | undefined;
  onChange: (effect: Effect) => void;
};

/** What an effect needs to be told beside its name: how a mask covers, which value is given, what a refusal says. */
export function EffectDetails({ effect, label, vocabulary, domain, subject, onChange }: Props) {
  const set = (part: Partial<Effect>) => onChange({ ...effect, ...part });
  if (effect.mask) {
    return (
      <span className="row-flex detail">
        <span className="soft">masked so that</span>
        <MaskEditor mask={effect.mask} vocabulary={vocabulary} onChange={(mask) => set({ mask })} />
        <Checkbox
          checked={effect.replace ?? false}
          onChange={(event) => set({ replace: event.target.checked || undefined })}
        >
          can be replaced while masked
        </Checkbox>
      </span>
    );
  }
  if (effect.effect === "hide") {
    return (
      <span className="row-flex detail">
        <span className="soft">and its value is</span>
        <Radio.Group
          aria-label={`Hidden value, ${label}`}
          value={effect.clear || false}
          onChange={(event) => set({ clear: (event.target.value as Effect["clear"]) || undefined })}
          options={[
            { value: false, label: "kept" },
            { value: true, label: "cleared (restored if shown again before saving)" },
            { value: "at_once", label: "cleared at once (what was typed does not come back)" },
          ]}
        />
      </span>
    );
  }
  if (effect.effect === "refuse") {
    return (
      <span className="row-flex detail">
        <span className="soft">saying</span>
        <Input
          aria-label="Message"
          placeholder="Message to the user"
          maxLength={500}
          value={effect.message ?? ""}
          onChange={(event) => set({ message: event.target.value })}
          style={{ width: 260 }}
        />
        <Select
          aria-label="Show message"
          value={effect.at ?? "field"}
          onChange={(at: "field" | "form") => set({ at })}
          options={[
            { value: "field", label: "at the field" },
            { value: "form", label: "above the form" },
          ]}
        />
      </span>
    );
  }
  if (!effect.to || !subject) return null;
  const offered = effect.effect === "suggest";
  return (
    <span className="row-flex detail">
      <span className="soft">{GIVING[effect.effect] ?? ""}</span>
      <ValueOrLookup
        operand={effect.to}
        subject={subject}
        domain={domain}
        valueLabel={offered ? "Suggested value" : "Value given"}
        onChange={(to) => set({ to })}
      />
      {offered && (
        <Input
          aria-label="Note beside the suggestion"
          placeholder="Note beside it (optional)"
          maxLength={500}
          value={effect.note ?? ""}
          onChange={(event) => set({ note: event.target.value || undefined })}
          style={{ width: 260 }}
        />
      )}
    </span>
  );
}

const GIVING: Record<string, string> = {
  default: "beginning with",
  set: "set to",
  suggest: "offered",
};
