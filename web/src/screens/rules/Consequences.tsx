import { keepPreviousData } from "@tanstack/react-query";
import { api } from "../../api/client";
import type { Rule } from "../../api/types";
import { StoredRecords } from "../changes/StoredRecords";
import { RuleLink } from "../findings/RuleLink";

/** What keeping a rule would do to whom, in sentences made by the core; stands beside the button that keeps it. */
export function Consequences({ rule, sound }: { rule: Rule; sound: boolean }) {
  const told = api.useQuery(
    "post",
    "/api/rules/consequences",
    { body: { rule } },
    { enabled: sound, placeholderData: keepPreviousData },
  );
  if (!sound || !told.data) return null;
  return (
    <section aria-label="What it does to whom" aria-busy={told.isFetching} className="effect">
      <h3>What it does to whom</h3>
      <ul className="consequences">
        {told.data.sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {told.data.sentences.length === 0 && <li>Proved: nobody meets any difference.</li>}
        {told.data.why.map((parts, place) => (
          <li key={place}>
            {parts.map((part, index) =>
              part.rule ? <RuleLink key={index} rule={part.rule} type={rule.record_type} /> : part.text,
            )}
          </li>
        ))}
      </ul>
      <StoredRecords rule={rule} />
    </section>
  );
}
