import { App, Button } from "antd";
import { api, ProblemError } from "../../api/client";
import type { Fault, RecordType } from "../../api/types";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { documentOf } from "./typeDraft";

type Props = { type: RecordType; etag: string; faults: Fault[]; onDrop: () => void };

/** Keeps the edits of a record type in the change set, or drops them; says what is wrong with them. */
export function TypeBar({ type, etag, faults, onDrop }: Props) {
  const { message } = App.useApp();
  const keeping = api.useMutation("put", "/api/record-types/{id}", {
    onSuccess: () => {
      onDrop();
      message.success("Kept in the change set");
    },
  });
  const error: unknown = keeping.error;
  const save = () =>
    keeping.mutate({
      params: { path: { id: type.id } },
      headers: { "if-match": etag },
      body: { record_type: documentOf(type) },
    });
  const moved = error instanceof ProblemError && error.status === 412;
  return (
    <div className="type-bar" role="region" aria-label="Edits of the record type">
      {faults.length > 0 && (
        <div role="alert">
          <ul className="faults">
            {faults.slice(0, 5).map((fault) => (
              <li key={`${fault.pointer} ${fault.message}`}>
                <span className="mono">{fault.pointer}</span> {fault.message}
              </li>
            ))}
          </ul>
        </div>
      )}
      {error ? (
        <ProblemNotice
          error={error}
          title={
            moved
              ? "Somebody else changed this record type since you began; nothing of yours is lost"
              : undefined
          }
        />
      ) : null}
      <div className="row-flex">
        <Button type="primary" loading={keeping.isPending} disabled={faults.length > 0} onClick={save}>
          Keep in change set
        </Button>
        <Button onClick={onDrop}>Discard my edit</Button>
        <span className="tag mark-verm">not kept yet; safe in this browser</span>
      </div>
    </div>
  );
}
