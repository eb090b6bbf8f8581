import { Link } from "react-router";
import { api } from "../../../api/client";
import { useQuestionSearch } from "../../../question/useQuestion";
import { withPart } from "../../../question/withPart";
import { counted } from "../../../shared/counted";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { VerdictLine } from "./VerdictLine";

/** How the expectations stand with the edits: those that do not hold, with what shows it. */
export function ExpectationsOfChange({ revision }: { revision: number }) {
  const search = useQuestionSearch();
  const found = api.useQuery("get", "/api/change-set/expectations", {}, { meta: { revision } });
  if (found.error) return <ProblemNotice error={found.error} onAgain={() => void found.refetch()} />;
  const items = found.data?.items ?? [];
  const unmet = items.filter((each) => each.status !== "holds");
  return (
    <section aria-label="Expectations" style={{ marginTop: 18 }}>
      <div className="head">
        <h2>Expectations</h2>
        <span className="soft" role="status">
          {!found.data && "Checking …"}
          {found.data && items.length === 0 && "None yet."}
          {items.length > 0 && unmet.length === 0 && `All ${items.length} hold.`}
          {unmet.length > 0 &&
            `${unmet.length} of ${counted(items.length, "expectation")} ${unmet.length === 1 ? "does" : "do"} not hold. The change set can’t be published.`}
        </span>
        <span className="push">
          <Link to={{ pathname: "/changes", search: withPart(search, "view", "expectations") }}>
            View all
          </Link>
        </span>
      </div>
      <ul className="account-lines">
        {unmet.map((each) => (
          <li key={each.id}>
            <b>{each.title}</b> <VerdictLine verdict={each} state="pending" />
          </li>
        ))}
      </ul>
    </section>
  );
}
