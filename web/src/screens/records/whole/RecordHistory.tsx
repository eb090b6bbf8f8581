import { api } from "../../../api/client";
import { Dialog } from "../../../shared/Dialog";
import { Loading } from "../../../shared/Loading";
import { Moment } from "../../../shared/Moment";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { besides, deed } from "../../journal/deeds";
import type { WholeAct } from "./wholeAct";

/** What has been done to a record as a whole: locked, unlocked, looked into. */
export function RecordHistory({ type, number, onClose }: WholeAct) {
  const found = api.useQuery("get", "/api/records/{type}/{number}/journal", {
    params: { path: { type, number } },
  });
  return (
    <Dialog open title={`History of ${number}`} width={620} footer={null} onCancel={onClose}>
      {found.error ? <ProblemNotice error={found.error} /> : null}
      {!found.data && !found.error && <Loading />}
      {found.data?.items.length === 0 && (
        <div className="empty">It has not been locked or unlocked, and nothing has been revealed.</div>
      )}
      {found.data && found.data.items.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin">When</th>
              <th>Who</th>
              <th>What</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            {found.data.items.map((entry) => (
              <tr key={`${entry.at} ${entry.kind} ${entry.field ?? ""}`}>
                <th className="margin" scope="row">
                  <Moment at={entry.at} />
                </th>
                <td>{entry.by}</td>
                <td className="wrap">
                  {deed(entry)}
                  {entry.minutes ? ` ${besides({ minutes: entry.minutes })}` : ""}
                </td>
                <td className="wrap soft">{entry.reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Dialog>
  );
}
