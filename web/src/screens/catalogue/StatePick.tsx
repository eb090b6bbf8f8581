import { Checkbox, Select } from "antd";
import type { FieldState, Vocabulary } from "../../api/types";
import { MaskEditor } from "../rules/MaskEditor";

type Props = {
  label: string;
  state: FieldState | undefined;
  vocabulary: Vocabulary;
  onChange: (state: FieldState | undefined) => void;
};

type Facet = "visibility" | "entry" | "presence";

const FACETS: { facet: Facet; heading: string; values: string[] }[] = [
  { facet: "visibility", heading: "Visibility", values: ["shown", "masked", "hidden"] },
  { facet: "entry", heading: "Editing", values: ["open", "locked"] },
  { facet: "presence", heading: "Requirement", values: ["optional", "required"] },
];

/** A starting state, picked in words; what is not picked is left to the sensitivity label. */
export function StatePick({ label, state, vocabulary, onChange }: Props) {
  const pick = (values: string[]) => {
    const next: FieldState = {};
    // Of what decides the same, the one picked last counts.
    for (const value of values) {
      const [facet, word] = value.split(":") as [Facet, never];
      next[facet] = word;
    }
    if (next.visibility === "masked") {
      next.mask = state?.mask ?? { format: "all" };
      if (state?.replace) next.replace = true;
    }
    onChange(Object.keys(next).length > 0 ? next : undefined);
  };
  const value = FACETS.flatMap(({ facet }) => (state?.[facet] ? [`${facet}:${state[facet]}`] : []));
  return (
    <>
      <Select
        mode="multiple"
        aria-label={label}
        placeholder="as its label"
        value={value}
        onChange={pick}
        style={{ width: "100%" }}
        options={FACETS.map(({ facet, heading, values }) => ({
          label: heading,
          options: values.map((word) => ({ value: `${facet}:${word}`, label: word })),
        }))}
      />
      {state?.mask && (
        <div className="row-flex">
          <MaskEditor
            mask={state.mask}
            vocabulary={vocabulary}
            onChange={(mask) => onChange({ ...state, mask })}
          />
          <Checkbox
            checked={state.replace ?? false}
            onChange={(event) => {
              const { replace: _replace, ...rest } = state;
              onChange(event.target.checked ? { ...rest, replace: true } : rest);
            }}
          >
            can be replaced while masked
          </Checkbox>
        </div>
      )}
    </>
  );
}
