import type { Effect, Rule, Vocabulary } from "../../api/types";
import { EffectsEditor } from "./EffectsEditor";

type Props = { rule: Rule; vocabulary: Vocabulary; onChange: (otherwise: Effect[] | undefined) => void };

/** What becomes of the fields while the condition does not hold: nothing of its own, or effects. */
export function OtherwiseEditor({ rule, vocabulary, onChange }: Props) {
  if (!rule.otherwise) {
    const first = rule.effects.some((effect) => effect.effect === "lock") ? "unlock" : "show";
    return (
      <span>
        <span className="soft">what holds without the rule holds again; </span>
        <button type="button" className="plain" onClick={() => onChange([{ effect: first }])}>
          give effects of its own
        </button>
      </span>
    );
  }
  return (
    <>
      <EffectsEditor
        effects={rule.otherwise}
        vocabulary={vocabulary}
        label=" otherwise"
        onChange={onChange}
      />
      <button type="button" className="plain" onClick={() => onChange(undefined)}>
        nothing otherwise
      </button>
    </>
  );
}
