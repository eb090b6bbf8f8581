import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Dropdown } from "antd";
import { useState } from "react";
import { api } from "../../../api/client";
import type { Standing } from "../../../api/types";
import { localMoment } from "../../../shared/localMoment";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { DeleteRecord } from "./DeleteRecord";
import { LockRecord } from "./LockRecord";
import { RecordHistory } from "./RecordHistory";
import { RevealValue } from "./RevealValue";
import { UnlockRecord } from "./UnlockRecord";

type Props = {
  type: string;
  number: string;
  noun: string;
  mode: "edit" | "view";
  standing: Standing;
  etag: string | undefined;
  onGone: () => void;
};

type Doing = "lock" | "unlock" | "reveal" | "delete" | "history" | null;

/** What stands on a record as a whole, who locked or unlocked it, and what may be done to it. */
export function WholeBar({ type, number, noun, mode, standing, etag, onGone }: Props) {
  const [doing, setDoing] = useState<Doing>(null);
  const { message } = App.useApp();
  const client = useQueryClient();
  const path = { params: { path: { type, number } } };
  const locking = api.useMutation("delete", "/api/records/{type}/{number}/unlock", {
    onSuccess: () => done("It is locked again"),
  });
  const done = (words: string) => {
    message.success(words);
    setDoing(null);
    void client.invalidateQueries();
  };
  const may = (action: string) => standing.actions.includes(action);
  const { lock, lifted } = standing;
  const acts = [
    ...(may("lock") && !lock?.by_hand && !lifted ? [{ key: "lock", label: "Lock …" }] : []),
    ...((standing.coverable ?? []).length > 0 ? [{ key: "reveal", label: "Reveal a masked value …" }] : []),
    { key: "history", label: "History" },
    ...(may("delete") ? [{ key: "delete", label: "Delete …", danger: true }] : []),
  ];
  const shared = { type, number, noun, mode, onDone: done, onClose: () => setDoing(null) };
  return (
    <>
      <div className="whole-bar">
        {lock && <Locked lock={lock} noun={noun} />}
        {lifted && (
          <span className="lock-note" role="status">
            <b>Temporarily unlocked</b> by {lifted.by}, until {localMoment(lifted.until)}; then it locks
            again.
          </span>
        )}
        <span className="push row-flex">
          {lock && may("unlock") && <Button onClick={() => setDoing("unlock")}>Unlock …</Button>}
          {lifted && (may("unlock") || may("lock")) && (
            <Button loading={locking.isPending} onClick={() => locking.mutate(path)}>
              Lock again
            </Button>
          )}
          {lock && !may("unlock") && <WhoLifts type={type} number={number} />}
          <Dropdown trigger={["click"]} menu={{ items: acts, onClick: ({ key }) => setDoing(key as Doing) }}>
            <Button>The whole record ▾</Button>
          </Dropdown>
        </span>
      </div>
      {locking.error ? <ProblemNotice error={locking.error} /> : null}
      {doing === "lock" && <LockRecord {...shared} />}
      {doing === "unlock" && <UnlockRecord {...shared} byHand={lock?.by_hand ?? false} />}
      {doing === "reveal" && (
        <RevealValue {...shared} fields={standing.coverable ?? []} emergency={standing.emergency ?? false} />
      )}
      {doing === "history" && <RecordHistory {...shared} />}
      {doing === "delete" && <DeleteRecord {...shared} etag={etag} onDone={onGone} />}
    </>
  );
}

function Locked({ lock, noun }: { lock: NonNullable<Standing["lock"]>; noun: string }) {
  return (
    <span className="lock-note" role="status">
      <b>This {noun} is locked.</b>{" "}
      {lock.by_hand ? (
        <>
          {lock.by} locked it{lock.at ? ` on ${localMoment(lock.at)}` : ""}
          {lock.note ? `: “${lock.note}”` : ""}.
        </>
      ) : (
        <>{lock.because}.</>
      )}
    </span>
  );
}

/** Asked only when someone wants to know. */
function WhoLifts({ type, number }: { type: string; number: string }) {
  const [asked, setAsked] = useState(false);
  const found = api.useQuery(
    "get",
    "/api/records/{type}/{number}/lifters",
    { params: { path: { type, number } } },
    { enabled: asked },
  );
  if (!asked)
    return (
      <button type="button" className="plain" onClick={() => setAsked(true)}>
        Who can unlock it?
      </button>
    );
  if (!found.data)
    return <span className="soft">{found.error ? "This can’t be determined right now" : "Asking …"}</span>;
  const { names, total, whole } = found.data;
  const more = total > names.length ? ` and ${total - names.length} more` : "";
  return (
    <span>
      {total === 0 ? `No one${whole ? "" : " of those checked"}` : `${names.join(", ")}${more}`} can unlock it
    </span>
  );
}
