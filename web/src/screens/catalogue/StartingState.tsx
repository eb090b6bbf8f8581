import type { FieldState } from "../../api/types";
import { Glyph } from "../../ink/Glyph";

/** A starting state in ink and words. */
export function StartingState({ state }: { state: FieldState }) {
  const level =
    state.visibility === "hidden"
      ? "hidden"
      : state.visibility === "masked"
        ? "masked"
        : state.entry === "locked"
          ? "read_only"
          : state.presence === "required"
            ? "required"
            : "editable";
  return (
    <span className="row-flex" style={{ gap: 6, flexWrap: "nowrap" }}>
      <Glyph cell={level} small named={false} />
      {[state.visibility, state.entry, state.presence === "required" ? "required" : ""]
        .filter(Boolean)
        .join(", ")}
    </span>
  );
}
