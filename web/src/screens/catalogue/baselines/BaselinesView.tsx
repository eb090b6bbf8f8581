import { useState } from "react";
import { useDirectory } from "../../../api/queries";
import type { BaselineView, Catalogue, RecordType } from "../../../api/types";
import { Word } from "../../../help/Word";
import { identifier } from "../../../shared/identifier";
import { StartingState } from "../StartingState";
import { BaselineEditor } from "./BaselineEditor";
import { holdsWhere } from "./holdsWhere";

type Props = { type: RecordType; catalogue: Catalogue; readOnly: boolean };

/** The baselines of a record type: where each holds, and what fields start as there. */
export function BaselinesView({ type, catalogue, readOnly }: Props) {
  const [edited, setEdited] = useState<BaselineView | null>(null);
  const baselines = catalogue.baselines.filter((baseline) => baseline.record_type === type.id);
  const fresh = (): BaselineView => ({
    id: identifier(
      `${type.id} baseline`,
      catalogue.baselines.map((each) => each.id),
      "-",
      "baseline",
    ),
    name: "",
    record_type: type.id,
    states: {},
    etag: "",
  });
  return (
    <>
      <p className="soft">
        Each is a <Word word="baseline" />.
      </p>
      {baselines.length === 0 && !edited && (
        <div className="empty">
          No baselines. In every unit, each field starts from its own baseline or its label.
        </div>
      )}
      {baselines.map((baseline) => (
        <BaselineTable
          key={baseline.id}
          baseline={baseline}
          type={type}
          onEdit={readOnly ? undefined : () => setEdited(baseline)}
        />
      ))}
      {!readOnly && (
        <p>
          <button type="button" className="plain" onClick={() => setEdited(fresh())}>
            Add a baseline
          </button>
        </p>
      )}
      {edited && (
        <BaselineEditor
          key={`${edited.id} ${edited.etag}`}
          kept={edited}
          type={type}
          catalogue={catalogue}
          onClose={() => setEdited(null)}
        />
      )}
    </>
  );
}

function BaselineTable({
  baseline,
  type,
  onEdit,
}: {
  baseline: BaselineView;
  type: RecordType;
  onEdit: (() => void) | undefined;
}) {
  const directory = useDirectory();
  return (
    <section aria-label={`Baseline ${baseline.name}`} className="baseline">
      <div className="head">
        <h2>{baseline.name}</h2>
        <span className="soft">{holdsWhere(baseline, type, directory.data?.units ?? [])}</span>
        {onEdit && (
          <span className="push">
            <button type="button" className="plain" aria-label={`Edit ${baseline.name}`} onClick={onEdit}>
              Edit
            </button>
          </span>
        )}
      </div>
      <table className="ruled">
        <thead>
          <tr>
            <th className="margin" style={{ width: 230 }}>
              Field
            </th>
            <th>Starts as</th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(baseline.states).map(([id, state]) => (
            <tr key={id}>
              <th className="margin" scope="row">
                {type.fields.find((field) => field.id === id)?.name ?? id}
              </th>
              <td>
                <StartingState state={state} part />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
