import { useState } from "react";
import { useOverview } from "../../api/queries";
import { Word } from "../../help/Word";
import { NewChangeSet } from "../../question/NewChangeSet";
import { useQuestion } from "../../question/useQuestion";
import { counted } from "../../shared/counted";
import { localMoment } from "../../shared/localMoment";
import { useAccount } from "../../shell/account";

/** The change sets that are open beside each other; the chosen one is what the page shows. */
export function ChangeSets() {
  const { may } = useAccount();
  const overview = useOverview();
  const [, change] = useQuestion();
  const [beginning, setBeginning] = useState(false);
  const chosen = overview.data?.change_set.id;
  const choose = (id: number) => change({ set: String(id) });
  return (
    <section style={{ marginBottom: 20 }} aria-label="Change sets">
      <h2>
        <Word word="change set">Change sets</Word>
      </h2>
      {(overview.data?.change_sets ?? []).map((set) => (
        <div key={set.id} className="side-row" aria-current={set.id === chosen ? "true" : undefined}>
          <button type="button" className="plain" onClick={() => choose(set.id)}>
            {set.name}
          </button>{" "}
          <span className="soft">
            {counted(set.edits, "edit")}
            {set.owner && `, ${set.owner}`}
          </span>
          {set.unsettled > 0 && <span className="tag mark-verm"> {set.unsettled} to resolve</span>}
          {set.publish_at && <div className="tag">takes force {localMoment(set.publish_at)}</div>}
        </div>
      ))}
      {may("edit") && (
        <button type="button" className="plain" onClick={() => setBeginning(true)}>
          New change set
        </button>
      )}
      {beginning && <NewChangeSet onClose={() => setBeginning(false)} onBegun={choose} />}
    </section>
  );
}
