import { api, type ProblemError } from "../../api/client";
import { useCatalogue, useDirectory, usePeople, type PolicyState } from "../../api/queries";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { askedBy, nameOf, type Reaching } from "./reaching";
import { SentenceWords } from "./SentenceWords";

type Props = {
  reaching: Reaching;
  state: PolicyState;
  chosen: string;
  onChoose: (rule: string, type: string) => void;
  onClear?: () => void;
};

/** All rules that reach something, across record types, with how they do and what comes of it. */
export function ReachedRules({ reaching, state, chosen, onChoose, onClear }: Props) {
  const found = api.useQuery("get", "/api/rules/touching", {
    params: { query: { state, ...askedBy(reaching) } },
  });
  const catalogue = useCatalogue(state);
  const directory = useDirectory();
  const [kind, ...id] = reaching.split(":");
  const people = usePeople(kind === "user" ? id.join(":") : "", "", 1, 3);
  const name = catalogue.data
    ? nameOf(reaching, catalogue.data, directory.data, people.data?.items ?? [])
    : "";
  const error: ProblemError | Error | null = found.error as Error | null;
  const types = [...new Set((found.data?.items ?? []).map((each) => each.type_name))];
  return (
    <>
      <p className="row-flex" style={{ gap: 12 }} role="status">
        <span>
          Rules that apply to <b>{name}</b>
          {found.data && (
            <span className="soft">
              : {found.data.total} of {found.data.of}
              {reaching.startsWith("field:") ? "" : ", across all record types"}
            </span>
          )}
        </span>
        {onClear && (
          <button type="button" className="plain" onClick={onClear}>
            show all rules
          </button>
        )}
      </p>
      {error ? <ProblemNotice error={error} onAgain={() => void found.refetch()} /> : null}
      {!found.data && !error && <Loading />}
      {found.data?.total === 0 && <div className="empty">No rules apply.</div>}
      {types.map((type) => (
        <section key={type} aria-label={`Rules of ${type}`}>
          <h3>{type}</h3>
          {found.data?.items
            .filter((each) => each.type_name === type)
            .map((each) => (
              <button
                type="button"
                key={each.rule.id}
                className={`rule-row ${each.rule.id === chosen ? "on" : ""} ${each.rule.state === "off" ? "off" : ""}`}
                aria-pressed={each.rule.id === chosen}
                onClick={() => onChoose(each.rule.id ?? "", each.rule.record_type)}
              >
                <span className="rank mono">{each.number}</span>
                <span className="body">
                  <span className="title">
                    {each.rule.title} <span className="tag">{each.how.join(", ")}</span>
                  </span>
                  {each.comes_to && (
                    <span style={{ display: "block" }}>
                      Result: <b>{each.comes_to}</b>
                    </span>
                  )}
                  <SentenceWords segments={each.sentence} />
                </span>
              </button>
            ))}
        </section>
      ))}
      {found.data && found.data.total > found.data.items.length && (
        <p className="soft">Only the first {found.data.items.length} are listed.</p>
      )}
    </>
  );
}
