import type { Effect, Vocabulary } from "../../api/types";

type Known = Vocabulary["effects"][number];

const VALUES: Record<string, string> = {
  default: "with a starting value",
  set: "set to a value",
  clear: "cleared",
  suggest: "offered a value",
  refuse: "refused on save",
};

/** Headings under which effects are picked, by what they decide. */
const HEADINGS: Record<string, string> = {
  visibility: "Visibility",
  entry: "Editing",
  presence: "Requirement",
  permission: "Actions",
};
const OTHERS = "Values";

/** "locked", "set to a value": what fields become by an effect. */
export const wordOf = (effect: Known): string => effect.value ?? VALUES[effect.name] ?? effect.name;

/** Does an effect answer to what was typed, by our word for it or by another? */
export const answersTo = (typed: string, effect: Known | undefined): boolean =>
  effect !== undefined && [wordOf(effect), ...effect.words].some((word) => word.includes(plain(typed)));

/** The other word by which an effect was found, where ours does not hold what was typed. */
export const foundBy = (typed: string, effect: Known | undefined): string | undefined =>
  effect && !wordOf(effect).includes(plain(typed))
    ? effect.words.find((word) => word.includes(plain(typed)))
    : undefined;

const plain = (typed: string): string => typed.trim().toLowerCase();

/** Effects as options under their headings. withValues: can values be given at all? */
export function effectOptions(vocabulary: Vocabulary, withValues: boolean) {
  const groups = new Map<string, { value: string; label: string; disabled: boolean }[]>();
  for (const effect of vocabulary.effects) {
    const heading = HEADINGS[effect.facet ?? ""] ?? OTHERS;
    const option = {
      value: effect.name,
      label: wordOf(effect),
      disabled: !withValues && ["default", "set", "suggest"].includes(effect.name),
    };
    groups.set(heading, [...(groups.get(heading) ?? []), option]);
  }
  return [...groups].map(([label, options]) => ({ label, options }));
}

/**
 * Effects after some names were picked: what was there stays as it is, and of those that decide the same the one picked
 * last counts. blank: the value that one begins with which gives a value.
 */
export function picked(
  names: string[],
  effects: Effect[],
  vocabulary: Vocabulary,
  blank: Effect["to"],
): Effect[] {
  const known = new Map(vocabulary.effects.map((effect) => [effect.name, effect]));
  const claims = new Map(names.map((name) => [known.get(name)?.claim, name]));
  const order = vocabulary.effects.map((effect) => effect.name);
  return [...claims.values()]
    .map((name) => effects.find((effect) => effect.effect === name) ?? fresh(name, blank))
    .sort((one, other) => order.indexOf(one.effect) - order.indexOf(other.effect));
}

function fresh(name: string, blank: Effect["to"]): Effect {
  if (name === "mask") return { effect: name, mask: { format: "all" } };
  if (name === "refuse") return { effect: name, message: "" };
  return ["default", "set", "suggest"].includes(name) ? { effect: name, to: blank } : { effect: name };
}
