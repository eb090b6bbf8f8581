import { api } from "../../../api/client";
import { ReasonForm } from "./ReasonForm";
import type { WholeAct } from "./wholeAct";

/** Locks a record by hand, until somebody takes the lock away. */
export function LockRecord({ type, number, noun, mode, onDone, onClose }: WholeAct) {
  const locking = api.useMutation("post", "/api/records/{type}/{number}/lock", {
    onSuccess: () => onDone(`${number} is locked`),
  });
  return (
    <ReasonForm
      title={`Lock ${number}`}
      about={`Nobody can change this ${noun} until somebody who may unlocks it. Your name and the reason stand on it.`}
      act="Lock it"
      busy={locking.isPending}
      error={locking.error}
      onAct={(reason) => locking.mutate({ params: { path: { type, number } }, body: { reason, mode } })}
      onClose={onClose}
    />
  );
}
