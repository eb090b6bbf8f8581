import { useEffect } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { ChangeFinding } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { localWords } from "../../shared/localWords";

/** How often it is asked again while findings are being proved, in milliseconds. */
const LOOK = 500;
const SHOWN = 50;

/** The findings that publishing brings and takes away. revision: of the change set, so that each edit is proved. */
export function FindingsOfChange({ revision }: { revision: number }) {
  const found = api.useQuery(
    "get",
    "/api/change-set/findings",
    {},
    { refetchInterval: (fetched) => (fetched.state.data?.proved === false ? LOOK : false) },
  );
  const { mutate: prove } = api.useMutation("post", "/api/audit");
  const unproved = found.data?.proved === false;
  useEffect(() => {
    if (!unproved) return;
    for (const state of ["pending", "in_force"] as const) prove({ body: { state } });
  }, [unproved, revision, prove]);
  if (found.error) return <ProblemNotice error={found.error} onAgain={() => void found.refetch()} />;
  if (!found.data) return null;
  const { proved, brings, takes, undecided } = found.data;
  return (
    <section aria-label="New and resolved findings" style={{ marginTop: 18 }}>
      <div className="head">
        <h2>New and resolved findings</h2>
        <span className="soft" role="status">
          {proved ? summary(brings.length, takes.length) : `Checking ${found.data.unproved.join(", ")} …`}
        </span>
      </div>
      <Findings title="New" findings={brings} />
      <Findings title="Resolved" findings={takes} gone />
      {undecided.length > 0 && (
        <p className="soft">Not everything could be checked for {undecided.join(", ")}: there may be more.</p>
      )}
    </section>
  );
}

function Findings({ title, findings, gone }: { title: string; findings: ChangeFinding[]; gone?: boolean }) {
  const search = useQuestionSearch();
  if (findings.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      <ul className="account-lines">
        {findings.slice(0, SHOWN).map((finding) => (
          <li
            key={finding.id}
            className={finding.grave && finding.group === "exposed" && !gone ? "mark-verm" : undefined}
          >
            {gone ? (
              <b>{finding.title}</b>
            ) : (
              <Link
                to={{
                  pathname: "/findings",
                  search: withPart(withPart(search, "policy", "pending"), "finding", finding.id),
                }}
              >
                {finding.title}
              </Link>
            )}{" "}
            <span className="tag">{finding.type_name}</span> {localWords(finding.words)}
          </li>
        ))}
      </ul>
      {findings.length > SHOWN && <p className="soft">and {findings.length - SHOWN} more</p>}
    </>
  );
}

function summary(brings: number, takes: number): string {
  if (brings + takes === 0) return "Proved: no new findings and none resolved.";
  return `Proved: ${brings} new, ${takes} resolved`;
}
