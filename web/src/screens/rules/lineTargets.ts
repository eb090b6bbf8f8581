import type { RuleLine, Vocabulary } from "../../api/types";

type Targets = Pick<RuleLine, "fields" | "sections" | "actions" | "record">;

/** What can become of what a line speaks of: actions are allowed or denied, the whole record is locked or unlocked. */
export function effectsFor(line: Targets, vocabulary: Vocabulary): Vocabulary["effects"] {
  if (line.actions) return vocabulary.effects.filter((effect) => effect.facet === "permission");
  if (line.record) return vocabulary.effects.filter((effect) => effect.facet === "entry");
  return vocabulary.effects.filter((effect) => effect.facet !== "permission");
}

/** The line about something else, without the effects that do not suit it. */
export function retargeted(line: RuleLine, targets: Targets, vocabulary: Vocabulary): RuleLine {
  const { fields: _fields, sections: _sections, actions: _actions, record: _record, ...rest } = line;
  const known = new Set(effectsFor(targets, vocabulary).map((effect) => effect.name));
  const otherwise = rest.otherwise?.filter((effect) => known.has(effect.effect));
  const { otherwise: _before, ...kept } = rest;
  return {
    ...targets,
    ...kept,
    effects: line.effects.filter((effect) => known.has(effect.effect)),
    ...(otherwise && otherwise.length > 0 ? { otherwise } : {}),
  };
}
