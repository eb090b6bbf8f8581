import { App, Button, Input, Radio, Select } from "antd";
import { useState } from "react";
import { api } from "../../../api/client";
import { useDirectory } from "../../../api/queries";
import type { BaselineView, Catalogue, RecordType } from "../../../api/types";
import { Dialog } from "../../../shared/Dialog";
import { optionHolds } from "../../../shared/optionHolds";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { ImpactAccount } from "../ImpactAccount";
import { StatePick } from "../StatePick";
import { useSubjectImpact } from "../useSubjectImpact";
import { useStillHere } from "../../../shared/useStillHere";

type Props = { kept: BaselineView; type: RecordType; catalogue: Catalogue; onClose: () => void };

/** A baseline: its name, where it holds, what fields start as there, and what that does before it is kept. */
export function BaselineEditor({ kept, type, catalogue, onClose }: Props) {
  const stillHere = useStillHere();
  const { message } = App.useApp();
  const directory = useDirectory();
  const [baseline, setBaseline] = useState(kept);
  const set = (part: Partial<BaselineView>) => setBaseline({ ...baseline, ...part });
  const made = kept.etag === "";
  const after = documentOf(baseline);
  const holds = (baseline.units ?? []).length + (baseline.categories ?? []).length > 0;
  const severally = (baseline.units ?? []).length > 0 && (baseline.categories ?? []).length > 0;
  const complete = baseline.name.trim() !== "" && holds && Object.keys(baseline.states).length > 0;
  const impact = useSubjectImpact("baseline", kept.id, after, complete);
  const done = {
    onSuccess: () => {
      message.success("Saved to the change set");
      if (stillHere()) onClose();
    },
  };
  const adding = api.useMutation("post", "/api/baselines", done);
  const changing = api.useMutation("put", "/api/baselines/{id}", done);
  const removing = api.useMutation("delete", "/api/baselines/{id}", done);
  const at = { params: { path: { id: kept.id } }, headers: { "if-match": kept.etag } };
  const save = () =>
    made
      ? adding.mutate({ body: { baseline: after } })
      : changing.mutate({ ...at, body: { baseline: after } });
  const error: unknown = adding.error ?? changing.error ?? removing.error ?? impact.error;
  const category = type.fields.find((field) => field.id === type.category_field);
  const left = type.fields.filter((field) => !(field.id in baseline.states));
  const faults = complete ? (impact.data?.faults ?? []) : [];
  return (
    <Dialog
      open
      width={760}
      title={made ? "New baseline" : kept.name}
      onCancel={onClose}
      footer={[
        !made && (
          <Button
            key="remove"
            danger
            type="text"
            loading={removing.isPending}
            onClick={() => removing.mutate(at)}
          >
            Remove this baseline
          </Button>
        ),
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
        <Button
          key="keep"
          type="primary"
          disabled={!complete || impact.waiting || faults.length > 0}
          loading={adding.isPending || changing.isPending}
          onClick={save}
        >
          Save to change set
        </Button>,
      ]}
    >
      <div className="editor baseline-editor">
        <div className="part">
          <div className="word">Name</div>
          <div className="content">
            <Input
              aria-label="Name of the baseline"
              value={baseline.name}
              maxLength={200}
              onChange={(event) => set({ name: event.target.value })}
            />
          </div>
        </div>
        <div className="part">
          <div className="word">Holds</div>
          <div className="content">
            <Select
              mode="multiple"
              aria-label="At these units"
              placeholder="at these units"
              value={baseline.units ?? []}
              options={(directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name }))}
              showSearch={{ filterOption: optionHolds }}
              onChange={(units: string[]) => set({ units })}
            />
            {category && (
              <Select
                mode="multiple"
                aria-label={`When ${category.name} is`}
                placeholder={`when ${category.name} is`}
                value={baseline.categories ?? []}
                options={(category.options ?? []).map((each) => ({ value: each.id, label: each.name }))}
                onChange={(categories: string[]) => set({ categories })}
              />
            )}
            {severally && (
              <Radio.Group
                aria-label="Unit and category"
                value={baseline.both ?? false}
                onChange={(event) => set({ both: event.target.value as boolean })}
                options={[
                  { value: false, label: "one of the two is enough" },
                  { value: true, label: "both must match" },
                ]}
              />
            )}
          </div>
        </div>
        <div className="part">
          <div className="word">Starts as</div>
          <div className="content">
            {Object.entries(baseline.states).map(([id, state]) => {
              const name = type.fields.find((field) => field.id === id)?.name ?? id;
              return (
                <div className="state-row" key={id}>
                  <span>{name}</span>
                  <div>
                    <StatePick
                      label={`${name} starts as`}
                      state={state}
                      vocabulary={catalogue.vocabulary}
                      onChange={(next) => set({ states: { ...baseline.states, [id]: next ?? {} } })}
                    />
                  </div>
                  <button
                    type="button"
                    className="plain"
                    aria-label={`Remove ${name}`}
                    onClick={() => {
                      const { [id]: _left, ...rest } = baseline.states;
                      set({ states: rest });
                    }}
                  >
                    remove
                  </button>
                </div>
              );
            })}
            {left.length > 0 && (
              <Select
                aria-label="Add a field"
                placeholder="Add a field"
                value={null}
                showSearch={{ filterOption: optionHolds }}
                options={left.map((field) => ({ value: field.id, label: field.name }))}
                onChange={(id: string | null) =>
                  id && set({ states: { ...baseline.states, [id]: { entry: "locked" } } })
                }
              />
            )}
          </div>
        </div>
        {error ? <ProblemNotice error={error} title="Nothing was saved" /> : null}
        {faults.length > 0 && (
          <ul className="faults" role="alert">
            {faults.map((fault) => (
              <li key={`${fault.pointer} ${fault.message}`}>{fault.message}</li>
            ))}
          </ul>
        )}
        {!complete && (
          <p className="soft">
            A baseline needs a name, a unit or category where it applies, and at least one field.
          </p>
        )}
        {complete && impact.data && faults.length === 0 && (
          <div aria-busy={impact.waiting}>
            <ImpactAccount impact={impact.data} type={type.id} />
          </div>
        )}
      </div>
    </Dialog>
  );
}

/** The baseline as it is in a policy document; lists that say nothing are left out. */
function documentOf({ etag: _etag, units, categories, both, ...rest }: BaselineView) {
  return {
    ...rest,
    ...(both && units?.length && categories?.length ? { both } : {}),
    ...(units && units.length > 0 ? { units } : {}),
    ...(categories && categories.length > 0 ? { categories } : {}),
  };
}
