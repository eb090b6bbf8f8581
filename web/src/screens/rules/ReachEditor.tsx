import { Checkbox, Select } from "antd";
import { useDirectory } from "../../api/queries";
import type { RecordType, Rule, Vocabulary } from "../../api/types";
import { CHANNELS, MODES } from "../../question/useQuestion";
import { WindowEditor } from "./WindowEditor";

type Reach = NonNullable<Rule["reach"]>;
type Props = {
  rule: Rule;
  type: RecordType;
  vocabulary: Vocabulary;
  onChange: (change: Partial<Rule>) => void;
};

/** Where and when a rule holds: modes, channels, units, forms, and its window. What is left empty means all. */
export function ReachEditor({ rule, type, vocabulary, onChange }: Props) {
  const directory = useDirectory();
  const reach = rule.reach ?? {};
  const set = (change: Reach) => onChange({ reach: filled({ ...reach, ...change }) });
  return (
    <>
      <Checkbox.Group
        aria-label="Modes"
        value={reach.modes ?? []}
        onChange={(modes) => set({ modes })}
        options={Object.entries(MODES).map(([value, label]) => ({ value, label }))}
      />
      {(reach.modes ?? []).length === 0 && (
        <span className="soft">No mode selected: the rule applies in every mode.</span>
      )}
      <Select
        mode="multiple"
        aria-label="Channels"
        placeholder="Through every channel"
        value={reach.channels ?? []}
        onChange={(channels) => set({ channels })}
        options={Object.entries(CHANNELS).map(([value, label]) => ({ value, label: `through ${label}` }))}
      />
      <Select
        mode="multiple"
        aria-label="Units"
        placeholder="In every unit"
        value={reach.units ?? []}
        onChange={(units) => set({ units })}
        options={(directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name }))}
      />
      {type.forms && (
        <Select
          mode="multiple"
          aria-label="Forms"
          placeholder="On every form"
          value={reach.forms ?? []}
          onChange={(forms) => set({ forms })}
          options={type.forms.map((form) => ({ value: form.id, label: `on the ${form.name.toLowerCase()}` }))}
        />
      )}
      <WindowEditor
        window={rule.window}
        zone={vocabulary.time_zone}
        onChange={(window) => onChange({ window })}
      />
    </>
  );
}

/** The lists that name something. */
const filled = (reach: Reach): Reach =>
  Object.fromEntries(Object.entries(reach).filter(([, list]) => list.length > 0));
