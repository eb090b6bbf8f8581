import { Button } from "antd";
import { api } from "../../../api/client";
import { Dialog } from "../../../shared/Dialog";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import type { WholeAct } from "./wholeAct";

type Props = Omit<WholeAct, "onDone"> & { etag: string | undefined; onDone: () => void };

/** Deletes a record, once that has been said twice. */
export function DeleteRecord({ type, number, noun, etag, onDone, onClose }: Props) {
  const deleting = api.useMutation("delete", "/api/records/{type}/{number}", { onSuccess: onDone });
  const act = () =>
    deleting.mutate({ params: { path: { type, number } }, headers: { "if-match": etag ?? "" } });
  return (
    <Dialog
      open
      title={`Delete ${number}?`}
      width={420}
      onCancel={onClose}
      footer={[
        <Button key="keep" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="go" danger type="primary" loading={deleting.isPending} onClick={act}>
          Delete
        </Button>,
      ]}
    >
      <p>This {noun} will be deleted permanently. The journal records the deletion, but not the values.</p>
      {deleting.error ? <ProblemNotice error={deleting.error} /> : null}
    </Dialog>
  );
}
