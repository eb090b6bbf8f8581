import { api } from "../../../api/client";
import { ReasonForm } from "./ReasonForm";
import type { WholeAct } from "./wholeAct";

/** Locks a record by hand, until someone takes the lock away. */
export function LockRecord({ type, number, noun, mode, onDone, onClose }: WholeAct) {
  const locking = api.useMutation("post", "/api/records/{type}/{number}/lock", {
    onSuccess: () => onDone(`${number} is locked`),
  });
  return (
    <ReasonForm
      title={`Lock ${number}`}
      about={`No one can change this ${noun} until a user with permission unlocks it. Your name and reason are shown on the record.`}
      act="Lock"
      busy={locking.isPending}
      error={locking.error}
      onAct={(reason) => locking.mutate({ params: { path: { type, number } }, body: { reason, mode } })}
      onClose={onClose}
    />
  );
}
