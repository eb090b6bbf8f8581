import type { SubjectImpact } from "../../api/types";
import { RuleLink } from "../findings/RuleLink";
import { Sentences } from "../../shared/Sentences";

/** What an edit of the catalogue does to rules and forms, and to whom. */
export function ImpactAccount({ impact, type }: { impact: SubjectImpact; type: string }) {
  const touched = impact.fields.filter((field) => field.rules.length + field.forms.length > 0);
  return (
    <>
      {touched.length > 0 && (
        <ul className="account-lines">
          {touched.map((field) => (
            <li key={field.field}>
              <b>{field.name}</b> {field.verb};{" "}
              {field.rules.length > 0 && (
                <>
                  rules that apply to it:{" "}
                  {field.rules.slice(0, 8).map((rule, index) => (
                    <span key={rule.id}>
                      {index > 0 && ", "}
                      <RuleLink rule={rule} type={type} />
                    </span>
                  ))}
                  {field.rules.length > 8 && ` and ${field.rules.length - 8} more`}
                  {field.forms.length > 0 && "; "}
                </>
              )}
              {field.forms.length > 0 && `on the forms ${field.forms.join(", ")}`}
            </li>
          ))}
        </ul>
      )}
      <h3>Who this affects</h3>
      <Sentences sentences={impact.sentences} />
    </>
  );
}
