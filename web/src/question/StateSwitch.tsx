import { useOverview, type PolicyState } from "../api/queries";

/** Which policy is looked at: the one in force, or the one with the edits of the change set. */
export function StateSwitch({
  state,
  onState,
}: {
  state: PolicyState;
  onState: (state: PolicyState) => void;
}) {
  const overview = useOverview();
  const edits = overview.data?.change_set.edits ?? 0;
  return (
    <span className="states" role="group" aria-label="Which policy">
      <button type="button" aria-pressed={state === "in_force"} onClick={() => onState("in_force")}>
        in force
      </button>
      <button type="button" aria-pressed={state === "pending"} onClick={() => onState("pending")}>
        {edits > 0 ? `with ${edits} ${edits === 1 ? "edit" : "edits"}` : "with edits"}
      </button>
    </span>
  );
}
