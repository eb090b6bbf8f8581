import type { FindingLine, Findings } from "../../api/types";
import { FACETS } from "./facets";
import { RuleLink } from "./RuleLink";
import { localWords } from "../../shared/localWords";

/** Each rule with those it disagrees with, the most entangled first. */
export function DisagreementList({
  lines,
  rules,
  onChoose,
}: {
  lines: FindingLine[];
  rules: Findings["rules"];
  onChoose: (id: string) => void;
}) {
  const numbers = new Map(rules.map((rule) => [rule.id, rule.number]));
  const places = new Map(rules.map((rule, index) => [rule.id, index]));
  const place = (line: FindingLine, own: string) =>
    places.get(line.rules.find((id) => id !== own) ?? "") ?? 0;
  const rows = rules
    .map((rule) => ({
      rule,
      own: lines
        .filter((line) => line.rules.includes(rule.id))
        .sort((one, two) => place(one, rule.id) - place(two, rule.id)),
    }))
    .sort((one, other) => other.own.length - one.own.length);
  return (
    <table className="entangled">
      <thead>
        <tr>
          <th scope="col">Rule</th>
          <th scope="col">disagrees with</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ rule, own }) => (
          <tr key={rule.id}>
            <th scope="row">
              <RuleLink rule={rule} type={lines[0]?.record_type ?? ""} />
            </th>
            <td>
              {own.map((line) => {
                const other = numbers.get(line.rules.find((id) => id !== rule.id) ?? "") ?? "";
                return (
                  <button
                    type="button"
                    key={line.id}
                    aria-label={`${other} ${FACETS[line.facet ?? ""]?.mark ?? ""}, disagreeing with ${rule.number} on ${line.fields.join(", ")}`}
                    title={localWords(line.words)}
                    onClick={() => onChoose(line.id)}
                  >
                    <span className="mono">{other}</span> {FACETS[line.facet ?? ""]?.mark}
                  </button>
                );
              })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
