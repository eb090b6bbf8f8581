import { Select } from "antd";
import { useState } from "react";
import type { Effect, Vocabulary } from "../../api/types";
import type { Domain, Subject } from "./conditions/operands";
import { EffectDetails } from "./EffectDetails";
import { answersTo, effectOptions, foundBy, picked } from "./effectWords";

type Props = {
  label: string;
  placeholder: string;
  effects: Effect[];
  vocabulary: Vocabulary;
  domain: Domain;
  /** The field that values are given to, where one is named. */
  subject: Subject | undefined;
  onChange: (effects: Effect[]) => void;
};

/** What the fields of a line become, in words picked one after another, and what those words need to be told. */
export function BecomesPick({ label, placeholder, effects, vocabulary, domain, subject, onChange }: Props) {
  const known = (name: unknown) => vocabulary.effects.find((effect) => effect.name === name);
  const [typed, setTyped] = useState("");
  const blank = { value: subject?.family === "flag" ? true : (subject?.options?.[0]?.id ?? "") };
  return (
    <>
      <Select
        mode="multiple"
        aria-label={label}
        placeholder={placeholder}
        value={effects.map((effect) => effect.effect)}
        options={effectOptions(vocabulary, subject !== undefined)}
        onChange={(names: string[]) => {
          setTyped("");
          onChange(picked(names, effects, vocabulary, blank));
        }}
        listHeight={420}
        showSearch={{
          onSearch: setTyped,
          filterOption: (text, option) =>
            answersTo(text, known((option as { value?: string } | undefined)?.value)),
        }}
        optionRender={({ value, label: word }) => {
          const other = foundBy(typed, known(value));
          return (
            <>
              {word} {other && <span className="soft">({other})</span>}
            </>
          );
        }}
      />
      {effects.map((effect) => (
        <EffectDetails
          key={effect.effect}
          effect={effect}
          label={label}
          vocabulary={vocabulary}
          domain={domain}
          subject={subject}
          onChange={(next) => onChange(effects.map((each) => (each.effect === next.effect ? next : each)))}
        />
      ))}
    </>
  );
}
