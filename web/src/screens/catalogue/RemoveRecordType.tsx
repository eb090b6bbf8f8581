import { App, Button, Popconfirm } from "antd";
import { api } from "../../api/client";
import type { RecordType } from "../../api/types";
import { counted } from "../../shared/counted";

type Props = { type: RecordType; onRemoved: () => void };

/** Removes a record type, in the change set, after asking once. */
export function RemoveRecordType({ type, onRemoved }: Props) {
  const { message } = App.useApp();
  const removing = api.useMutation("delete", "/api/record-types/{id}", {
    onSuccess: () => {
      onRemoved();
      message.success(`${type.name} is removed in the change set`);
    },
    onError: (error) => message.error(error instanceof Error ? error.message : "It was not removed"),
  });
  return (
    <Popconfirm
      title={`Remove the record type ${type.name}?`}
      description={
        type.records > 0
          ? `${counted(type.records, "stored record")} will no longer be shown once this is published.`
          : "You can undo this under Changes."
      }
      okText="Remove"
      onConfirm={() =>
        removing.mutate({ params: { path: { id: type.id } }, headers: { "if-match": type.etag } })
      }
    >
      <Button danger type="text" loading={removing.isPending}>
        Remove the record type
      </Button>
    </Popconfirm>
  );
}
