import type { FindingLine, Findings } from "../../api/types";
import { FACETS } from "./facets";
import { RuleLink } from "./RuleLink";
import { localWords } from "../../shared/localWords";

/** Each rule against each: a mark where the two disagree. */
export function DisagreementMatrix({
  lines,
  rules,
  onChoose,
}: {
  lines: FindingLine[];
  rules: Findings["rules"];
  onChoose: (id: string) => void;
}) {
  const between = (one: string, other: string) =>
    lines.filter((line) => line.rules.includes(one) && line.rules.includes(other));
  return (
    <div className="matrix" tabIndex={0} role="region" aria-label="Which rules disagree">
      <table>
        <thead>
          <tr>
            <td />
            {rules.map((rule) => (
              <th key={rule.id} scope="col" title={rule.title} className="mono">
                {rule.number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rules.map((row, at) => (
            <tr key={row.id}>
              <th scope="row">
                <RuleLink rule={row} type={lines[0]?.record_type ?? ""} />
              </th>
              {rules.map((column, place) => (
                <td key={column.id} className={place === at ? "self" : ""}>
                  {place < at &&
                    between(row.id, column.id).map((line) => (
                      <button
                        type="button"
                        key={line.id}
                        aria-label={`${row.number} against ${column.number} on ${line.fields.join(", ")}`}
                        title={localWords(line.words)}
                        onClick={() => onChoose(line.id)}
                      >
                        {FACETS[line.facet ?? ""]?.mark ?? "×"}
                      </button>
                    ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
