import { App, Dropdown, Input, Modal } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api } from "../api/client";
import { useOverview, type PolicyState } from "../api/queries";
import { ProblemNotice } from "../shared/ProblemNotice";
import { useAccount } from "../shell/account";
import { counted } from "../shared/counted";

type Props = { state: PolicyState; onState: (state: PolicyState) => void };

/** Which policy is looked at: the one in force, one with the edits of a change set, or one of the past. */
export function StateSwitch({ state, onState }: Props) {
  const overview = useOverview();
  const { may } = useAccount();
  const [search, setSearch] = useSearchParams();
  const [beginning, setBeginning] = useState(false);
  const chosen = overview.data?.change_set;
  const sets = overview.data?.change_sets ?? [];
  const edits = chosen?.edits ?? 0;
  const choose = (id: number) => {
    const next = new URLSearchParams(search);
    next.set("set", String(id));
    next.delete("policy");
    setSearch(next);
  };
  const items = [
    ...sets.map((set) => ({
      key: String(set.id),
      label: `${set.name}, ${counted(set.edits, "edit")}${set.unsettled > 0 ? `, ${set.unsettled} to settle` : ""}`,
    })),
    ...(may("edit") ? [{ key: "new", label: "Begin another change set" }] : []),
  ];
  const past = state !== "in_force" && state !== "pending";
  return (
    <span className="states" role="group" aria-label="Which policy">
      {past && (
        <button
          type="button"
          aria-pressed
          onClick={() => onState("in_force")}
          title="Back to what is in force"
        >
          {pastWords(state)}
        </button>
      )}
      <button type="button" aria-pressed={state === "in_force"} onClick={() => onState("in_force")}>
        in force
      </button>
      <button type="button" aria-pressed={state === "pending"} onClick={() => onState("pending")}>
        {edits > 0 ? `with ${counted(edits, "edit")}` : "with edits"}
        {sets.length > 1 && chosen && <span className="of-set"> of {chosen.name}</span>}
      </button>
      {(sets.length > 1 || may("edit")) && (
        <Dropdown
          trigger={["click"]}
          menu={{
            items,
            selectedKeys: chosen ? [String(chosen.id)] : [],
            onClick: ({ key }) => (key === "new" ? setBeginning(true) : choose(Number(key))),
          }}
        >
          <button type="button" className="more-sets" aria-label="Choose a change set" aria-haspopup="menu">
            <span aria-hidden>▾</span>
          </button>
        </Dropdown>
      )}
      {beginning && <NewChangeSet onClose={() => setBeginning(false)} onBegun={choose} />}
    </span>
  );
}

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
    <Modal
      open
      title="Begin another change set"
      okText="Begin"
      okButtonProps={{ disabled: name.trim() === "", loading: begin.isPending }}
      onOk={() => begin.mutate({ body: { name: name.trim(), purpose } })}
      onCancel={onClose}
    >
      <div className="stack">
        <label className="line">
          Name
          <Input value={name} maxLength={200} autoFocus onChange={(event) => setName(event.target.value)} />
        </label>
        <label className="line">
          What it is for
          <Input.TextArea
            value={purpose}
            maxLength={4000}
            autoSize={{ minRows: 2, maxRows: 6 }}
            onChange={(event) => setPurpose(event.target.value)}
          />
        </label>
        {begin.error ? <ProblemNotice error={begin.error} /> : null}
      </div>
    </Modal>
  );
}

/** "edition-3" and "day-2026-03-03" as people say them. */
export function pastWords(state: PolicyState): string {
  if (state.startsWith("edition-")) return `as of edition ${state.slice(8)}`;
  return `as of ${new Date(`${state.slice(4)}T12:00:00Z`).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  })}`;
}
