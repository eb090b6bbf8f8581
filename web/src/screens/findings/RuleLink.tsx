import { Link } from "react-router";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";

/** A rule by its number and title; leads to where it is edited. type: identifier of its record type. */
export function RuleLink({
  rule,
  type,
}: {
  rule: { id: string; number: string; title: string };
  type: string;
}) {
  const search = useQuestionSearch();
  return (
    <>
      <span className="mono">{rule.number}</span>{" "}
      <Link to={{ pathname: "/rules", search: withPart(withPart(search, "type", type), "rule", rule.id) }}>
        {rule.title}
      </Link>
    </>
  );
}
