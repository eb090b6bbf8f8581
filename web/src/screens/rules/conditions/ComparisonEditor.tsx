import { Select } from "antd";
import type { Condition, Operand } from "../../../api/types";
import { operandGroups, operandKey, operandOf, subjectOf, type Domain, type Subject } from "./operands";
import { DaysInput, ManyInput, MembersInput, ValueInput, ValueOrLookup } from "./ValueInputs";

type Method = Domain["vocabulary"]["comparisons"][number];

/** Comparisons that suit what stands on the left. */
function suitable(key: string, subject: Subject, domain: Domain): Method[] {
  return domain.vocabulary.comparisons.filter(
    (method) => subject.family in method.words && (!method.of_screen || key.startsWith("field:")),
  );
}

/** A right side to begin with. */
function beginning(takes: Method["takes"], subject: Subject): Operand | undefined {
  const first = subject.options?.[0]?.id;
  switch (takes) {
    case "none":
      return undefined;
    case "members":
      return { members: [] };
    case "days":
      return { days: 30 };
    case "one":
      return { value: subject.family === "flag" ? true : (first ?? "") };
    default:
      return { values: takes === "many" && first ? [first] : [] };
  }
}

/** A comparison to begin with: that the first field worth asking about is filled. */
export function blankComparison(domain: Domain): Condition {
  const first =
    domain.type.fields.find((field) => ["choice", "number"].includes(field.about.family)) ??
    domain.type.fields[0];
  return { compare: "is_filled", left: { field: first?.id ?? "" } };
}

type Props = { node: Condition; domain: Domain; onChange: (node: Condition) => void };

/** What is looked at, how it is compared, and with what. Offers only the comparisons that suit. */
export function ComparisonEditor({ node, domain, onChange }: Props) {
  const key = operandKey(node.left);
  const subject = subjectOf(key, domain);
  const methods = subject ? suitable(key, subject, domain) : [];
  const method = methods.find((each) => each.name === node.compare) ?? methods[0];
  const begin = (left: string, of: Subject, name: string): Condition => {
    const chosen =
      suitable(left, of, domain).find((each) => each.name === name) ?? suitable(left, of, domain)[0];
    const right = chosen && beginning(chosen.takes, of);
    return { compare: chosen?.name ?? name, left: operandOf(left), ...(right ? { right } : {}) };
  };
  const pick = (left: string) => {
    const next = subjectOf(left, domain);
    if (next)
      onChange(
        begin(
          left,
          next,
          suitable(left, next, domain).some((each) => each.name === node.compare)
            ? (node.compare ?? "")
            : "is_filled",
        ),
      );
  };
  return (
    <>
      <Select
        aria-label="Field compared"
        showSearch={{ optionFilterProp: "label" }}
        value={key || undefined}
        onChange={pick}
        style={{ minWidth: 130, maxWidth: 210 }}
        popupMatchSelectWidth={false}
        listHeight={320}
        options={operandGroups(domain)}
        optionRender={(option) => (
          <span>
            {option.label} <span className="tag">{(option.data as { hint?: string }).hint}</span>
          </span>
        )}
      />
      {subject && method && (
        <Select
          aria-label="Comparison"
          value={method.name}
          onChange={(name: string) => onChange(begin(key, subject, name))}
          style={{ minWidth: 96 }}
          popupMatchSelectWidth={false}
          options={methods.map((each) => ({ value: each.name, label: each.words[subject.family] }))}
        />
      )}
      {subject && method && method.takes !== "none" && (
        <RightSide
          right={node.right ?? {}}
          takes={method.takes}
          subject={subject}
          left={key}
          domain={domain}
          onChange={(right) => onChange({ ...node, right })}
        />
      )}
    </>
  );
}

type RightProps = {
  right: Operand;
  takes: Method["takes"];
  subject: Subject;
  left: string;
  domain: Domain;
  onChange: (right: Operand) => void;
};

function RightSide({ right, takes, subject, left, domain, onChange }: RightProps) {
  switch (takes) {
    case "pair": {
      const [low = "", high = ""] = right.values ?? [];
      return (
        <>
          <ValueInput
            label="From"
            value={low}
            subject={subject}
            onChange={(value) => onChange({ values: [value, high] })}
          />
          <span>and</span>
          <ValueInput
            label="To"
            value={high}
            subject={subject}
            onChange={(value) => onChange({ values: [low, value] })}
          />
        </>
      );
    }
    case "many":
      return (
        <ManyInput
          values={right.values ?? []}
          subject={subject}
          onChange={(values) => onChange({ values })}
        />
      );
    case "members":
      return <MembersInput members={right.members ?? []} onChange={(members) => onChange({ members })} />;
    case "days":
      return <DaysInput days={right.days ?? 0} onChange={(days) => onChange({ days })} />;
    default:
      return (
        <ValueOrLookup operand={right} subject={subject} domain={domain} except={left} onChange={onChange} />
      );
  }
}
