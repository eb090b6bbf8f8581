import { Glyph } from "./Glyph";
import { LEVEL_NAMES, LEVELS, PERMISSIONS } from "./levels";

/** What each ink means. */
export function Legend() {
  return (
    <div className="legend" aria-label="Legend">
      {[...LEVELS, ...PERMISSIONS].map((level) => (
        <span key={level}>
          <Glyph cell={level} small named={false} />
          {LEVEL_NAMES[level]}
        </span>
      ))}
      <span>
        <Glyph cell="read_only|editable" small named={false} />
        Depends
      </span>
      <span>
        <i className="ring" aria-hidden="true" />
        Rules disagree
      </span>
    </div>
  );
}
