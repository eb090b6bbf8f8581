import {
  Fragment,
  useEffect,
  useMemo,
  useRef,
  type CSSProperties,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactNode,
} from "react";
import type { AccessMap, BaselineView, RecordType } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { BaselineRow } from "./BaselineRow";
import { cellWords } from "../../ink/levels";
import { subjectName } from "../../shared/subjects";
import {
  cellsOf,
  drawn,
  extended,
  isSelected,
  passedTo,
  toggled,
  type Cell,
  type Selection,
} from "./selection";

type Props = {
  map: AccessMap;
  type: RecordType;
  busy: boolean;
  selection: Selection | null;
  onSelect: (selection: Selection | null) => void;
  onOpen: (field: string, column: string) => void;
  opened: { field: string; column: string } | null;
  /** Stands over the names of the rows. */
  corner: ReactNode;
  /** Stands in the heading over the actions on the record. */
  recordTools: ReactNode;
  /** Baselines that are shown under the fields they speak of. */
  baselines: BaselineView[];
};

/**
 * The grid itself. A click opens the reasoning, a drag selects, with Control or Command beside what is selected; so do
 * the headings, for whole rows, columns and sections. Arrow keys move, Shift extends, Control goes over cells without
 * selecting, the space bar takes one up or gives it back, Enter opens the reasoning.
 */
