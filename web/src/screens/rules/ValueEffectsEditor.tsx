import { Input, Radio, Select } from "antd";
import type { Effect, Rule } from "../../api/types";
import { subjectOf, type Domain, type Subject } from "./conditions/operands";
import { ValueOrLookup } from "./conditions/ValueInputs";

const DOING: Record<string, string> = {
  "": "as it is",
  default: "to begin with",
  set: "set to",
  clear: "cleared",
};

type Props = {
  effects: Effect[];
  targets: Rule["targets"];
  domain: Domain;
  onChange: (effects: Effect[]) => void;
};

/** What a rule does about values: defaults, setting, clearing, suggestions and refusals. */
export function ValueEffectsEditor({ effects, targets, domain, onChange }: Props) {
  const first = targets.fields?.[0];
  const subject = first === undefined ? undefined : subjectOf(`field:${first}`, domain);
  const claim = new Map(domain.vocabulary.effects.map((effect) => [effect.name, effect.claim]));
  const of = (what: string) => effects.find((effect) => claim.get(effect.effect) === what);
  const put = (what: string, next: Effect | undefined) =>
    onChange([...effects.filter((effect) => claim.get(effect.effect) !== what), ...(next ? [next] : [])]);
  const value = of("value");
  const offer = of("offer");
  const refusal = of("refusal");
  const blank = { value: subject?.family === "flag" ? true : (subject?.options?.[0]?.id ?? "") };
  const choose = (name: string) =>
    put(
      "value",
      name === ""
        ? undefined
        : name === "clear"
          ? { effect: name }
          : { effect: name, to: value?.to ?? blank },
    );
  return (
    <>
      <div className="facet">
        <span className="soft">Value</span>
        <span className="row-flex">
          <Radio.Group
            aria-label="What becomes of the value"
            value={value?.effect ?? ""}
            onChange={(event) => choose(event.target.value as string)}
            options={Object.entries(DOING).map(([name, label]) => ({
              value: name,
              label,
              disabled: !subject && name !== "" && name !== "clear",
            }))}
          />
          {value?.to && (
            <To effect={value} subject={subject} domain={domain} onChange={(next) => put("value", next)} />
          )}
        </span>
      </div>
      <div className="facet">
        <span className="soft">Suggest</span>
        <span className="row-flex">
          {offer ? (
            <>
              <To effect={offer} subject={subject} domain={domain} onChange={(next) => put("offer", next)} />
              <button type="button" className="plain" onClick={() => put("offer", undefined)}>
                suggest nothing
              </button>
            </>
          ) : (
            <button
              type="button"
              className="plain"
              disabled={!subject}
              onClick={() => put("offer", { effect: "suggest", to: blank })}
            >
              suggest a value
            </button>
          )}
        </span>
      </div>
      <div className="facet">
        <span className="soft">Refuse</span>
        <span className="row-flex">
          {refusal ? (
            <>
              <Input
                aria-label="Message"
                placeholder="What the person is told"
                maxLength={500}
                value={refusal.message ?? ""}
                onChange={(event) => put("refusal", { ...refusal, message: event.target.value })}
                style={{ width: 260 }}
              />
              <Select
                aria-label="Told at"
                value={refusal.at ?? "field"}
                onChange={(at: "field" | "form") => put("refusal", { ...refusal, at })}
                options={[
                  { value: "field", label: "at the field" },
                  { value: "form", label: "above the form" },
                ]}
              />
              <button type="button" className="plain" onClick={() => put("refusal", undefined)}>
                do not refuse
              </button>
            </>
          ) : (
            <button
              type="button"
              className="plain"
              onClick={() => put("refusal", { effect: "refuse", message: "" })}
            >
              refuse the save
            </button>
          )}
        </span>
      </div>
      {!subject && <span className="soft">Values can be given once fields are named.</span>}
    </>
  );
}

function To({
  effect,
  subject,
  domain,
  onChange,
}: {
  effect: Effect;
  subject: Subject | undefined;
  domain: Domain;
  onChange: (effect: Effect) => void;
}) {
  if (!subject) return null;
  return (
    <ValueOrLookup
      operand={effect.to ?? {}}
      subject={subject}
      domain={domain}
      valueLabel={effect.effect === "suggest" ? "Suggested value" : "Value given"}
      onChange={(to) => onChange({ ...effect, to })}
    />
  );
}
