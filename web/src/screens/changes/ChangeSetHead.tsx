import { App, Button, Input, Popconfirm } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { ChangeSet } from "../../api/types";
import { NameAndPurpose } from "../../question/NewChangeSet";
import { standsOn, useQuestion } from "../../question/useQuestion";
import { Dialog } from "../../shared/Dialog";
import { counted } from "../../shared/counted";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveList } from "../../shared/SaveList";
import { useAccount } from "../../shell/account";

/** What the change set is called, what it is for, whose it is, and on what it stands. */
export function ChangeSetHead({ changeSet }: { changeSet: ChangeSet }) {
  const { may } = useAccount();
  const [describing, setDescribing] = useState(false);
  const count = changeSet.edits.length + changeSet.unsettled.length;
  return (
    <>
      <div className="head">
        <h1>{changeSet.name}</h1>
        <span className="soft">
          {counted(count, "edit")} on top of edition <span className="mono">{changeSet.base_edition}</span>,
          not in force yet
        </span>
        <span className="push row-flex" style={{ gap: 14 }}>
          {may("edit") && (
            <button type="button" className="plain" onClick={() => setDescribing(true)}>
              Name and purpose
            </button>
          )}
          {may("edit") && <Drop changeSet={changeSet} />}
          <SaveList
            name="edits"
            heading={["Edit", "What", "Becomes", "By", "At"]}
            rows={() =>
              changeSet.edits.map((edit) => [
                edit.title,
                edit.verb,
                edit.lines.join("; "),
                edit.author,
                edit.at,
              ])
            }
          />
        </span>
      </div>
      {(changeSet.purpose || changeSet.owner) && (
        <p className="soft" style={{ marginTop: 0, whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>
          {changeSet.purpose}
          {changeSet.owner && ` (${changeSet.owner}’s)`}
        </p>
      )}
      {describing && <Describe changeSet={changeSet} onClose={() => setDescribing(false)} />}
    </>
  );
}

function Drop({ changeSet }: { changeSet: ChangeSet }) {
  const { message } = App.useApp();
  const [, change] = useQuestion();
  const drop = api.useMutation("post", "/api/change-sets/{id}/drop", {
    onSuccess: () => {
      message.success(`“${changeSet.name}” was discarded`);
      if (standsOn(changeSet.id)) change({ set: "" });
    },
    onError: (error: unknown) =>
      message.error(error instanceof Error ? error.message : "The change set can’t be discarded"),
  });
  return (
    <Popconfirm
      title={`Discard “${changeSet.name}”?`}
      description="None of its edits will take effect, and no one can continue it."
      okText="Discard it"
      onConfirm={() =>
        drop.mutate({ params: { path: { id: changeSet.id } }, body: { revision: changeSet.revision } })
      }
    >
      <button type="button" className="plain">
        Discard
      </button>
    </Popconfirm>
  );
}

function Describe({ changeSet, onClose }: { changeSet: ChangeSet; onClose: () => void }) {
  const [name, setName] = useState(changeSet.name);
  const [purpose, setPurpose] = useState(changeSet.purpose);
  const [owner, setOwner] = useState(changeSet.owner);
  const describe = api.useMutation("put", "/api/change-sets/{id}", { onSuccess: onClose });
  return (
    <Dialog open title="Name and purpose" footer={null} onCancel={onClose}>
      <div className="stack">
        <NameAndPurpose name={name} purpose={purpose} onName={setName} onPurpose={setPurpose} />
        <label className="line">
          Owner
          <Input value={owner} maxLength={200} onChange={(event) => setOwner(event.target.value)} />
        </label>
        {describe.error ? <ProblemNotice error={describe.error} /> : null}
        <span>
          <Button
            type="primary"
            disabled={name.trim() === ""}
            loading={describe.isPending}
            onClick={() =>
              describe.mutate({
                params: { path: { id: changeSet.id } },
                body: { name: name.trim(), purpose, owner },
              })
            }
          >
            Save
          </Button>
        </span>
      </div>
    </Dialog>
  );
}
