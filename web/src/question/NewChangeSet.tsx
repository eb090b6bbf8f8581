import { App, Input } from "antd";
import { useState } from "react";
import { api } from "../api/client";
import { Dialog } from "../shared/Dialog";
import { ProblemNotice } from "../shared/ProblemNotice";

/** Asks what another change set is called and what it is for. */
export function NewChangeSet({ onClose, onBegun }: { onClose: () => void; onBegun: (id: number) => void }) {
  const { message } = App.useApp();
  const [name, setName] = useState("");
  const [purpose, setPurpose] = useState("");
  const begin = api.useMutation("post", "/api/change-sets", {
    onSuccess: (set) => {
      message.success(`“${set.name}” is open`);
      onClose();
      onBegun(set.id);
    },
  });
  return (
    <Dialog
      open
      title="New change set"
      okText="Create"
      okButtonProps={{ disabled: name.trim() === "", loading: begin.isPending }}
      onOk={() => begin.mutate({ body: { name: name.trim(), purpose } })}
      onCancel={onClose}
    >
      <div className="stack">
        <NameAndPurpose name={name} purpose={purpose} onName={setName} onPurpose={setPurpose} />
        {begin.error ? <ProblemNotice error={begin.error} /> : null}
      </div>
    </Dialog>
  );
}

type Props = {
  name: string;
  purpose: string;
  onName: (name: string) => void;
  onPurpose: (purpose: string) => void;
};

/** What a change set is called and what it is for. */
export function NameAndPurpose({ name, purpose, onName, onPurpose }: Props) {
  return (
    <>
      <label className="line">
        Name
        <Input value={name} maxLength={200} autoFocus onChange={(event) => onName(event.target.value)} />
      </label>
      <label className="line">
        Purpose
        <Input.TextArea
          value={purpose}
          maxLength={4000}
          autoSize={{ minRows: 2, maxRows: 8 }}
          onChange={(event) => onPurpose(event.target.value)}
        />
      </label>
    </>
  );
}
