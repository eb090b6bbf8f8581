import type { ReactNode } from "react";
import { StateSwitch } from "../../question/StateSwitch";
import { useQuestion } from "../../question/useQuestion";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";

type Found<Data> = { data: Data | undefined; error: unknown; refetch: () => unknown };

type Props<Data> = {
  title: ReactNode;
  /** One line beside the title. */
  note?: string;
  /** The query for the setting. */
  found: Found<Data>;
  /** Draws the setting, anew for each state and version. fixed: it can't be edited in this state. */
  children: (data: Data, fixed: boolean) => ReactNode;
};

/** A setting of the policy on a page of its own, in force or with edits. */
export function SettingSheet<Data extends { etag: string }>({ title, note, found, children }: Props<Data>) {
  const [{ state }, change] = useQuestion();
  return (
    <div className="split single">
      <div className="sheet">
        <div className="head">
          <h1>{title}</h1>
          {note && <span className="soft">{note}</span>}
          <span className="push">
            <StateSwitch state={state} onState={(next) => change({ state: next })} />
          </span>
        </div>
        {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
        {!found.data && !found.error && <Loading />}
        {found.data && (
          <div key={`${state} ${found.data.etag}`}>{children(found.data, state !== "pending")}</div>
        )}
      </div>
    </div>
  );
}
