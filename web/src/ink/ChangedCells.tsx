import { useDirectory } from "../api/queries";
import type { PrecedencePreview, RecordType } from "../api/types";
import { Glyph } from "./Glyph";

const SHOWN = 60;

type Props = { cells: PrecedencePreview["cells"]; type: RecordType; pending?: boolean };

/** The cells of the map that an edit changes, before and after. */
export function ChangedCells({ cells, type, pending = false }: Props) {
  const directory = useDirectory();
  const names = new Map<string, string>(
    (["role", "group", "department", "unit"] as const).flatMap((kind) =>
      (directory.data?.[`${kind}s`] ?? []).map((node) => [`${kind}:${node.id}`, node.name] as const),
    ),
  );
  const fields = new Map(type.fields.map((field) => [field.id, field.name]));
  return (
    <section aria-label="Cells of the map that change" aria-busy={pending} style={{ padding: "10px 0" }}>
      <h3>
        {cells.length === 0
          ? "No cell of the map changes"
          : cells.length === 1
            ? "1 cell of the map changes"
            : `${cells.length} cells of the map change`}
      </h3>
      {cells.length === 0 && (
        <span className="soft">
          A cell shows what can happen, not when. Changes to conditions are listed below.
        </span>
      )}
      {cells.length > 0 && (
        <div className="changed-cells" tabIndex={0} role="region" aria-label="Cells">
          <table>
            <tbody>
              {cells.slice(0, SHOWN).map((cell) => (
                <tr key={`${cell.field} ${cell.column}`}>
                  <td>{fields.get(cell.field) ?? cell.field}</td>
                  <td>{names.get(cell.column) ?? cell.column.split(":")[1]}</td>
                  <td>
                    <Glyph cell={cell.before} small />
                  </td>
                  <td aria-hidden="true">→</td>
                  <td>
                    <Glyph cell={cell.after} small />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {cells.length > SHOWN && <p className="soft">and {cells.length - SHOWN} more</p>}
        </div>
      )}
    </section>
  );
}
