import { App, Button } from "antd";
import { useState } from "react";
import { api, ProblemError } from "../../api/client";
import type { CarriedPlan, RecordType } from "../../api/types";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { CarriedValues } from "./CarriedValues";
import { ImpactAccount } from "./ImpactAccount";
import { documentOf } from "./typeDraft";
import { useSubjectImpact } from "./useSubjectImpact";

type Props = {
  onType: (type: RecordType) => void;
  type: RecordType;
  etag: string;
  onDrop: () => void;
  onBack: (() => void) | undefined;
};

/** What the edits of a record type do, before they are kept in the change set; or what is wrong with them. */
export function TypeBar({ type, etag, onDrop, onBack, onType }: Props) {
  const { message } = App.useApp();
  const [plan, setPlan] = useState<Record<string, CarriedPlan>>({});
  const impact = useSubjectImpact("record_type", type.id, documentOf(type), true);
  const keeping = api.useMutation("put", "/api/record-types/{id}", {
    onSuccess: () => {
      onDrop();
      message.success("Saved to the change set");
    },
  });
  const error: unknown = keeping.error ?? impact.error;
  const faults = impact.data?.faults ?? [];
  const unfit = new Set(
    (impact.data?.stored ?? []).filter((each) => each.unfit + each.named > 0).map((each) => each.field),
  );
  const save = () =>
    keeping.mutate({
      params: { path: { id: type.id } },
      headers: { "if-match": etag },
      body: {
        record_type: documentOf(type),
        stored_values: Object.fromEntries(Object.entries(plan).filter(([id]) => unfit.has(id))),
      },
    });
  const moved = error instanceof ProblemError && error.status === 412;
  return (
    <div className="type-bar" role="region" aria-label="Edits of the record type" aria-busy={impact.waiting}>
      {faults.length > 0 && (
        <div role="alert">
          <ul className="faults">
            {faults.slice(0, 5).map((fault) => (
              <li key={`${fault.pointer} ${fault.message}`}>
                <span className="mono">{placeOf(fault.pointer, type)}</span> {fault.message}
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
              ? "Someone else changed this record type after you started. Your edits are still here."
              : undefined
          }
        />
      ) : null}
      <div className="row-flex">
        <Button
          type="primary"
          loading={keeping.isPending}
          disabled={faults.length > 0 || impact.waiting}
          onClick={save}
        >
          Save to change set
        </Button>
        {onBack && <Button onClick={onBack}>Undo</Button>}
        <Button onClick={onDrop}>Discard draft</Button>
        <span className="tag mark-verm">Unsaved draft (stored in this browser)</span>
        {impact.waiting && <span className="soft">calculating the effect …</span>}
      </div>
      {impact.data && faults.length === 0 && (
        <div className="told">
          <CarriedValues
            stored={impact.data.stored}
            type={type}
            plan={plan}
            onChange={setPlan}
            onType={onType}
          />
          <ImpactAccount impact={impact.data} type={type.id} />
        </div>
      )}
    </div>
  );
}

/** Where a fault lies, in the words of the screen where it is about a field. */
function placeOf(pointer: string, type: RecordType): string {
  const place = /^\/fields\/(\d+)(?:\/(.*))?$/.exec(pointer);
  const field = place && type.fields[Number(place[1])];
  return field ? [field.name, place[2]].filter(Boolean).join(", ") : pointer;
}