export function Grid(props: Props) {
  const { map, type, busy, selection, onSelect, onOpen, opened, corner, recordTools, baselines } = props;
  const table = useRef<HTMLTableElement>(null);
  const dragging = useRef(false);
  // A press without a modifier key: let go of where it began, it opens the cell.
  const plain = useRef(false);
  const cells = useMemo(() => cellsOf(selection), [selection]);
  const rows = useMemo(() => withSections(map, type), [map, type]);
  const last = { row: map.rows.length - 1, column: map.columns.length - 1 };
  const current = selection?.to ?? { row: 0, column: 0 };

  const focusCell = (row: number, column: number) => {
    const cell = table.current?.querySelector<HTMLElement>(`[data-cell="${row}-${column}"]`);
    cell?.focus({ preventScroll: true });
    cell?.scrollIntoView({ block: "nearest", inline: "nearest" });
  };
  const move = (row: number, column: number, event: KeyboardEvent) => {
    const to = {
      row: Math.min(Math.max(row, 0), last.row),
      column: Math.min(Math.max(column, 0), last.column),
    };
    if (event.shiftKey && selection) onSelect(extended(selection, to));
    else onSelect(event.ctrlKey || event.metaKey ? passedTo(selection, to) : drawn(to, to));
    focusCell(to.row, to.column);
  };
  /** Selects a rectangle, beside what is selected where a modifier key says so. */
  const take = (from: Cell, to: Cell, beside: boolean) =>
    onSelect(beside ? toggled(selection, from, to) : drawn(from, to));
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
      Home: [row, 0],
      End: [row, last.column],
      PageUp: [row - 10, column],
      PageDown: [row + 10, column],
    };
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      move(step[0], step[1], event);
    } else if (event.key === " ") {
      event.preventDefault();
      if (event.shiftKey) take({ row, column: 0 }, { row, column: last.column }, false);
      else if (event.ctrlKey) take({ row: 0, column }, { row: last.row, column }, false);
      else onSelect(toggled(selection, { row, column }));
    } else if (event.key === "Enter") {
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
          const beside = event.ctrlKey || event.metaKey;
          dragging.current = true;
          plain.current = !beside && !event.shiftKey;
          if (event.shiftKey && selection) onSelect(extended(selection, at));
          else take(at, at, beside);
        }}
        onPointerUp={(event) => {
          const at = plain.current ? place(event) : null;
          plain.current = false;
          if (at && selection && cells.size === 1 && isSelected(cells, at.row, at.column))
            open(at.row, at.column);
        }}
        onPointerOver={(event) => {
          const at = dragging.current ? place(event) : null;
          if (at && selection) onSelect(extended(selection, at));
        }}
      >
        <thead>
          <tr>
            <th className="corner">{corner}</th>
            {map.columns.map((column, index) => (
              <th
                key={column.key}
                scope="col"
                title={column.name}
                className={map.rows.some((_, row) => isSelected(cells, row, index)) ? "in" : ""}
              >
                <Heading
                  label={`Select the column ${column.name}`}
                  onTake={(beside) =>
                    take({ row: 0, column: index }, { row: last.row, column: index }, beside)
                  }
                >
                  {column.name}
                </Heading>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((entry) =>
            entry.kind === "section" ? (
              <tr key={`section ${entry.id}`} className="section">
                <th scope="rowgroup">
                  <Heading
                    label={`Select the section ${entry.name}`}
                    onTake={(beside) =>
                      take({ row: entry.first, column: 0 }, { row: entry.last, column: last.column }, beside)
                    }
                  >
                    {entry.name}
                  </Heading>
                </th>
                <td colSpan={map.columns.length}>{entry.id === RECORD && recordTools}</td>
              </tr>
            ) : (
              <Fragment key={entry.field}>
                <tr>
                  <th scope="row" title={entry.name}>
                    <span className="field">
                      <Heading
                        label={`Select the row ${entry.name}`}
                        onTake={(beside) =>
                          take({ row: entry.row, column: 0 }, { row: entry.row, column: last.column }, beside)
                        }
                      >
                        {entry.name}
                      </Heading>
                      <i className={`tag ${entry.hint}`}>{entry.hint}</i>
                    </span>
                  </th>
                  {entry.cells.map((cell, column) => (
                    <td
                      key={map.columns[column]?.key}
                      data-cell={`${entry.row}-${column}`}
                      role="gridcell"
                      tabIndex={entry.row === current.row && column === current.column ? 0 : -1}
                      aria-selected={isSelected(cells, entry.row, column)}
                      aria-label={`${entry.name}, ${map.columns[column]?.name}: ${cellWords(cell)}`}
                      className={`${isSelected(cells, entry.row, column) ? "sel" : ""} ${opened?.field === entry.field && opened.column === map.columns[column]?.key ? "open" : ""} ${cell.endsWith("!") ? "contested" : ""}`}
                      onFocus={() => {
                        if (!selection)
                          onSelect(drawn({ row: entry.row, column }, { row: entry.row, column }));
                      }}
                    >
                      <Glyph cell={cell} named={false} />
                    </td>
                  ))}
                </tr>
                {baselines
                  .filter((baseline) => baseline.states[entry.field])
                  .map((baseline) => (
                    <BaselineRow
                      key={baseline.id}
                      baseline={baseline}
                      field={entry.field}
                      type={type}
                      columns={map.columns.length}
                    />
                  ))}
              </Fragment>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

/** A heading that selects what it is over. Not in the order of tabs: keys of the grid do the same. */
function Heading({
  label,
  onTake,
  children,
}: {
  label: string;
  onTake: (beside: boolean) => void;
  children: string;
}) {
  return (
    <button
      type="button"
      className="heading"
      tabIndex={-1}
      title={label}
      onClick={(event: MouseEvent) => onTake(event.ctrlKey || event.metaKey)}
    >
      {children}
    </button>
  );
}

type Row =
  | { kind: "section"; id: string; name: string; first: number; last: number }
  | { kind: "field"; row: number; field: string; name: string; hint: string; cells: string[] };

/** Under which actions and the whole record stand; no section is called so. */
const RECORD = "/record";

/** Rows of the map under the headings of their sections. The hint is the label where it is telling, else nothing. */
function withSections(map: AccessMap, type: RecordType): Row[] {
  const rows: Row[] = [];
  let section = "";
  map.rows.forEach((entry, row) => {
    const field = type.fields.find((candidate) => candidate.id === entry.field);
    const own = field?.section ?? RECORD;
    if (own !== section) {
      section = own;
      rows.push({
        kind: "section",
        id: section,
        name: type.sections.find((candidate) => candidate.id === section)?.name ?? "The record",
        first: row,
        last: row,
      });
    }
    const heading = rows.findLast((each) => each.kind === "section");
    if (heading?.kind === "section") heading.last = row;
    const telling =
      field && !["open", "internal"].includes(field.label)
        ? field.label
        : { computed: "computed", numbered: "auto", none: "" }[field?.about.given ?? "none"];
    rows.push({
      kind: "field",
      row,
      field: entry.field,
      name: subjectName(entry.field, type),
      hint: telling,
      cells: entry.cells,
    });
  });
  return rows;
}
