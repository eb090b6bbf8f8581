import { useDirectory } from "../../api/queries";
import type { BaselineView, RecordType } from "../../api/types";
import { StartingState } from "../catalogue/StartingState";
import { holdsWhere } from "../catalogue/baselines/holdsWhere";

type Props = { baseline: BaselineView; field: string; type: RecordType; columns: number };

/** What a field starts as by a baseline, for every audience alike, before any rule speaks. */
export function BaselineRow({ baseline, field, type, columns }: Props) {
  const directory = useDirectory();
  const state = baseline.states[field];
  if (!state) return null;
  return (
    <tr className="baseline-row">
      <th scope="row" title={baseline.name}>
        starts by {baseline.name}
      </th>
      <td colSpan={columns}>
        <span className="row-flex">
          <StartingState state={state} part />
          <span className="soft">{holdsWhere(baseline, type, directory.data?.units ?? [])}</span>
        </span>
      </td>
    </tr>
  );
}
