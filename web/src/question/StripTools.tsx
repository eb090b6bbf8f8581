import { App } from "antd";
import type { ReactNode } from "react";
import { useOverview, type PolicyState } from "../api/queries";

type Props = { state: PolicyState; onState: (state: PolicyState) => void; tools?: ReactNode };

/** The right end of the question strip: which policy is asked, and the question as a link. */
export function StripTools({ state, onState, tools }: Props) {
  const { message } = App.useApp();
  const overview = useOverview();
  const edits = overview.data?.change_set.edits ?? 0;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(window.location.href);
      message.success("The question is copied as a link");
    } catch {
      message.info("Copy the address of this page: it holds the question");
    }
  };
  return (
    <span className="tools">
      {tools}
      <span className="states" role="group" aria-label="Which policy">
        <button type="button" aria-pressed={state === "in_force"} onClick={() => onState("in_force")}>
          in force
        </button>
        <button type="button" aria-pressed={state === "pending"} onClick={() => onState("pending")}>
          {edits > 0 ? `with ${edits} ${edits === 1 ? "edit" : "edits"}` : "with edits"}
        </button>
      </span>
      <button type="button" className="plain" onClick={() => void copy()}>
        Copy question
      </button>
    </span>
  );
}
