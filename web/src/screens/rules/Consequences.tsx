import { api } from "../../api/client";
import type { Rule } from "../../api/types";
import { StoredRecords } from "../changes/StoredRecords";
import { RuleLink } from "../findings/RuleLink";
import { localWords } from "../../shared/localWords";

/** rule: as it was a moment ago; current: is that how it is now? sound: can it be kept? */
type Props = { rule: Rule | undefined; current: boolean; sound: boolean };

/**
 * What keeping a rule would do to whom, in sentences made by the core; stands beside the button that keeps it. It takes
 * its place as soon as the rule is edited, so that nothing moves under the pointer when it is told; what was told of
 * the rule as it was is shown no longer.
 */
export function Consequences({ rule, current, sound }: Props) {
  const told = api.useQuery(
    "post",
    "/api/rules/consequences",
    { body: { rule: rule as Rule } },
    { enabled: sound && rule !== undefined },
  );
  const ready = sound && current && rule !== undefined && told.data;
  return (
    <section aria-label="Who this affects" aria-busy={told.isFetching} className="effect">
      <h3>Who this affects</h3>
      {ready ? (
        <>
          <ul className="consequences">
            {ready.sentences.map((sentence) => (
              <li key={sentence}>{localWords(sentence)}</li>
            ))}
            {ready.sentences.length === 0 && <li>Proved: no one’s access changes.</li>}
            {ready.why.map((parts, place) => (
              <li key={place}>
                {parts.map((part, index) =>
                  part.rule ? (
                    <RuleLink key={index} rule={part.rule} type={rule.record_type} />
                  ) : (
                    localWords(part.text)
                  ),
                )}
              </li>
            ))}
          </ul>
          <StoredRecords rule={rule} />
        </>
      ) : (
        <p className="soft">{waiting(sound, told.error !== null)}</p>
      )}
    </section>
  );
}

function waiting(sound: boolean, failed: boolean): string {
  if (!sound) return "Appears when the rule is complete.";
  return failed ? "This could not be calculated. It is tried again after the next edit." : "Calculating …";
}
