import { Input, Select } from "antd";
import { useState } from "react";
import { usePeople } from "../../api/queries";
import type { Condition, Field, RecordType, Vocabulary } from "../../api/types";

type Scalar = string | number | boolean;
type Right = NonNullable<Condition["right"]>;

const familyOf = (field: Field | undefined, vocabulary: Vocabulary) => vocabulary.kinds.find((kind) => kind.name === field?.kind)?.family ?? "text";

/** A comparison to begin with: that the first field is filled. */
export function blankComparison(type: RecordType, vocabulary: Vocabulary): Condition {
  const first = type.fields.find((field) => ["choice", "number"].includes(familyOf(field, vocabulary))) ?? type.fields[0];
  return { compare: "is_filled", left: { field: first?.id ?? "" } };
}

type Props = { node: Condition; type: RecordType; vocabulary: Vocabulary; onChange: (node: Condition) => void; onRemove: () => void };

/** Field, comparison, value. Offers only the comparisons that suit the field's kind. */
export function ComparisonEditor({ node, type, vocabulary, onChange, onRemove }: Props) {
  const field = type.fields.find((candidate) => candidate.id === node.left?.field);
  const family = familyOf(field, vocabulary);
  const suitable = vocabulary.comparisons.filter((comparison) => family in comparison.words);
  const method = suitable.find((comparison) => comparison.name === node.compare) ?? suitable[0];
  const begin = (name: string | undefined, of: Field | undefined): Condition => {
    const takes = vocabulary.comparisons.find((comparison) => comparison.name === name)?.takes;
    const left = { field: of?.id ?? "" };
    if (takes === "none") return { compare: name, left };
    const first = of?.options?.[0]?.id ?? "";
    return { compare: name, left, right: takes === "one" ? { value: familyOf(of, vocabulary) === "flag" ? true : first } : { values: first && takes === "many" ? [first] : [] } };
  };
  const pickField = (id: string) => {
    const next = type.fields.find((candidate) => candidate.id === id);
    const keeps = vocabulary.comparisons.find((comparison) => comparison.name === node.compare && familyOf(next, vocabulary) in comparison.words);
    onChange(begin(keeps?.name ?? "is_filled", next));
  };
  return (
    <div className="line">
      <Select aria-label="Field compared" showSearch={{ optionFilterProp: "label" }} value={node.left?.field} onChange={pickField} style={{ minWidth: 130, maxWidth: 190 }} popupMatchSelectWidth={false}
        options={type.fields.map((candidate) => ({ value: candidate.id, label: candidate.name }))} />
      <Select aria-label="Comparison" value={method?.name} onChange={(name: string) => onChange(begin(name, field))} style={{ minWidth: 96 }} popupMatchSelectWidth={false}
        options={suitable.map((comparison) => ({ value: comparison.name, label: comparison.words[family] }))} />
      {field && method && method.takes !== "none" && (
        <RightSide right={node.right ?? { value: "" }} takes={method.takes} field={field} family={family} type={type} vocabulary={vocabulary} onChange={(right) => onChange({ ...node, right })} />
      )}
      <button type="button" className="plain" aria-label={`Remove the comparison of ${field?.name ?? "a field"}`} onClick={onRemove}>remove</button>
    </div>
  );
}

type RightProps = { right: Right; takes: "one" | "many" | "pair" | "none"; field: Field; family: string; type: RecordType; vocabulary: Vocabulary; onChange: (right: Right) => void };

function RightSide({ right, takes, field, family, type, vocabulary, onChange }: RightProps) {
  const comparable = type.fields.filter((candidate) => candidate.id !== field.id && familyOf(candidate, vocabulary) === family);
  if (takes === "pair") {
    const [low = "", high = ""] = right.values ?? [];
    return (
      <>
        <ValueInput label="From" value={low} field={field} family={family} onChange={(value) => onChange({ values: [value, high] })} />
        <span>and</span>
        <ValueInput label="To" value={high} field={field} family={family} onChange={(value) => onChange({ values: [low, value] })} />
      </>
    );
  }
  if (takes === "many") return <ManyInput values={right.values ?? []} field={field} family={family} onChange={(values) => onChange({ values })} />;
  return (
    <>
      {comparable.length > 0 && family !== "choice" && family !== "flag" && (
        <Select aria-label="Compare with" value={right.field === undefined ? "value" : "field"} style={{ width: 108 }}
          onChange={(kind) => onChange(kind === "field" ? { field: comparable[0]?.id ?? "" } : { value: "" })} options={[{ value: "value", label: "the value" }, { value: "field", label: "the field" }]} />
      )}
      {right.field === undefined
        ? <ValueInput label="Value" value={right.value ?? ""} field={field} family={family} onChange={(value) => onChange({ value })} />
        : <Select aria-label="Other field" value={right.field} onChange={(other) => onChange({ field: other })} style={{ minWidth: 120 }} options={comparable.map((candidate) => ({ value: candidate.id, label: candidate.name }))} />}
    </>
  );
}

type ValueProps = { label: string; value: Scalar; field: Field; family: string; onChange: (value: Scalar) => void };

function ValueInput({ label, value, field, family, onChange }: ValueProps) {
  if (family === "flag") return <Select aria-label={label} value={value === false ? "no" : "yes"} onChange={(next) => onChange(next === "yes")} options={[{ value: "yes", label: "yes" }, { value: "no", label: "no" }]} />;
  if (field.options) return <Select aria-label={label} value={String(value)} onChange={onChange} style={{ minWidth: 110 }} options={field.options.map((option) => ({ value: option.id, label: option.name }))} />;
  if (field.kind === "person") return <PersonInput label={label} value={String(value)} onChange={onChange} />;
  const kind = family === "date" ? "date" : "text";
  return <Input aria-label={label} type={kind} value={String(value)} onChange={(event) => onChange(event.target.value)} style={{ width: kind === "date" ? 150 : 120 }} inputMode={family === "number" ? "decimal" : undefined} />;
}

function ManyInput({ values, field, family, onChange }: { values: Scalar[]; field: Field; family: string; onChange: (values: Scalar[]) => void }) {
  const options = field.options?.map((option) => ({ value: option.id, label: option.name })) ?? [];
  return <Select mode={field.options ? "multiple" : "tags"} aria-label="Values" value={values.map(String)} onChange={onChange} options={options} style={{ minWidth: 180, flex: 1 }}
    placeholder={family === "number" ? "Type numbers, Enter after each" : "Pick or type, Enter after each"} />;
}

function PersonInput({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 30);
  return <Select aria-label={label} showSearch={{ filterOption: false, onSearch: setSearch }} value={value || undefined} placeholder="A person" onChange={onChange} style={{ minWidth: 150 }}
    options={(people.data?.items ?? []).map((user) => ({ value: user.id, label: user.name }))} />;
}
