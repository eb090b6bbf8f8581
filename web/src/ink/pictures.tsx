import type { ReactElement } from "react";
import type { AccessMap, FindingLine, Findings, RecordType } from "../api/types";
import { saveText } from "../shared/saveAsFile";
import { inks } from "../theme/tokens";
import { FACETS } from "../screens/findings/facets";
import { Ink, inkWidth } from "./Glyph";
import { beyondFields, subjectName } from "../shared/subjects";
import { cellWords, LEVEL_NAMES, LEVELS } from "./levels";
import { sourced } from "./sourced";

const ROW = 26;
const COLUMN = 52;
const MARGIN = 250;
const FONT = { fontFamily: "'Atkinson Hyperlegible Next', sans-serif", fontSize: 13 };

/** Saves a picture as SVG with its colours written out, dark on light whatever the shade. source: as of useSource. */
export async function savePicture(name: string, picture: ReactElement, source: string): Promise<void> {
  const { renderToStaticMarkup } = await import("react-dom/server");
  const named: Record<string, string> = { ...inks.light, ghost: "#6f7480" };
  const text = renderToStaticMarkup(picture).replace(
    /var\(--([a-z-]+)\)/g,
    (_, ink: string) => named[ink.replace(/-(.)/g, (__, letter: string) => letter.toUpperCase())] ?? "#111",
  );
  const whole = sourced(text, source, inks.light.ink);
  saveText(`${name}.svg`, `<?xml version="1.0" encoding="UTF-8"?>\n${whole}\n`, "image/svg+xml");
}

/** The access map for a document: rows under their sections, columns with their headings, the legend below. */
export function MapPicture({ map, type }: { map: AccessMap; type: RecordType }) {
  const beyond = map.rows.filter((row) => beyondFields(row.field));
  const ofFields = type.sections.flatMap((section) => {
    const own = map.rows.filter(
      (row) => type.fields.find((field) => field.id === row.field)?.section === section.id,
    );
    return own.length > 0 ? [{ section: section.name }, ...own] : [];
  });
  const rows = [...(beyond.length > 0 ? [{ section: "The record" }, ...beyond] : []), ...ofFields];
  const head = 20 + Math.max(...map.columns.map((column) => column.name.length), 0) * 6.4;
  const width = MARGIN + map.columns.length * COLUMN + 20;
  const height = head + rows.length * ROW + 60;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      {...FONT}
    >
      <title>{`Access to the fields of ${type.name}`}</title>
      <rect width={width} height={height} fill="var(--sheet)" />
      {map.columns.map((column, index) => (
        <text
          key={column.key}
          transform={`translate(${MARGIN + index * COLUMN + 30} ${head - 8}) rotate(-90)`}
          fill="var(--ink)"
          fontWeight="600"
        >
          {column.name}
        </text>
      ))}
      <path d={`M10 ${head}H${width - 10}`} stroke="var(--ink)" strokeWidth="2" />
      {rows.map((row, index) => {
        const top = head + index * ROW;
        const name = "section" in row ? row.section : subjectName(row.field, type);
        return (
          <g key={"section" in row ? `section ${row.section}` : row.field}>
            <text
              x={10}
              y={top + 18}
              fill={"section" in row ? "var(--cobalt)" : "var(--ink)"}
              fontWeight={"section" in row ? "600" : undefined}
            >
              {name}
            </text>
            <path d={`M10 ${top + ROW}H${width - 10}`} stroke="var(--rule)" />
            {"cells" in row &&
              row.cells.map((cell, place) => (
                <g key={map.columns[place]?.key}>
                  <title>{`${name}, ${map.columns[place]?.name}: ${cellWords(cell)}`}</title>
                  {cell.endsWith("!") && (
                    <rect
                      x={MARGIN + place * COLUMN + 4}
                      y={top + 3}
                      width={COLUMN - 8}
                      height={ROW - 6}
                      rx={9}
                      fill="none"
                      stroke="var(--vermilion)"
                    />
                  )}
                  <g
                    transform={`translate(${MARGIN + place * COLUMN + COLUMN / 2 - inkWidth(cell) * 0.4} ${top + 5}) scale(0.8)`}
                  >
                    <Ink cell={cell} id={`h${index}-${place}`} />
                  </g>
                </g>
              ))}
          </g>
        );
      })}
      <path
        d={`M${MARGIN - 8} 10V${height - 50}M${MARGIN - 5} 10V${height - 50}`}
        stroke="var(--vermilion)"
      />
      {LEVELS.map((level, index) => (
        <g key={level} transform={`translate(${10 + index * 120} ${height - 34})`}>
          <g transform="scale(0.8)">
            <Ink cell={level} id={`l${index}`} />
          </g>
          <text x={24} y={13} fill="var(--soft)">
            {LEVEL_NAMES[level]}
          </text>
        </g>
      ))}
    </svg>
  );
}

type MatrixProps = { lines: FindingLine[]; rules: Findings["rules"]; title: string };

/** Which rules disagree, for a document: each rule against each, with a letter for what they disagree about. */
export function MatrixPicture({ lines, rules, title }: MatrixProps) {
  const margin = 330;
  const size = 24;
  const width = margin + rules.length * size + 20;
  const height = 60 + rules.length * size + 40;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      {...FONT}
    >
      <title>{title}</title>
      <rect width={width} height={height} fill="var(--sheet)" />
      {rules.map((rule, index) => (
        <g key={rule.id}>
          <text x={margin + index * size + size / 2} y={46} textAnchor="middle" fill="var(--ink)">
            {rule.number}
          </text>
          <text x={10} y={60 + index * size + 16} fill="var(--ink)">
            {`${rule.number} ${rule.title.length > 44 ? `${rule.title.slice(0, 43)}…` : rule.title}`}
          </text>
          <path d={`M10 ${60 + (index + 1) * size}H${width - 10}`} stroke="var(--rule)" />
          {rules.slice(0, index).map((other, place) => (
            <text
              key={other.id}
              x={margin + place * size + size / 2}
              y={60 + index * size + 16}
              textAnchor="middle"
              fill="var(--vermilion)"
              fontWeight="600"
            >
              {lines
                .filter((line) => line.rules.includes(rule.id) && line.rules.includes(other.id))
                .map((line) => FACETS[line.facet ?? ""]?.mark ?? "×")
                .filter((mark, at, all) => all.indexOf(mark) === at)
                .join("")}
            </text>
          ))}
        </g>
      ))}
      <text x={10} y={height - 14} fill="var(--soft)">
        {Object.values(FACETS)
          .map(({ mark, words }) => `${mark}: ${words}`)
          .join("; ")}
      </text>
    </svg>
  );
}
