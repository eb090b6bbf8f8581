import { Button, Input } from "antd";
import { useState, type ReactNode, type SyntheticEvent } from "react";
import { Dialog } from "../../../shared/Dialog";
import { ProblemNotice } from "../../../shared/ProblemNotice";

type Props = {
  title: string;
  /** What is said above the boxes. */
  about: ReactNode;
  act: string;
  busy: boolean;
  error: unknown;
  danger?: boolean;
  /** More to fill in, under the reason. */
  children?: ReactNode;
  onAct: (reason: string) => void;
  onClose: () => void;
};

/** Asks why something is done to a record; without a reason it is not done. */
export function ReasonForm({ title, about, act, busy, error, danger, children, onAct, onClose }: Props) {
  const [reason, setReason] = useState("");
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    onAct(reason.trim());
  };
  return (
    <Dialog open title={title} width={460} footer={null} onCancel={onClose}>
      <form onSubmit={submit} className="stack">
        <p style={{ margin: 0 }}>{about}</p>
        <label className="line">
          Why
          <Input.TextArea
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            autoFocus
            required
            minLength={3}
            maxLength={1000}
            autoSize={{ minRows: 2, maxRows: 6 }}
          />
        </label>
        {children}
        {error ? <ProblemNotice error={error} /> : null}
        <div>
          <Button
            type="primary"
            danger={danger ?? false}
            htmlType="submit"
            loading={busy}
            disabled={reason.trim().length < 3}
          >
            {act}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
