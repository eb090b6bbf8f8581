import type { Field, RecordType, Vocabulary } from "../../../api/types";
import { identifier } from "../../../shared/identifier";

type Kind = Vocabulary["kinds"][number];

/** Members of a field that only some kinds have. */
const OWN = ["options", "formula", "typed_when_incomplete", "max_length", "numbering", "refers_to"] as const;

/** The field as one of another kind: what only the old one had is left out, and what the new one needs begins empty. */
export function asKind(field: Field, kind: Kind, type: Pick<RecordType, "id">): Field {
  const gone = OWN.filter((member) => !kind.takes.includes(member)) as string[];
  const rest = Object.fromEntries(
    (Object.entries(field) as [string, unknown][]).filter(([member]) => !gone.includes(member)),
  ) as Field;
  const begun: Partial<Field> = kind.takes.includes("options")
    ? { options: field.options ?? [{ id: "first", name: "First" }] }
    : kind.takes.includes("numbering")
      ? { numbering: field.numbering ?? "####" }
      : kind.takes.includes("refers_to")
        ? { refers_to: field.refers_to ?? type.id }
        : kind.takes.includes("formula")
          ? { formula: field.formula ?? "" }
          : {};
  return { ...rest, ...begun, kind: kind.name, about: { sample: "", family: kind.family } };
}

/** A new text under a section, which starts as the fields there do if all start alike. label: of its sensitivity. */
export function newField(type: RecordType, section: string, label: string): Field {
  const baseline = sharedBaseline(type);
  return {
    id: identifier(
      "New field",
      type.fields.map((field) => field.id),
      "_",
      "field",
    ),
    name: "New field",
    kind: "text",
    section,
    label,
    ...(baseline ? { baseline } : {}),
    about: { sample: "", family: "text" },
  };
}

/** The baseline that all fields of a record type have as their own, if they have the same. */
export function sharedBaseline(type: RecordType): Field["baseline"] {
  const first = type.fields[0]?.baseline;
  const same = type.fields.every((each) => JSON.stringify(each.baseline) === JSON.stringify(first));
  return same ? first : undefined;
}

/** The record type with one field moved up or down among those of its section. by: -1 or 1. */
export function moved(type: RecordType, field: Field, by: -1 | 1): RecordType {
  const own = type.fields.filter((each) => each.section === field.section);
  const other = own[own.indexOf(field) + by];
  if (!other) return type;
  return {
    ...type,
    fields: type.fields.map((each) => (each === field ? other : each === other ? field : each)),
  };
}
