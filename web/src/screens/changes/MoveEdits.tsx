import { App, Button, Input, Select } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { useOverview } from "../../api/queries";
import type { ChangeSet } from "../../api/types";
import { useQuestion } from "../../question/useQuestion";
import { Dialog } from "../../shared/Dialog";
import { counted } from "../../shared/counted";
import { ProblemNotice } from "../../shared/ProblemNotice";

type Props = { changeSet: ChangeSet; edits: number[]; onClose: () => void };

const NEW = 0;

/** Moves edits to another change set, or to one of their own, so that a part can be published by itself. */
export function MoveEdits({ changeSet, edits, onClose }: Props) {
  const { message } = App.useApp();
  const overview = useOverview();
  const [, change] = useQuestion();
  const others = (overview.data?.change_sets ?? []).filter((set) => set.id !== changeSet.id);
  const [to, setTo] = useState(NEW);
  const [name, setName] = useState(`Part of ${changeSet.name}`);
  const move = api.useMutation("post", "/api/change-sets/{id}/move", {
    onSuccess: ({ to: target }) => {
      message.success(
        <>
          {counted(edits.length, "edit")} moved{" "}
          <button type="button" className="plain" onClick={() => change({ set: String(target) })}>
            Open it
          </button>
        </>,
        6,
      );
      onClose();
    },
  });
  return (
    <Dialog open title={`Move ${counted(edits.length, "edit")}`} footer={null} onCancel={onClose}>
      <div className="stack">
        <label className="line">
          To
          <Select
            aria-label="Target change set"
            value={to}
            onChange={setTo}
            style={{ width: "100%" }}
            options={[
              { value: NEW, label: "a new change set" },
              ...others.map((set) => ({ value: set.id, label: set.name })),
            ]}
          />
        </label>
        {to === NEW && (
          <label className="line">
            Its name
            <Input value={name} maxLength={200} onChange={(event) => setName(event.target.value)} />
          </label>
        )}
        {move.error ? <ProblemNotice error={move.error} title="These edits can’t be moved" /> : null}
        <span>
          <Button
            type="primary"
            loading={move.isPending}
            disabled={to === NEW && name.trim() === ""}
            onClick={() =>
              move.mutate({
                params: { path: { id: changeSet.id } },
                body: {
                  edits,
                  revision: changeSet.revision,
                  ...(to === NEW ? { name: name.trim() } : { to }),
                },
              })
            }
          >
            Move
          </Button>
        </span>
      </div>
    </Dialog>
  );
}
