import { App } from "antd";
import type { ReactNode } from "react";
import type { PolicyState } from "../api/queries";
import { StateSwitch } from "./StateSwitch";

type Props = {
  state: PolicyState;
  onState: (state: PolicyState) => void;
  tools?: ReactNode;
  /** Parts that the copied question has beside those in the address. */
  copied?: () => Record<string, string>;
};

/** The right end of the question strip: which policy is asked, and the question as a link. */
export function StripTools({ state, onState, tools, copied }: Props) {
  const { message } = App.useApp();
  const copy = async () => {
    try {
      const link = new URL(window.location.href);
      for (const [name, value] of Object.entries(copied?.() ?? {}))
        if (value) link.searchParams.set(name, value);
      await navigator.clipboard.writeText(link.href);
      message.success("Link copied");
    } catch {
      message.info("Copy the address of this page. It contains the question");
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
