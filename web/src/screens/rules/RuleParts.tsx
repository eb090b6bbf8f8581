import { Checkbox, Input, Radio } from "antd";
import type { Catalogue, Fault, RecordType, Rule, RulePreview } from "../../api/types";
import { Word } from "../../help/Word";
import { AudienceEditor } from "./AudienceEditor";
import { ConditionEditor } from "./conditions/ConditionEditor";
import { domainOf } from "./conditions/operands";
import { LinesEditor } from "./LinesEditor";
import { ReachEditor } from "./ReachEditor";
import { RulePart } from "./RulePart";
import { localWords } from "../../shared/localWords";

const TIMINGS = [
  { value: "live", label: "on every change" },
  { value: "on_opening", label: "when the form opens" },
];
const KINDS = [
  { value: "ordinary", label: "ordinary" },
  { value: "guardrail", label: "guardrail: ordinary rules can’t loosen it" },
];

type Props = {
  rule: Rule;
  type: RecordType;
  catalogue: Catalogue;
  faults: Fault[];
  remarks: string[];
  /** What the rule hides that its people still see in other modes. */
  elsewhere: string[];
  /** The title that the rule is saved under while it has none. */
  proposal: string | undefined;
  /** Cells of the map that the edit changes. */
  changed: RulePreview["changed"];
  /** Has someone tried to keep the rule? Then all that is wrong is told, touched or not. */
  tried: boolean;
  onChange: (change: Partial<Rule>) => void;
  onKind: (kind: Rule["kind"]) => void;
};

const withoutModes = ({ modes: _modes, ...reach }: NonNullable<Rule["reach"]> = {}) => reach;

/** The parts of a rule, in the order in which its sentence reads. */
export function RuleParts(props: Props) {
  const { rule, type, catalogue, faults, remarks, elsewhere, proposal, changed, tried, onChange, onKind } =
    props;
  const { vocabulary } = catalogue;
  const domain = domainOf(catalogue, type);
  const { when } = rule;
  return (
    <>
      <RulePart word="Title" part="title" faults={faults} pointer="/title" tried={tried}>
        <Input
          aria-label="Title"
          value={rule.title}
          maxLength={200}
          onChange={(event) => onChange({ title: event.target.value })}
          placeholder={proposal ?? "Short description"}
        />
        {proposal && <div className="hint">If you leave this empty, the title above is used.</div>}
        {remarks.map((remark) => (
          <div className="hint" key={remark}>
            {localWords(remark)}
          </div>
        ))}
      </RulePart>
      <RulePart word="For" part="audience" faults={faults} pointer="/audience" tried={tried}>
        <AudienceEditor audience={rule.audience} onChange={(audience) => onChange({ audience })} />
      </RulePart>
      <RulePart word="While" part="reach" faults={faults} pointer="/reach" tried={tried}>
        <ReachEditor rule={rule} type={type} vocabulary={vocabulary} onChange={onChange} />
        {elsewhere.map((remark) => (
          <div className="hint" key={remark}>
            {localWords(remark)}{" "}
            <button
              type="button"
              className="plain"
              onClick={() => onChange({ reach: withoutModes(rule.reach) })}
            >
              apply in every mode
            </button>
          </div>
        ))}
      </RulePart>
      <RulePart word="When" part="condition" faults={faults} pointer="/when" tried={tried}>
        <ConditionEditor condition={when} domain={domain} onChange={(next) => onChange({ when: next })} />
        {when && (
          <Radio.Group
            aria-label="Timing"
            value={rule.timing ?? "live"}
            onChange={(event) => onChange({ timing: event.target.value as Rule["timing"] })}
            options={TIMINGS}
          />
        )}
      </RulePart>
      <LinesEditor
        rule={rule}
        type={type}
        catalogue={catalogue}
        domain={domain}
        faults={faults}
        changed={changed}
        tried={tried}
        onChange={(lines) => onChange({ lines })}
      />
      <RulePart word="Kind" part="kind" faults={faults} pointer="/kind" tried={tried}>
        <Radio.Group
          aria-label="Kind of rule"
          value={rule.kind}
          onChange={(event) => onKind(event.target.value as Rule["kind"])}
          options={KINDS}
        />
        <span className="hint">
          What a <Word word="guardrail" /> is, and what a <Word word="channel" /> is.
        </span>
        <Checkbox
          checked={rule.state !== "off"}
          onChange={(event) => onChange({ state: event.target.checked ? "on" : "off" })}
        >
          switched on
        </Checkbox>
      </RulePart>
      <RulePart word="Why" part="reason" faults={faults} pointer="/reason" tried={tried}>
        <Input.TextArea
          aria-label="Reason"
          autoSize={{ minRows: 1, maxRows: 5 }}
          value={rule.reason ?? ""}
          maxLength={4000}
          placeholder="Why this rule exists"
          onChange={(event) => onChange({ reason: event.target.value || undefined })}
        />
        <label className="line">
          Review by
          <Input
            type="date"
            style={{ width: 160 }}
            value={rule.review_by ?? ""}
            onChange={(event) => onChange({ review_by: event.target.value || undefined })}
          />
        </label>
      </RulePart>
    </>
  );
}
