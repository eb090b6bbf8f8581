import type { Finding } from "../../api/types";

const FACETS: Record<string, string> = { visibility: "V", entry: "E", presence: "P" };

/** Which rules disagree with which: a matrix of those that do; each mark is a finding. Reads at a handful of rules and at hundreds. */
export function Disagreements({ findings, onChoose }: { findings: Finding[]; onChoose: (id: string) => void }) {
  const pairs = findings.filter((finding) => finding.detector === "disagreement" && finding.rules.length === 2);
  const rules = [...new Map(pairs.flatMap((finding) => finding.rules).map((rule) => [rule.id, rule])).values()].sort((one, other) => order(one.number) - order(other.number));
  if (pairs.length === 0) return <div className="empty">No two rules disagree here.</div>;
  const between = (one: string, other: string) => pairs.filter((finding) => finding.rules.some((rule) => rule.id === one) && finding.rules.some((rule) => rule.id === other));
  return (
    <div className="matrix" tabIndex={0} role="region" aria-label="Which rules disagree">
      <table>
        <thead><tr><td />{rules.map((rule) => <th key={rule.id} scope="col" title={rule.title} className="mono">{rule.number}</th>)}</tr></thead>
        <tbody>
          {rules.map((row, at) => (
            <tr key={row.id}>
              <th scope="row"><span className="mono">{row.number}</span> {row.title}</th>
              {rules.map((column, place) => (
                <td key={column.id} className={place === at ? "self" : ""}>
                  {place < at && between(row.id, column.id).map((finding) => (
                    <button type="button" key={finding.id} aria-label={`${row.number} against ${column.number} on ${finding.fields.map((field) => field.name).join(", ")}`} title={finding.words} onClick={() => onChoose(finding.id)}>{FACETS[finding.facet ?? ""] ?? "×"}</button>
                  ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">V: who sees it, E: who may change it, P: who must fill it.</p>
    </div>
  );
}

const order = (number: string) => (number.startsWith("G") ? 1_000_000 : 0) + Number(number.replace("G", ""));
