import { App, Button } from "antd";
import { useState } from "react";
import { api } from "../../../api/client";
import type { Expectation } from "../../../api/types";
import { Word } from "../../../help/Word";
import { StateSwitch } from "../../../question/StateSwitch";
import { useQuestion } from "../../../question/useQuestion";
import { counted } from "../../../shared/counted";
import { Loading } from "../../../shared/Loading";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { useAccount } from "../../../shell/account";
import { ExpectationEditor } from "./ExpectationEditor";
import { VerdictLine } from "./VerdictLine";

/** A claim that no one has filled in yet. */
const CLAIM: Expectation = {
  id: "",
  title: "",
  never: { may: "see", labels: [], audience: { any: [] }, modes: ["view", "edit", "list"] },
};

/** What the policy is expected to come to, in groups, and how each expectation stands. */
export function ExpectationsView() {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [question, change] = useQuestion();
  const [edited, setEdited] = useState<{ expectation: Expectation; etag?: string } | null>(null);
  const found = api.useQuery("get", "/api/expectations", { params: { query: { state: question.state } } });
  const drop = api.useMutation("delete", "/api/expectations/{id}", {
    onSuccess: () => message.success("Removed in the change set"),
  });
  const items = found.data?.items ?? [];
  const groups = [...new Set(items.map((each) => each.expectation.group ?? ""))].sort();
  const unmet = items.filter((each) => each.verdict.status !== "holds").length;
  const editable = may("edit") && question.state === "pending";
  return (
    <div className="split single">
      <div className="sheet">
        <div className="head">
          <h1>
            <Word word="expectation">Expectations</Word>
          </h1>
          <span className="soft" role="status">
            {found.data &&
              (items.length === 0
                ? ""
                : `${counted(items.length, "expectation")}, ${unmet === 0 ? "all hold" : `${unmet} not met`}`)}
          </span>
          <span className="push row-flex" style={{ gap: 14 }}>
            <StateSwitch state={question.state} onState={(state) => change({ state })} />
            {editable && (
              <Button type="primary" onClick={() => setEdited({ expectation: CLAIM })}>
                Add claim
              </Button>
            )}
          </span>
        </div>
        {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
        {drop.error ? <ProblemNotice error={drop.error} title="It can’t be removed" /> : null}
        {!found.data && !found.error && <Loading what="Checking" />}
        {found.data && items.length === 0 && (
          <div className="empty">
            No expectations yet. Ask a question on the map or in the rehearsal and choose “Add expectation”,
            or add a claim about every record.
          </div>
        )}
        {groups.map((group) => (
          <section key={group}>
            {group && <h2>{group}</h2>}
            {items
              .filter((each) => (each.expectation.group ?? "") === group)
              .map(({ expectation, sentence, verdict, etag, status }) => (
                <div key={expectation.id} className="change-row">
                  <div>
                    <b>{expectation.title}</b>{" "}
                    {status !== "in_force" && <span className="tag mark-verd">{status}</span>}
                    <div>{sentence}</div>
                    <div>
                      <VerdictLine verdict={verdict} state={question.state} />
                    </div>
                    {expectation.reason && <div className="soft">{expectation.reason}</div>}
                  </div>
                  {editable && (
                    <span className="row-flex" style={{ gap: 14, alignItems: "start" }}>
                      <button
                        type="button"
                        className="plain"
                        onClick={() => setEdited({ expectation, etag })}
                      >
                        Change
                      </button>
                      <button
                        type="button"
                        className="plain"
                        onClick={() =>
                          drop.mutate({
                            params: { path: { id: expectation.id } },
                            headers: { "if-match": etag },
                          })
                        }
                      >
                        Remove
                      </button>
                    </span>
                  )}
                </div>
              ))}
          </section>
        ))}
        {edited && (
          <ExpectationEditor
            given={edited.expectation}
            etag={edited.etag}
            groups={groups.filter(Boolean)}
            onClose={() => setEdited(null)}
          />
        )}
      </div>
    </div>
  );
}
