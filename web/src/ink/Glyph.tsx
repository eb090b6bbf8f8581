import { useId, type ReactNode } from "react";
import type { Level } from "../api/types";
import { cellWords, LEVEL_NAMES, readCell } from "./levels";

function shape(level: Level, hatch: string): ReactNode {
  switch (level) {
    case "hidden":
      return (
        <rect
          x="2.5"
          y="2.5"
          width="15"
          height="15"
          fill="none"
          stroke="var(--ghost)"
          strokeWidth="1.3"
          strokeDasharray="1.6 2.2"
          strokeLinecap="round"
        />
      );
    case "masked":
      return <rect x="2.5" y="2.5" width="15" height="15" fill={`url(#${hatch})`} stroke="var(--cobalt)" />;
    case "replace_only":
      return (
        <>
          <rect x="2.5" y="2.5" width="15" height="8" fill={`url(#${hatch})`} />
          <rect x="2" y="10" width="16" height="8" fill="var(--cobalt)" />
          <rect x="2.5" y="2.5" width="15" height="15" fill="none" stroke="var(--cobalt)" />
        </>
      );
    case "read_only":
      return <path d="M2.5 5.5H17.5M2.5 10H17.5M2.5 14.5H17.5" stroke="var(--cobalt)" strokeWidth="1.7" />;
    case "editable":
      return <rect x="2" y="2" width="16" height="16" fill="var(--cobalt)" />;
    // What is done to a record is round, so that it is told from what stands on it.
    case "denied":
      return (
        <circle
          cx="10"
          cy="10"
          r="7"
          fill="none"
          stroke="var(--ghost)"
          strokeWidth="1.3"
          strokeDasharray="1.6 2.2"
          strokeLinecap="round"
        />
      );
    case "allowed":
      return <circle cx="10" cy="10" r="7" fill="var(--cobalt)" />;
    case "required":
      return (
        <>
          <path d="M2 2H18V18H2Z" fill="var(--cobalt)" />
          <path d="M18 2V11L9 2Z" fill="var(--sheet)" />
          <path d="M18 2V8.4L11.6 2Z" fill="var(--ochre)" />
        </>
      );
  }
}

/** Widest glyph, in pixels, so that a cell of the map holds it however many outcomes it has. */
const WIDEST = 35;

type Props = { cell: string; small?: boolean; named?: boolean };

/**
 * The ink of a cell: "editable", or several outcomes "read_only|editable", each a slice that shows its own
 * shape shrunk rather than cut, so that two slices can be told apart. named: false where words stand beside it.
 */
export function Glyph({ cell, small = false, named = true }: Props) {
  const id = useId();
  const words = cellWords(cell);
  const width = inkWidth(cell);
  return (
    <svg
      className={`glyph${small ? " small" : ""}`}
      viewBox={`0 0 ${width} 20`}
      style={{ width: Math.min((width * (small ? 15 : 20)) / 20, WIDEST) }}
      role={named ? "img" : undefined}
      aria-hidden={named ? undefined : true}
      aria-label={named ? words : undefined}
    >
      {named && <title>{words}</title>}
      <Ink cell={cell} id={id} />
    </svg>
  );
}

/** The inside of a glyph, 20 units high, for a picture of its own. id: for its hatch, the only one of that name there. */
export function Ink({ cell, id }: { cell: string; id: string }) {
  const { levels, complete } = readCell(cell);
  const width = inkWidth(cell);
  return (
    <>
      <defs>
        <pattern id={id} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="4" height="4" fill="var(--sheet)" />
          <rect width="1.7" height="4" fill="var(--cobalt)" />
        </pattern>
      </defs>
      {levels.length === 1 && levels[0]
        ? shape(levels[0], id)
        : levels.map((level, index) => (
            <g key={level} transform={`translate(${index * 16} 2) scale(0.8)`}>
              {shape(level, id)}
            </g>
          ))}
      {levels.length > 1 && (
        <path
          d={`M1 19H${width - 1}`}
          stroke={complete ? "var(--rule-strong)" : "var(--vermilion)"}
          strokeWidth="1.4"
          strokeDasharray={complete ? undefined : "2 2"}
        />
      )}
    </>
  );
}

/** Width of a glyph that is 20 units high. */
export function inkWidth(cell: string): number {
  const { levels } = readCell(cell);
  return 20 * Math.max(1, levels.length) - (levels.length > 1 ? levels.length * 4 : 0);
}

/** A glyph with its name beside it. */
export function LevelName({ level, suffix }: { level: Level; suffix?: string }) {
  return (
    <span className="row-flex" style={{ gap: 6 }}>
      <Glyph cell={level} small named={false} />
      <span>
        {LEVEL_NAMES[level]}
        {suffix}
      </span>
    </span>
  );
}
