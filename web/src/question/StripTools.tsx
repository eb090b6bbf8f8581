import { App } from "antd";
import type { ReactNode } from "react";
import type { PolicyState } from "../api/queries";
import { StateSwitch } from "./StateSwitch";

type Props = { state: PolicyState; onState: (state: PolicyState) => void; tools?: ReactNode };

/** The right end of the question strip: which policy is asked, and the question as a link. */
export function StripTools({ state, onState, tools }: Props) {
  const { message } = App.useApp();
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
      <StateSwitch state={state} onState={onState} />
      <button type="button" className="plain" onClick={() => void copy()}>
        Copy question
      </button>
    </span>
  );
}
