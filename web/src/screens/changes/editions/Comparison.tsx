import { api } from "../../../api/client";
import { stateOf } from "../../../question/useQuestion";
import { counted } from "../../../shared/counted";
import { Loading } from "../../../shared/Loading";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { ImpactLines } from "../ImpactTable";
import { localWords } from "../../../shared/localWords";

/** What lies between two editions, exactly: the edits, and what they come to for whom. */
export function Comparison({ from, to, onClose }: { from: string; to: string; onClose: () => void }) {
  const found = api.useQuery("get", "/api/editions/compare", { params: { query: { from, to } } });
  const names = [from, to].map((each) => each.replace("-", " "));
  return (
    <section aria-label="Comparison" className="comparison">
      <div className="head">
        <h2>
          From {names[0]} to {names[1]}
        </h2>
        <span className="soft">{found.data && counted(found.data.edits_total, "edit")}</span>
        <button type="button" className="plain" style={{ marginLeft: "auto" }} onClick={onClose}>
          Close
        </button>
      </div>
      {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
      {!found.data && !found.error && <Loading what="Comparing" />}
      {found.data && (
        <>
          <ul className="account-lines">
            {found.data.edits.map((edit) => (
              <li key={`${edit.kind} ${edit.title}`}>
                <b>{edit.title}</b> <span className="tag">{edit.verb}</span>
                {edit.lines.map((line) => (
                  <div key={line}>{localWords(line)}</div>
                ))}
              </li>
            ))}
          </ul>
          <ImpactLines impact={found.data.impact} state={stateOf(to, true)} />
        </>
      )}
    </section>
  );
}
