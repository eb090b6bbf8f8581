import type { Difference } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { RuleLink } from "../findings/RuleLink";
import { localWords } from "../../shared/localWords";

/** Lines that tell field by field what differs: from, to, and because of which rule. */
export function Changed({
  type,
  lines,
  title,
  none,
  both = false,
}: {
  /** Identifier of the record type whose rules are named. */
  type: string;
  lines: Difference[];
  title: string;
  none: string;
  both?: boolean;
}) {
  return (
    <section aria-label={title} aria-live="polite">
      <h3>
        {title}
        {lines.length > 0 && <span className="mono"> {lines.length}</span>}
      </h3>
      {lines.length === 0 && <p className="soft">{none}</p>}
      <ul className="difference-lines">
        {lines.map((line) => (
          <li key={line.field} data-changed={line.field}>
            <b>{line.name}</b>
            <span className="from-to">
              <Met met={line.before} silent={line.before.words === line.after.words} />
              <span aria-hidden="true">→</span>
              <span className="visually-hidden">{both ? "against" : "becomes"}</span>
              <Met met={line.after} />
            </span>
            {line.because.length > 0 && (
              <span className="soft">
                because of{" "}
                {line.because.map((rule, index) => (
                  <span key={rule.id}>
                    {index > 0 && ", "}
                    <RuleLink rule={rule} type={type} />
                  </span>
                ))}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** silent: leaves out a value that is the same on both sides. */
function Met({ met, silent = false }: { met: Difference["before"]; silent?: boolean }) {
  return (
    <span className="met">
      <Glyph cell={met.level} small named={false} />
      <span>
        {LEVEL_NAMES[met.level]}
        {met.words && !silent && (
          <span className="soft">
            {" "}
            {localWords(met.words.length > 40 ? `${met.words.slice(0, 40)}…` : met.words)}
          </span>
        )}
      </span>
    </span>
  );
}
