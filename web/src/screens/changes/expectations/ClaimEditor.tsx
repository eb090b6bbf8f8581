import { Select } from "antd";
import { useCatalogue } from "../../../api/queries";
import type { Expectation } from "../../../api/types";
import { CHANNELS, MODES } from "../../../question/useQuestion";
import { optionHolds } from "../../../shared/optionHolds";
import { AudienceEditor } from "../../rules/AudienceEditor";

type Claim = NonNullable<Expectation["never"]>;

const MAY = {
  see: "is ever shown to",
  see_masked: "is ever shown, even masked, to",
  change: "can ever be changed by",
} as const;

/** "No field labelled restricted is ever shown to volunteers." */
export function ClaimEditor({ claim, onChange }: { claim: Claim; onChange: (claim: Claim) => void }) {
  const catalogue = useCatalogue("pending").data;
  const types = catalogue?.record_types ?? [];
  const type = types.find((each) => each.id === claim.record_types?.[0]);
  const put = (change: Partial<Claim>) => onChange({ ...claim, ...change });
  const byField = (claim.fields ?? []).length > 0 || claim.record_types?.length === 1;
  return (
    <div className="stack claim">
      <div className="row-flex">
        <span>No field</span>
        {!byField || (claim.labels ?? []).length > 0 ? (
          <Select
            mode="multiple"
            aria-label="Labels"
            placeholder="labelled …"
            value={claim.labels ?? []}
            onChange={(labels: string[]) => put({ labels })}
            options={(catalogue?.labels ?? []).map((label) => ({
              value: label.id,
              label: `labelled ${label.name.toLowerCase()}`,
            }))}
            style={{ minWidth: 210 }}
          />
        ) : null}
        <span>of</span>
        <Select
          allowClear
          aria-label="Record type"
          placeholder="any record type"
          value={claim.record_types?.[0]}
          onChange={(id: string | undefined) => {
            const { fields: _fields, record_types: _types, ...rest } = claim;
            onChange(id ? { ...rest, record_types: [id] } : rest);
          }}
          options={types.map((each) => ({ value: each.id, label: each.name }))}
          style={{ minWidth: 180 }}
        />
        {type && (
          <Select
            mode="multiple"
            aria-label="Fields"
            placeholder="or these fields"
            value={claim.fields ?? []}
            showSearch={{ filterOption: optionHolds }}
            onChange={(fields: string[]) => put({ fields })}
            options={type.fields.map((field) => ({ value: field.id, label: field.name }))}
            style={{ minWidth: 200 }}
          />
        )}
      </div>
      <Select
        aria-label="The claim"
        value={claim.may ?? "see"}
        onChange={(may: keyof typeof MAY) => put({ may })}
        options={Object.entries(MAY).map(([value, label]) => ({ value, label }))}
        style={{ width: 260 }}
      />
      <AudienceEditor audience={claim.audience ?? { any: [] }} onChange={(audience) => put({ audience })} />
      <div className="row-flex">
        <Select
          mode="multiple"
          aria-label="Modes"
          placeholder="in any mode"
          value={claim.modes ?? []}
          onChange={(modes: string[]) => put({ modes })}
          options={Object.entries(MODES).map(([value, label]) => ({ value, label }))}
          style={{ minWidth: 230 }}
        />
        <Select
          mode="multiple"
          aria-label="Channels"
          placeholder="through any channel"
          value={claim.channels ?? []}
          onChange={(channels: string[]) => put({ channels })}
          options={Object.entries(CHANNELS).map(([value, label]) => ({ value, label }))}
          style={{ minWidth: 230 }}
        />
      </div>
      <span className="soft">
        Proved for every user in the audience, in every unit, for any record, at any time and from anywhere.
        Records unlocked by a person and values shown by Reveal are not covered.
      </span>
    </div>
  );
}
