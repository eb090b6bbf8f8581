import { Select } from "antd";
import type { RecordType, RuleLine, Vocabulary } from "../../api/types";
import { optionHolds } from "../../shared/optionHolds";

type Targets = Pick<RuleLine, "fields" | "sections">;

/** Fields and whole sections. Section, kind and a sample value stand beside each name, so that the wrong one is noticed. */
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
      `${titles.get(field.kind) ?? field.kind}, ${field.label}${field.about.sample ? `, like ${field.about.sample}` : ""}`,
    ]),
  );
  const value = [
    ...(targets.fields ?? []).map((id) => `field:${id}`),
    ...(targets.sections ?? []).map((id) => `section:${id}`),
  ];
  const options = [
    {
      label: "Whole sections, with fields added later",
      options: type.sections.map((section) => ({
        value: `section:${section.id}`,
        label: `every field under ${section.name}`,
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
  ];
  const pick = (keys: string[]) => {
    const named = (kind: string) =>
      keys.filter((key) => key.startsWith(`${kind}:`)).map((key) => key.slice(kind.length + 1));
    const fields = named("field");
    const sections = named("section");
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
      placeholder="Fields or sections"
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
