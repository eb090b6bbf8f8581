import { App, Button, Checkbox } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { ChangeSet } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { counted } from "../../shared/counted";
import { localMoment } from "../../shared/localMoment";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { Comments } from "./Comments";
import { MoveEdits } from "./MoveEdits";
import { localWords } from "../../shared/localWords";

/** Edits shown at first, so that what they come to is not far below. */
const SHOWN = 6;

type Edit = ChangeSet["edits"][number];

/** The edits of the change set; several at once can be removed or moved to another one. */
export function EditList({ changeSet }: { changeSet: ChangeSet }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [all, setAll] = useState(false);
  const [picked, setPicked] = useState<number[]>([]);
  const [moving, setMoving] = useState(false);
  const params = { path: { id: changeSet.id } };
  const again = api.useMutation("post", "/api/change-sets/{id}/have-again");
  const back = api.useMutation("post", "/api/change-sets/{id}/take-back", {
    onSuccess: (_set, { body: { edits } }) => {
      setPicked([]);
      message.success(
        <>
          {edits.length === 1 ? "Removed" : `${counted(edits.length, "edit")} removed`}{" "}
          <button type="button" className="plain" onClick={() => again.mutate({ params, body: { edits } })}>
            Undo
          </button>
        </>,
        6,
      );
    },
  });
  const takeBack = (edits: number[]) => back.mutate({ params, body: { edits } });
  const { edits } = changeSet;
  const chosen = picked.filter((id) => edits.some((edit) => edit.id === id));
  if (edits.length === 0)
    return (
      <div className="empty">
        {changeSet.unsettled.length > 0
          ? "No other edits."
          : "No edits yet. Make a rule on the map, edit one under Rules, or import into the Catalogue."}
      </div>
    );
  return (
    <>
      {may("edit") && edits.length > 1 && (
        <div className="row-flex edit-tools" role="group" aria-label="Several edits">
          <Checkbox
            checked={chosen.length === edits.length}
            indeterminate={chosen.length > 0 && chosen.length < edits.length}
            onChange={(event) => setPicked(event.target.checked ? edits.map((edit) => edit.id) : [])}
          >
            {chosen.length === 0 ? "All" : `${chosen.length} of ${edits.length}`}
          </Checkbox>
          <Button size="small" disabled={chosen.length === 0} onClick={() => setMoving(true)}>
            Move to another change set
          </Button>
          <Button
            size="small"
            disabled={chosen.length === 0}
            loading={back.isPending}
            onClick={() => takeBack(chosen)}
          >
            Remove edit
          </Button>
        </div>
      )}
      {back.error ? <ProblemNotice error={back.error} title="They can't be removed by themselves" /> : null}
      {again.error ? <ProblemNotice error={again.error} title="It can’t be restored" /> : null}
      {edits.slice(0, all ? undefined : SHOWN).map((edit) => (
        <EditRow
          key={edit.id}
          edit={edit}
          picked={chosen.includes(edit.id)}
          onPick={
            may("edit") && edits.length > 1
              ? (on) => setPicked(on ? [...chosen, edit.id] : chosen.filter((id) => id !== edit.id))
              : undefined
          }
          onTakeBack={may("edit") ? () => takeBack([edit.id]) : undefined}
        />
      ))}
      {!all && edits.length > SHOWN && (
        <p>
          <button type="button" className="plain" onClick={() => setAll(true)}>
            Show {edits.length - SHOWN} more edits
          </button>
        </p>
      )}
      {moving && <MoveEdits changeSet={changeSet} edits={chosen} onClose={() => setMoving(false)} />}
    </>
  );
}

type RowProps = {
  edit: Edit;
  picked: boolean;
  onPick?: (on: boolean) => void;
  onTakeBack?: () => void;
};

function EditRow({ edit, picked, onPick, onTakeBack }: RowProps) {
  const search = useQuestionSearch();
  const [commenting, setCommenting] = useState(false);
  return (
    <div className="change-row">
      <div>
        {onPick && (
          <Checkbox
            aria-label={`Choose ${edit.title}`}
            checked={picked}
            onChange={(event) => onPick(event.target.checked)}
            style={{ marginRight: 8 }}
          />
        )}
        <b>{edit.title}</b>{" "}
        <span className={`tag ${edit.verb === "removed" ? "mark-verm" : "mark-verd"}`}>{edit.verb}</span>
        <ul className="account-lines">
          {edit.lines.map((line) => (
            <li key={line}>{localWords(line)}</li>
          ))}
        </ul>
        {edit.joined && (
          <div className="hint" role="note">
            Joined with what {edit.joined.by ?? "someone"} changed in edition {edit.joined.edition}:{" "}
            {localWords(edit.joined.lines.join("; "))}
          </div>
        )}
        <Comments edit={edit.id} open={commenting} onClose={() => setCommenting(false)} />
      </div>
      <div className="stack" style={{ textAlign: "right", fontSize: 13 }}>
        <span className="soft">
          {edit.author}, {localMoment(edit.at)}
        </span>
        <span className="row-flex" style={{ justifyContent: "flex-end", gap: 14 }}>
          {edit.kind === "rule" && edit.verb !== "removed" && (
            <Link to={{ pathname: "/rules", search: withPart(search, "rule", edit.subject) }}>Open</Link>
          )}
          {edit.kind === "record_type" && edit.verb !== "removed" && (
            <Link to={{ pathname: "/catalogue", search: withPart(search, "type", edit.subject) }}>Open</Link>
          )}
          {edit.kind === "expectation" && (
            <Link to={{ pathname: "/changes", search: withPart(search, "view", "expectations") }}>Open</Link>
          )}
          {edit.kind === "baseline" && (
            <Link to={{ pathname: "/catalogue", search: withPart(search, "view", "baselines") }}>Open</Link>
          )}
          <button type="button" className="plain" onClick={() => setCommenting(true)}>
            Comment
          </button>
          {onTakeBack && (
            <button type="button" className="plain" onClick={onTakeBack}>
              Remove edit
            </button>
          )}
        </span>
      </div>
    </div>
  );
}
