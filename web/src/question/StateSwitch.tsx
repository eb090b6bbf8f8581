import { Dropdown } from "antd";
import { useState } from "react";
import { useOverview, type PolicyState } from "../api/queries";
import { counted } from "../shared/counted";
import { localDay } from "../shared/localDay";
import { useAccount } from "../shell/account";
import { NewChangeSet } from "./NewChangeSet";
import { useQuestion } from "./useQuestion";

type Props = { state: PolicyState; onState: (state: PolicyState) => void };

/** Which policy is looked at: the one in force, one with the edits of a change set, or one of the past. */
export function StateSwitch({ state, onState }: Props) {
  const overview = useOverview();
  const { may } = useAccount();
  const [, change] = useQuestion();
  const [beginning, setBeginning] = useState(false);
  const chosen = overview.data?.change_set;
  const sets = overview.data?.change_sets ?? [];
  const edits = chosen?.edits ?? 0;
  const choose = (id: number) => change({ set: String(id), state: "pending" });
  const items = [
    ...sets.map((set) => ({
      key: String(set.id),
      label: `${set.name}, ${counted(set.edits, "edit")}${set.unsettled > 0 ? `, ${set.unsettled} to resolve` : ""}`,
    })),
    ...(may("edit") ? [{ key: "new", label: "New change set" }] : []),
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
        {sets.length > 1 && chosen && (
          <>
            {" "}
            <span className="of-set">of {chosen.name}</span>
          </>
        )}
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

/** "edition-3" and "day-2026-03-03" as people say them. */
export function pastWords(state: PolicyState, locale?: string): string {
  if (state.startsWith("edition-")) return `as of edition ${state.slice(8)}`;
  return `as of ${localDay(state.slice(4), locale) ?? state.slice(4)}`;
}
