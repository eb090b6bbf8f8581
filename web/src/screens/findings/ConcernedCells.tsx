import { Link } from "react-router";
import { api, query } from "../../api/client";
import type { PolicyState } from "../../api/queries";
import type { Finding, Question } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { readCell } from "../../ink/levels";

/** The cells of the map that a finding is about: its fields, for the person in its example and the roles that its rules mean. */
export function ConcernedCells({ finding, state }: { finding: Finding; state: PolicyState }) {
  const asked = finding.example?.question as Partial<Pick<Question, "unit" | "mode" | "channel">> | undefined;
  const audiences = finding.columns.join(",");
  const strip = {
    type: finding.record_type,
    mode: asked?.mode,
    unit: asked?.unit,
    channel: asked?.channel,
    policy: state,
  };
  const { unit, mode, channel } = asked ?? {};
  const map = api.useQuery(
    "get",
    "/api/map",
    { params: { query: { record_type: finding.record_type, unit, mode, channel, audiences, state } } },
    { enabled: asked !== undefined && audiences !== "" && finding.fields.length > 0 },
  );
  const names = new Map(finding.fields.map((field) => [field.id, field.name]));
  const cells = (map.data?.rows ?? [])
    .filter((row) => names.has(row.field))
    .flatMap((row) =>
      row.cells.flatMap((cell, index) => {
        const column = map.data?.columns[index];
        return column ? [{ field: row.field, column, cell }] : [];
      }),
    );
  if (cells.length === 0) return null;
  return (
    <section aria-label="Affected cells of the map">
      <h3>On the map</h3>
      <ul className="concerned">
        {cells.map(({ field, column, cell }) => (
          <li key={`${field} ${column.key}`} className={readCell(cell).contested ? "contested" : ""}>
            <Glyph cell={cell} small />{" "}
            <Link
              to={{
                pathname: "/map",
                search: query({
                  ...strip,
                  audiences: column.key.startsWith("user:") ? column.key : undefined,
                  cell: `${field} ${column.key}`,
                }),
              }}
            >
              {names.get(field)} for {column.name}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
