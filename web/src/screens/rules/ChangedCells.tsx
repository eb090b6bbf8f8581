import type { RecordType, RulePreview } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { useDirectory } from "../../api/queries";

const SHOWN = 60;

/** The cells of the map that an edit changes, before and after. */
export function ChangedCells({ preview, type, pending, kept }: { preview: RulePreview | undefined; type: RecordType; pending: boolean; kept: boolean }) {
  const directory = useDirectory();
  if (!preview || preview.faults.length > 0 || kept) return null;
  const names = new Map<string, string>((["role", "group", "department", "unit"] as const).flatMap((kind) => (directory.data?.[`${kind}s`] ?? []).map((node) => [`${kind}:${node.id}`, node.name] as const)));
  const fields = new Map(type.fields.map((field) => [field.id, field.name]));
  return (
    <section aria-label="Cells of the map that change" aria-busy={pending} style={{ padding: "10px 0" }}>
      <h3>{preview.changed.length === 0 ? "No cell of the map you look at changes" : `${preview.changed.length} ${preview.changed.length === 1 ? "cell" : "cells"} of the map change`}</h3>
      {preview.changed.length > 0 && (
        <div className="changed-cells" tabIndex={0}>
          <table>
            <tbody>
              {preview.changed.slice(0, SHOWN).map((cell) => (
                <tr key={`${cell.field} ${cell.column}`}>
                  <td>{fields.get(cell.field)}</td>
                  <td>{names.get(cell.column) ?? cell.column.split(":")[1]}</td>
                  <td><Glyph cell={cell.before} small /></td>
                  <td aria-hidden="true">→</td>
                  <td><Glyph cell={cell.after} small /></td>
                </tr>
              ))}
            </tbody>
          </table>
          {preview.changed.length > SHOWN && <p className="soft">and {preview.changed.length - SHOWN} more</p>}
        </div>
      )}
    </section>
  );
}
