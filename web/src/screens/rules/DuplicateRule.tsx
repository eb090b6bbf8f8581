import { Button, Select } from "antd";
import { useState } from "react";
import type { Catalogue, RecordType, Rule } from "../../api/types";
import { Dialog } from "../../shared/Dialog";
import { optionHolds } from "../../shared/optionHolds";
import { carriedOver, matched, type Matches } from "./carriedOver";

type Props = {
  rule: Rule;
  type: RecordType;
  catalogue: Catalogue;
  onMade: (rule: Rule) => void;
  onClose: () => void;
};

/** Makes a new rule that says the same, for this record type or another; what has no match there is asked. */
export function DuplicateRule({ rule, type, catalogue, onMade, onClose }: Props) {
  const [into, setInto] = useState(type.id);
  const [chosen, setChosen] = useState<Matches>({});
  const target = catalogue.record_types.find((each) => each.id === into) ?? type;
  const { matches, asked } = matched(rule, type, target);
  const another = target.id !== type.id;
  return (
    <Dialog
      open
      title="Duplicate this rule"
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Cancel
        </Button>,
        <Button
          key="make"
          type="primary"
          onClick={() => onMade(carriedOver(rule, type, target, { ...matches, ...chosen }))}
        >
          Create draft
        </Button>,
      ]}
    >
      <div className="stack">
        <label className="line">
          For records of
          <Select
            aria-label="For records of"
            value={into}
            onChange={(next: string) => {
              setInto(next);
              setChosen({});
            }}
            options={catalogue.record_types.map((each) => ({ value: each.id, label: each.name }))}
          />
        </label>
        {another && Object.keys(matches).length > 0 && (
          <span className="soft">
            {Object.keys(matches).length} of its fields{" "}
            {Object.keys(matches).length === 1 ? "is there" : "are there"} too, by name and kind.
          </span>
        )}
        {another &&
          asked.map((field) => (
            <label className="line" key={field.id}>
              Instead of {field.name}
              <Select
                allowClear
                aria-label={`Instead of ${field.name}`}
                placeholder="left out"
                value={chosen[field.id]}
                onChange={(next?: string) => setChosen({ ...chosen, [field.id]: next ?? "" })}
                showSearch={{ filterOption: optionHolds }}
                options={target.fields
                  .filter((each) => each.kind === field.kind)
                  .map((each) => ({ value: each.id, label: each.name }))}
              />
            </label>
          ))}
      </div>
    </Dialog>
  );
}
