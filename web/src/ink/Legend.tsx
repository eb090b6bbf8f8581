import { Glyph } from "./Glyph";
import { LEVEL_NAMES, LEVELS, PERMISSIONS } from "./levels";

/** What each ink means. actions: false where there are fields alone, and nothing of rules. */
export function Legend({ actions = true }: { actions?: boolean }) {
  return (
    <div className="legend" aria-label="Legend">
      {[...LEVELS, ...(actions ? PERMISSIONS : [])].map((level) => (
        <span key={level}>
          <Glyph cell={level} small named={false} />
          {LEVEL_NAMES[level]}
        </span>
      ))}
      <span>
        <Glyph cell="read_only|editable" small named={false} />
        Depends
      </span>
      {actions && (
        <span>
          <i className="ring" aria-hidden="true" />
          Rules disagree
        </span>
      )}
    </div>
  );
}
