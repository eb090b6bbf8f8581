import { api } from "../../api/client";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ChangeSetHead } from "./ChangeSetHead";
import { ChangeSets } from "./ChangeSets";
import { Editions } from "./Editions";
import { EditList } from "./EditList";
import { FindingsOfChange } from "./FindingsOfChange";
import { ImpactTable } from "./ImpactTable";
import { Publish } from "./Publish";
import { TakenBack } from "./TakenBack";
import { Unsettled } from "./Unsettled";

/** The chosen change set: what is edited, what that does to whom, and publishing it as the next edition. */
export default function ChangesScreen() {
  const changeSet = api.useQuery("get", "/api/change-set");
  const data = changeSet.data;
  return (
    <>
      <main className="page">
        <div className="split">
          <div className="sheet">
            {changeSet.error ? (
              <ProblemNotice error={changeSet.error} onAgain={() => void changeSet.refetch()} />
            ) : null}
            {!data && !changeSet.error && <Loading />}
            {data && (
              <>
                <ChangeSetHead changeSet={data} />
                <Unsettled changeSet={data} />
                <EditList key={data.id} changeSet={data} />
                <TakenBack changeSet={data} />
                {data.edits.length > 0 && <FindingsOfChange revision={data.revision} />}
                {data.edits.length > 0 && <ImpactTable />}
              </>
            )}
          </div>
          <aside className="side" aria-label="Publishing">
            {data && <Publish changeSet={data} />}
            <ChangeSets />
            <Editions />
          </aside>
        </div>
      </main>
    </>
  );
}
