import { Select } from "antd";
import { useEffect, useState } from "react";
import { api } from "../../../api/client";
import { Dialog } from "../../../shared/Dialog";
import { ReasonForm } from "./ReasonForm";
import type { WholeAct } from "./wholeAct";

type Props = WholeAct & { fields: { id: string; name: string }[]; emergency: boolean };

const ALL = "*";

/** Shows a covered value for one look, with a reason; it depends on itself. */
export function RevealValue({ type, number, noun, mode, fields, emergency, onClose }: Props) {
  const [field, setField] = useState<string | undefined>(fields.length === 1 ? fields[0]?.id : undefined);
  const revealing = api.useMutation("post", "/api/records/{type}/{number}/reveals");
  if (revealing.data) return <Look number={number} shown={revealing.data} onClose={onClose} />;
  const options = [
    ...fields.map((each) => ({ value: each.id, label: each.name })),
    ...(emergency ? [{ value: ALL, label: `Emergency: the whole ${noun}; others are notified` }] : []),
  ];
  return (
    <ReasonForm
      title={`Reveal a masked value of ${number}`}
      about="The value is shown once. The journal records who, what, when and why."
      act="Reveal"
      busy={revealing.isPending}
      error={revealing.error}
      onAct={(reason) =>
        field &&
        revealing.mutate({
          params: { path: { type, number } },
          body: { reason, mode, ...(field === ALL ? {} : { field }) },
        })
      }
      onClose={onClose}
    >
      <label className="line">
        What
        <Select
          aria-label="What to reveal"
          placeholder="a masked field"
          value={field}
          onChange={setField}
          options={options}
          showSearch={{ optionFilterProp: "label" }}
        />
      </label>
    </ReasonForm>
  );
}

type Shown = {
  fields: { id: string; name: string; words: string }[];
  seconds: number;
  left: number;
};

/** What was covered, while the look lasts. It is kept nowhere. */
function Look({ number, shown, onClose }: { number: string; shown: Shown; onClose: () => void }) {
  const [left, setLeft] = useState(shown.seconds);
  useEffect(() => {
    const clock = window.setInterval(() => setLeft((seconds) => seconds - 1), 1000);
    return () => window.clearInterval(clock);
  }, []);
  useEffect(() => {
    if (left <= 0) onClose();
  }, [left, onClose]);
  return (
    <Dialog open title={`${number}, shown once`} width={460} footer={null} onCancel={onClose}>
      <dl className="revealed">
        {shown.fields.map((field) => (
          <div key={field.id}>
            <dt>{field.name}</dt>
            <dd className="mono">{field.words}</dd>
          </div>
        ))}
      </dl>
      <p className="soft" role="status">
        Gone in {Math.max(left, 0)} seconds. {shown.left} more {shown.left === 1 ? "look" : "looks"} within
        the hour.
      </p>
    </Dialog>
  );
}
