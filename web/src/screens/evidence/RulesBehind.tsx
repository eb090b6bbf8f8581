import { Link } from "react-router";
import type { Evidence } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { Moment } from "../../shared/Moment";
import { SentenceWords } from "../rules/SentenceWords";

type Rule = Evidence["rules"][number];

/** The rules named on the page, or all that apply to a person: what each says, since when, by whom, signed by whom. */
export function RulesBehind({ data: { rules }, whole }: { data: Evidence; whole: boolean }) {
  const search = useQuestionSearch();
  return (
    <section aria-label="Rules">
      <h2>{whole ? "Rules that apply to them" : "Rules behind this"}</h2>
      {rules.length === 0 && (
        <p className="soft">
          {whole ? "No rules apply." : "No rules apply. Access is what the field starts with."}
        </p>
      )}
      {rules.length > 0 && (
        <table className="ruled rules-behind">
          <thead>
            <tr>
              <th className="margin">Rule</th>
              <th>Unchanged since</th>
              <th>Written by</th>
              <th>Approved by</th>
            </tr>
          </thead>
          <tbody>
            {rules.map((rule) => (
              <tr key={rule.rule}>
                <th className="margin" scope="row">
                  <span className="mono">{rule.number}</span>{" "}
                  <Link to={{ pathname: "/rules", search: withPart(search, "rule", rule.rule) }}>
                    {rule.title}
                  </Link>
                  <div className="said">
                    <SentenceWords segments={rule.sentence} />
                  </div>
                </th>
                <Since rule={rule} />
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Since({ rule: { since } }: { rule: Rule }) {
  if (!since) return <td colSpan={3}>not in force yet</td>;
  const written = since.written_by ?? [];
  return (
    <>
      <td>
        edition {since.number}, <Moment at={since.published_at} />
      </td>
      <td>{written.length > 0 ? written.join(", ") : since.published_by}</td>
      <td>{since.approved_by?.join(", ") || "no one"}</td>
    </>
  );
}
