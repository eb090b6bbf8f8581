import type { Catalogue, Named, Operand, RecordType, Vocabulary } from "../../../api/types";

/** What a condition is written with: the record type, and what else there is to look up. */
export type Domain = { type: RecordType; types: RecordType[]; vocabulary: Vocabulary };

/** What stands on one side of a comparison, as far as an editor has to know: what it is called and what values it takes. */
export type Subject = { name: string; family: string; kind: string; options?: Named[] };

export type OperandOption = { value: string; label: string; family: string; hint?: string };
export type OperandGroup = { label: string; options: OperandOption[] };

export const domainOf = (catalogue: Catalogue, type: RecordType): Domain => ({
  type,
  types: catalogue.record_types,
  vocabulary: catalogue.vocabulary,
});

/** {"through": "object", "field": "hazard"} -> "through:object:hazard"; empty for a value written out. */
export function operandKey(operand: Operand | undefined): string {
  if (!operand) return "";
  if (operand.through !== undefined) return `through:${operand.through}:${operand.field ?? ""}`;
  for (const mark of ["field", "stored", "attribute"] as const)
    if (operand[mark] !== undefined) return `${mark}:${operand[mark]}`;
  for (const mark of ["user", "time", "network", "place", "locked"] as const) if (operand[mark]) return mark;
  return operand.today === undefined ? "" : "today";
}

/** The other way round. days: for today, how many days later. */
export function operandOf(key: string, days = 0): Operand {
  const [mark = "", id = "", field = ""] = key.split(":");
  if (mark === "through") return { through: id, field };
  if (mark === "today") return { today: days };
  return mark === "field" || mark === "stored" || mark === "attribute" ? { [mark]: id } : { [mark]: true };
}

/** What an operand key stands for; undefined when there is no such thing any more. */
export function subjectOf(key: string, domain: Domain): Subject | undefined {
  const [mark = "", id = "", other = ""] = key.split(":");
  const ofField = (
    type: RecordType | undefined,
    fieldId: string,
    words: (name: string) => string,
  ): Subject | undefined => {
    const field = type?.fields.find((each) => each.id === fieldId);
    return (
      field && {
        name: words(field.name),
        family: field.about.family,
        kind: field.kind,
        options: field.options,
      }
    );
  };
  switch (mark) {
    case "field":
      return ofField(domain.type, id, (name) => name);
    case "stored":
      return ofField(domain.type, id, (name) => `${name} as stored`);
    case "through": {
      const reference = domain.type.fields.find((field) => field.id === id);
      return ofField(
        domain.types.find((type) => type.id === reference?.refers_to),
        other,
        (name) => `${name} of the ${reference?.name.toLowerCase() ?? id}`,
      );
    }
    case "attribute":
      return { name: `the user's ${id.replaceAll("_", " ")}`, family: "text", kind: "text" };
    case "place":
      return { name: "the place", family: "choice", kind: "choice", options: domain.vocabulary.places };
    default: {
      const offered = domain.vocabulary.operands.find((operand) => operand.mark === mark);
      return (
        offered && {
          name: offered.name,
          family: offered.family,
          kind: offered.family === "person" ? "person" : offered.family,
        }
      );
    }
  }
}

/** All that can be looked up, grouped for a list. family: only what is of that family; today stands on the right only. */
export function operandGroups(domain: Domain, family?: string): OperandGroup[] {
  const { type, types, vocabulary } = domain;
  const titles = new Map(vocabulary.kinds.map((kind) => [kind.name, kind.title]));
  const option = (key: string, hint?: string): OperandOption[] => {
    const subject = subjectOf(key, domain);
    return subject ? [{ value: key, label: subject.name, family: subject.family, hint }] : [];
  };
  const groups: OperandGroup[] = [];
  const others = vocabulary.operands.filter(
    (operand) =>
      (family ? true : operand.mark !== "today") &&
      (operand.mark !== "place" || vocabulary.places.length > 0),
  );
  groups.push({
    label: "The user and the moment",
    options: [
      ...others.flatMap((operand) => option(operand.mark)),
      ...vocabulary.attributes.flatMap((name) => option(`attribute:${name}`)),
    ],
  });
  groups.push(
    ...type.sections.map((section) => ({
      label: section.name,
      options: type.fields
        .filter((field) => field.section === section.id)
        .flatMap((field) => option(`field:${field.id}`, titles.get(field.kind))),
    })),
  );
  for (const reference of type.fields.filter((field) => field.refers_to)) {
    const other = types.find((each) => each.id === reference.refers_to);
    groups.push({
      label: `Of the ${reference.name.toLowerCase()}`,
      options: (other?.fields ?? []).flatMap((field) => option(`through:${reference.id}:${field.id}`)),
    });
  }
  groups.push({
    label: "As stored, whatever is typed",
    options: type.fields.flatMap((field) => option(`stored:${field.id}`)),
  });
  return groups
    .map((group) => ({
      ...group,
      options: group.options.filter((each) => !family || each.family === family),
    }))
    .filter((group) => group.options.length > 0);
}
