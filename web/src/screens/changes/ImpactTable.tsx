import { api } from "../../api/client";
import { Glyph } from "../../ink/Glyph";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";

const MODES: Record<string, string> = {
  create: "creating",
  edit: "editing",
  view: "viewing",
  list: "in lists",
};
const SHOWN = 200;

/** Who gains and who loses, on which field, in which mode. */
export function ImpactTable() {
  const impact = api.useQuery("get", "/api/change-set/impact");
  if (impact.error) return <ProblemNotice error={impact.error} onAgain={() => void impact.refetch()} />;
  if (!impact.data) return <Loading what="Working out what changes for whom" />;
  const { lines, people, total } = impact.data;
  return (
    <section style={{ marginTop: 18 }}>
      <div className="head">
        <h2>What changes for whom</h2>
        <span className="soft">
          {total === 0
            ? "Nobody’s access to any field changes."
            : `${people} ${people === 1 ? "person" : "people"}, ${total} ${total === 1 ? "change" : "changes"} of access through the form`}
        </span>
      </div>
      {lines.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin" style={{ width: 190 }}>
                Field
              </th>
              <th style={{ width: 150 }}>While</th>
              <th colSpan={3}>Access</th>
              <th>People</th>
            </tr>
          </thead>
          <tbody>
            {lines.slice(0, SHOWN).map((line) => (
              <tr
                key={`${line.record_type_id} ${line.field_id} ${line.mode} ${line.units.join()} ${line.before} ${line.after}`}
              >
                <th className="margin wrap" scope="row">
                  {line.field}
                  <div className="tag">{line.record_type}</div>
                </th>
                <td className="wrap">
                  {MODES[line.mode]}
                  <div className="tag">
                    {line.units.length > 1 ? `${line.units.length} units` : line.units.join(", ")}
                  </div>
                </td>
                <td style={{ width: 44 }}>
                  <Glyph cell={line.before} />
                </td>
                <td style={{ width: 76 }} className={line.direction === "loosens" ? "mark-verm" : "soft"}>
                  {line.direction}
                </td>
                <td style={{ width: 44 }}>
                  <Glyph cell={line.after} />
                </td>
                <td className="wrap">
                  {line.people}{" "}
                  <span className="soft">
                    · {line.names.join(", ")}
                    {line.people > line.names.length ? " …" : ""}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {total > SHOWN && <p className="soft">and {total - SHOWN} more lines</p>}
    </section>
  );
}
