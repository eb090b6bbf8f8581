import { useEffect, useMemo, useRef, type CSSProperties, type KeyboardEvent, type PointerEvent } from "react";
import type { AccessMap, RecordType } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { cellWords } from "../../ink/levels";
import { bounds, inside, type Selection } from "./selection";

type Props = {
  map: AccessMap;
  type: RecordType;
  busy: boolean;
  selection: Selection | null;
  onSelect: (selection: Selection | null) => void;
  onOpen: (field: string, column: string) => void;
  opened: { field: string; column: string } | null;
};

/** The grid itself. Arrow keys move, Shift extends, Enter opens the reasoning; a drag selects. */
export function Grid({ map, type, busy, selection, onSelect, onOpen, opened }: Props) {
  const table = useRef<HTMLTableElement>(null);
  const dragging = useRef(false);
  const area = selection ? bounds(selection) : null;
  const rows = useMemo(() => withSections(map, type), [map, type]);
  const last = { row: map.rows.length - 1, column: map.columns.length - 1 };
  const current = selection?.to ?? { row: 0, column: 0 };

  const focusCell = (row: number, column: number) => {
    const cell = table.current?.querySelector<HTMLElement>(`[data-cell="${row}-${column}"]`);
    cell?.focus({ preventScroll: true });
    cell?.scrollIntoView({ block: "nearest", inline: "nearest" });
  };
  const move = (row: number, column: number, extend: boolean) => {
    const to = {
      row: Math.min(Math.max(row, 0), last.row),
      column: Math.min(Math.max(column, 0), last.column),
    };
    onSelect({ from: extend && selection ? selection.from : to, to });
    focusCell(to.row, to.column);
  };
  const open = (row: number, column: number) => {
    const field = map.rows[row]?.field;
    const key = map.columns[column]?.key;
    if (field && key) onOpen(field, key);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const { row, column } = current;
    const steps: Record<string, [number, number]> = {
      ArrowUp: [row - 1, column],
      ArrowDown: [row + 1, column],
      ArrowLeft: [row, column - 1],
      ArrowRight: [row, column + 1],
      Home: [event.ctrlKey ? 0 : row, 0],
      End: [event.ctrlKey ? last.row : row, last.column],
      PageUp: [row - 10, column],
      PageDown: [row + 10, column],
    };
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      move(step[0], step[1], event.shiftKey);
    } else if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      open(row, column);
    } else if (event.key === "Escape") {
      onSelect(null);
    }
  };
  const place = (event: PointerEvent): { row: number; column: number } | null => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
    const [row, column] = cell?.dataset.cell?.split("-").map(Number) ?? [];
    return row === undefined || column === undefined ? null : { row, column };
  };
  useEffect(() => {
    const stop = () => {
      dragging.current = false;
    };
    window.addEventListener("pointerup", stop);
    return () => window.removeEventListener("pointerup", stop);
  }, []);
  return (
    <div className="map-scroll" aria-busy={busy}>
      <table
        ref={table}
        role="grid"
        className="map"
        style={{ "--columns": map.columns.length } as CSSProperties}
        aria-label={`Access to the fields of ${type.name}`}
        aria-multiselectable
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          const at = place(event);
          if (!at || event.button !== 0) return;
          dragging.current = true;
          onSelect({ from: event.shiftKey && selection ? selection.from : at, to: at });
        }}
        onPointerOver={(event) => {
          const at = dragging.current ? place(event) : null;
          if (at && selection) onSelect({ from: selection.from, to: at });
        }}
        onDoubleClick={(event) => {
          const at = place(event as unknown as PointerEvent);
          if (at) open(at.row, at.column);
        }}
      >
        <thead>
          <tr>
            <th className="corner">
              {map.rows.length} fields
              <br />
              {map.columns.length} {map.columns.length === 1 ? "audience" : "audiences"}
            </th>
            {map.columns.map((column, index) => (
              <th
                key={column.key}
                scope="col"
                title={column.name}
                className={area && index >= area.left && index <= area.right ? "in" : ""}
              >
                <span>{column.name}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((entry) =>
            entry.kind === "section" ? (
              <tr key={`section ${entry.id}`} className="section">
                <th scope="rowgroup">{entry.name}</th>
                <td colSpan={map.columns.length} />
              </tr>
            ) : (
              <tr key={entry.field}>
                <th scope="row" title={entry.name}>
                  <span className="field">
                    <span>{entry.name}</span>
                    <i className={`tag ${entry.hint}`}>{entry.hint}</i>
                  </span>
                </th>
                {entry.cells.map((cell, column) => (
                  <td
                    key={map.columns[column]?.key}
                    data-cell={`${entry.row}-${column}`}
                    role="gridcell"
                    tabIndex={entry.row === current.row && column === current.column ? 0 : -1}
                    aria-selected={inside(area, entry.row, column)}
                    aria-label={`${entry.name}, ${map.columns[column]?.name}: ${cellWords(cell)}`}
                    className={`${inside(area, entry.row, column) ? "sel" : ""} ${opened?.field === entry.field && opened.column === map.columns[column]?.key ? "open" : ""} ${cell.endsWith("!") ? "contested" : ""}`}
                    onFocus={() => {
                      if (!selection)
                        onSelect({ from: { row: entry.row, column }, to: { row: entry.row, column } });
                    }}
                  >
                    <Glyph cell={cell} named={false} />
                  </td>
                ))}
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

type Row =
  | { kind: "section"; id: string; name: string }
  | { kind: "field"; row: number; field: string; name: string; hint: string; cells: string[] };

/** Rows of the map under the headings of their sections. The hint is the label where it is telling, else nothing. */
function withSections(map: AccessMap, type: RecordType): Row[] {
  const rows: Row[] = [];
  let section = "";
  map.rows.forEach((entry, row) => {
    const field = type.fields.find((candidate) => candidate.id === entry.field);
    if (field && field.section !== section) {
      section = field.section;
      rows.push({
        kind: "section",
        id: section,
        name: type.sections.find((candidate) => candidate.id === section)?.name ?? section,
      });
    }
    const telling =
      field && !["open", "internal"].includes(field.label)
        ? field.label
        : { computed: "computed", numbered: "auto", none: "" }[field?.about.given ?? "none"];
    rows.push({
      kind: "field",
      row,
      field: entry.field,
      name: field?.name ?? entry.field,
      hint: telling,
      cells: entry.cells,
    });
  });
  return rows;
}
