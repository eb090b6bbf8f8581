import { Select } from "antd";
import type { RecordType, RuleLine, Vocabulary } from "../../api/types";
import { optionHolds } from "../../shared/optionHolds";
import { localWords } from "../../shared/localWords";

type Targets = Pick<RuleLine, "fields" | "sections" | "actions" | "record">;

/**
 * Fields and whole sections; or actions on the record; or the record as a whole. Section, kind and a sample value stand
 * beside each name, so that the wrong one is noticed. A line speaks of one sort: what is picked last says of which.
 */
export function TargetsEditor({
  className,
  label,
  targets,
  type,
  vocabulary,
  onChange,
}: {
  className?: string;
  label: string;
  targets: Targets;
  type: RecordType;
  vocabulary: Vocabulary;
  onChange: (targets: Targets) => void;
}) {
  const titles = new Map(vocabulary.kinds.map((kind) => [kind.name, kind.title]));
  const hints = new Map(
    type.fields.map((field) => [
      `field:${field.id}`,
      `${titles.get(field.kind) ?? field.kind}, ${field.label}${field.about.sample ? `, like ${localWords(field.about.sample)}` : ""}`,
    ]),
  );
  const value = [
    ...(targets.fields ?? []).map((id) => `field:${id}`),
    ...(targets.sections ?? []).map((id) => `section:${id}`),
    ...(targets.actions ?? []).map((key) => `action:${key}`),
    ...(targets.record ? [RECORD] : []),
  ];
  const options = [
    {
      label: "Whole sections, with fields added later",
      options: type.sections.map((section) => ({
        value: `section:${section.id}`,
        label: `all fields under ${section.name}`,
      })),
    },
    ...type.sections.map((section) => ({
      label: section.name,
      options: type.fields
        .filter((field) => field.section === section.id)
        .map((field) => ({
          value: `field:${field.id}`,
          label: field.name,
        })),
    })),
    {
      label: "What is done to the record",
      options: vocabulary.actions.map((action) => ({ value: `action:${action.key}`, label: action.name })),
    },
    { label: "All of it", options: [{ value: RECORD, label: "the whole record" }] },
  ];
  const pick = (all: string[]) => {
    const newest = all.find((key) => !value.includes(key));
    const keys = newest ? all.filter((key) => sortOf(key) === sortOf(newest)) : all;
    const named = (kind: string) =>
      keys.filter((key) => key.startsWith(`${kind}:`)).map((key) => key.slice(kind.length + 1));
    const actions = named("action");
    const fields = named("field");
    const sections = named("section");
    if (actions.length > 0) onChange({ actions });
    else if (keys.includes(RECORD)) onChange({ record: true });
    else
      onChange({
        ...(fields.length > 0 || sections.length === 0 ? { fields } : {}),
        ...(sections.length > 0 ? { sections } : {}),
      });
  };
  return (
    <Select
      mode="multiple"
      className={className}
      aria-label={label}
      placeholder="Fields, sections or actions"
      value={value}
      options={options}
      onChange={pick}
      listHeight={320}
      showSearch={{
        filterOption: optionHolds,
      }}
      optionRender={(option) => (
        <span>
          {option.label} <span className="tag">{hints.get(String(option.value))}</span>
        </span>
      )}
    />
  );
}

const RECORD = "record:whole";

/** Fields and sections go together; actions and the whole record stand alone. */
const sortOf = (key: string) => (key.startsWith("action:") ? "action" : key === RECORD ? "record" : "field");
