import { Checkbox, Input, Select } from "antd";
import type { Automation, AutomationStep, Catalogue } from "../../../api/types";
import { PersonSelect } from "../../../shared/PersonSelect";
import { StepEditor } from "./StepEditor";
import { blankStep, STEPS, type StepKind } from "./steps";

type Props = {
  automation: Automation;
  catalogue: Catalogue;
  editable: boolean;
  onChange: (automation: Automation) => void;
  onRemove: () => void;
};

const CREATED = "created";

/** One automation: what starts it, as which program it acts, and what it does step by step. */
export function AutomationCard({ automation, catalogue, editable, onChange, onRemove }: Props) {
  const type = catalogue.record_types.find((each) => each.id === automation.record_type);
  const stages = type?.fields.find((field) => field.id === type.path?.field)?.options ?? [];
  const put = (part: Partial<Automation>) => onChange({ ...automation, ...part });
  const without = (part: "owner" | "state", value: string) => {
    const { [part]: _gone, ...rest } = automation;
    onChange(value === "" ? rest : { ...rest, [part]: value });
  };
  const setStep = (at: number, step: AutomationStep) =>
    put({ steps: automation.steps.map((each, index) => (index === at ? step : each)) });
  const start = automation.when.stage === undefined ? CREATED : `stage:${automation.when.stage}`;
  return (
    <fieldset className="automation" disabled={!editable} aria-label={automation.title || "New automation"}>
      <div className="row-flex wrap">
        <Input
          aria-label="Title of the automation"
          placeholder="Short description"
          value={automation.title}
          maxLength={200}
          style={{ width: 340 }}
          onChange={(event) => put({ title: event.target.value })}
        />
        <Checkbox
          checked={automation.state !== "off"}
          onChange={(event) => without("state", event.target.checked ? "" : "off")}
        >
          on
        </Checkbox>
        {editable && (
          <button
            type="button"
            className="plain push"
            aria-label={`Remove ${automation.title || "the new automation"}`}
            onClick={onRemove}
          >
            Remove
          </button>
        )}
      </div>
      <div className="row-flex wrap">
        <span>When</span>
        <Select
          aria-label="Record type it starts from"
          value={automation.record_type || undefined}
          options={catalogue.record_types.map(({ id, name }) => ({ value: id, label: name }))}
          popupMatchSelectWidth={false}
          // What the steps name are fields of the record type it starts from.
          onChange={(record_type: string) => put({ record_type, when: { created: true }, steps: [] })}
        />
        <Select
          aria-label="What starts it"
          value={start}
          options={[
            { value: CREATED, label: "is created" },
            ...stages.map(({ id, name }) => ({ value: `stage:${id}`, label: `reaches ${name}` })),
          ]}
          popupMatchSelectWidth={false}
          onChange={(next: string) =>
            put({ when: next === CREATED ? { created: true } : { stage: next.slice("stage:".length) } })
          }
        />
        <span>acting as</span>
        <PersonSelect
          label="Program it acts as"
          person={automation.user}
          placeholder="a program"
          within="programs"
          onPick={(user) => put({ user })}
        />
        <span>notify of refusals</span>
        <PersonSelect
          label="Who is notified of refusals"
          person={automation.owner ?? ""}
          placeholder="no one"
          clearable
          onPick={(owner) => without("owner", owner)}
        />
      </div>
      <ol className="steps" aria-label={`Steps of ${automation.title || "the new automation"}`}>
        {automation.steps.map((step, index) => (
          <li key={index}>
            {type && (
              <StepEditor
                step={step}
                type={type}
                catalogue={catalogue}
                onChange={(next) => setStep(index, next)}
              />
            )}
            {editable && (
              <button
                type="button"
                className="plain"
                aria-label={`Remove step ${index + 1}`}
                onClick={() => put({ steps: automation.steps.filter((_, at) => at !== index) })}
              >
                Remove step
              </button>
            )}
          </li>
        ))}
      </ol>
      {editable && type && automation.steps.length < 20 && (
        <Select<StepKind | null>
          aria-label="Add a step"
          placeholder="Add a step"
          value={null}
          options={STEPS}
          popupMatchSelectWidth={false}
          style={{ width: 150 }}
          onChange={(kind) => kind && put({ steps: [...automation.steps, blankStep(kind, type.id)] })}
        />
      )}
    </fieldset>
  );
}
