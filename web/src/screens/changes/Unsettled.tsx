import { Button, Radio } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { ChangeSet, UnsettledEdit } from "../../api/types";
import { counted } from "../../shared/counted";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";

type Choice = "mine" | "theirs" | "both" | "parts";

/** Edits that met what another edition changed: each side by side, settled by hand. */
export function Unsettled({ changeSet }: { changeSet: ChangeSet }) {
  const edits = changeSet.unsettled;
  if (edits.length === 0) return null;
  return (
    <section className="unsettled" aria-label="Conflicts">
      <div className="head">
        <h2>Conflicts</h2>
        <span className="soft">
          {counted(edits.length, "edit")} met what edition{" "}
          <span className="mono">{changeSet.base_edition}</span> changed. Until{" "}
          {edits.length === 1 ? "it is" : "they are"} settled, nothing of this change set can be published.
        </span>
      </div>
      {edits.map((edit) => (
        <Settle key={`${edit.id} ${changeSet.base_edition}`} edit={edit} changeSet={changeSet} />
      ))}
    </section>
  );
}

function Settle({ edit, changeSet }: { edit: UnsettledEdit; changeSet: ChangeSet }) {
  const { may } = useAccount();
  const [picks, setPicks] = useState<Record<string, "mine" | "theirs">>({});
  const settle = api.useMutation("post", "/api/change-set/edits/{id}/settle");
  const send = (choice: Choice) =>
    settle.mutate({
      params: { path: { id: edit.id } },
      body: { choice, revision: changeSet.revision, ...(choice === "parts" ? { picks } : {}) },
    });
  const parts = edit.parts.filter((part) => part.part !== "everything");
  const settled = parts.length > 0 && parts.every((part) => picks[part.part]);
  return (
    <article aria-label={edit.title}>
      <h3>
        {edit.title} <span className="tag">{edit.verb}</span>
      </h3>
      {edit.faults.length > 0 && (
        <ul className="account-lines mark-verm">
          {edit.faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      <table className="three">
        <thead>
          <tr>
            <th />
            <th>Before</th>
            <th>
              In edition {changeSet.base_edition}
              {edit.their_author && `, by ${edit.their_author}`}
            </th>
            <th>In this change set, by {edit.author}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>As a whole</th>
            <td>{edit.sides.before ?? <i>not present</i>}</td>
            <td>{edit.sides.theirs ?? <i>not present</i>}</td>
            <td>{edit.sides.mine ?? <i>goes</i>}</td>
          </tr>
          {parts.map((part) => (
            <tr key={part.part}>
              <th>{part.name}</th>
              <td className="value">{part.before ?? <i>nothing</i>}</td>
              {(["theirs", "mine"] as const).map((side) => (
                <td key={side} className="value">
                  {may("edit") && parts.length > 1 && (
                    <Radio
                      checked={picks[part.part] === side}
                      aria-label={`${part.name}: ${side === "mine" ? "of this change set" : "of the edition"}`}
                      onChange={() => setPicks({ ...picks, [part.part]: side })}
                    />
                  )}
                  {part[side] ?? <i>nothing</i>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {settle.error ? (
        <ProblemNotice error={settle.error} title="The conflict can’t be resolved this way" />
      ) : null}
      {may("edit") && (
        <div className="row-flex" style={{ gap: 10, marginTop: 8 }}>
          {parts.length > 1 && (
            <Button disabled={!settled} loading={settle.isPending} onClick={() => send("parts")}>
              Use the chosen parts
            </Button>
          )}
          <Button loading={settle.isPending} onClick={() => send("mine")}>
            Use this change set
          </Button>
          <Button loading={settle.isPending} onClick={() => send("theirs")}>
            Use the edition
          </Button>
          {edit.both && (
            <Button loading={settle.isPending} onClick={() => send("both")}>
              Keep both
            </Button>
          )}
        </div>
      )}
    </article>
  );
}
