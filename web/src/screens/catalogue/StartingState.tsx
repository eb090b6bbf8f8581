import type { FieldState } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";

/** A starting state in ink and words; of a part of one, only what it speaks of. */
export function StartingState({ state, part }: { state: FieldState; part?: boolean }) {
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
      {part ? [state.visibility, state.entry, state.presence].filter(Boolean).join(", ") : LEVEL_NAMES[level]}
    </span>
  );
}
