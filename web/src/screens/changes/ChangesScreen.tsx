import { NavLink, useSearchParams } from "react-router";
import { api } from "../../api/client";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { useAccount } from "../../shell/account";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ApprovalPanel } from "./ApprovalPanel";
import { ChangeSetHead } from "./ChangeSetHead";
import { ChangeSets } from "./ChangeSets";
import { EditList } from "./EditList";
import { EditionsView } from "./editions/EditionsView";
import { ExpectationsOfChange } from "./expectations/ExpectationsOfChange";
import { ExpectationsView } from "./expectations/ExpectationsView";
import { FindingsOfChange } from "./FindingsOfChange";
import { ImpactTable } from "./ImpactTable";
import { Publish } from "./Publish";
import { Automations } from "./automations/Automations";
import { Limits } from "./Limits";
import { Signers } from "./Signers";
import { TakenBack } from "./TakenBack";
import { Unsettled } from "./Unsettled";

const VIEWS = {
  "": "Change set",
  expectations: "Expectations",
  signers: "Who signs",
  limits: "Limits and places",
  automations: "Automations and programs",
  editions: "Editions",
} as const;

/** What waits to take force, what the policy is expected to come to, and what has been in force. */
export default function ChangesScreen() {
  const [search] = useSearchParams();
  const question = useQuestionSearch();
  const view = search.get("view") ?? "";
  return (
    <main className="page changes">
      <nav className="views" aria-label="Views of the changes">
        {Object.entries(VIEWS).map(([id, name]) => (
          <NavLink
            key={id}
            to={{ pathname: "/changes", search: id ? withPart(question, "view", id) : question }}
            aria-current={view === id ? "page" : false}
            className={() => (view === id ? "active" : "")}
          >
            {name}
          </NavLink>
        ))}
      </nav>
      {view === "expectations" ? (
        <ExpectationsView />
      ) : view === "signers" ? (
        <Signers />
      ) : view === "limits" ? (
        <Limits />
      ) : view === "automations" ? (
        <Automations />
      ) : view === "editions" ? (
        <EditionsView />
      ) : (
        <ChangeSetPane />
      )}
    </main>
  );
}

/** The chosen change set: what is edited, what that does to whom, and publishing it as the next edition. */
function ChangeSetPane() {
  const { may } = useAccount();
  const changeSet = api.useQuery("get", "/api/change-set");
  const data = changeSet.data;
  // Who signs and does not write reads first what it does to whom, and what the audit says of it.
  const signs = may("approve") && !may("edit");
  return (
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
            {!signs && <EditList key={data.id} changeSet={data} />}
            {!signs && <TakenBack changeSet={data} />}
            {signs && data.edits.length > 0 && <ImpactTable />}
            {data.edits.length > 0 && <ExpectationsOfChange revision={data.revision} />}
            {data.edits.length > 0 && <FindingsOfChange revision={data.revision} />}
            {!signs && data.edits.length > 0 && <ImpactTable />}
            {signs && data.edits.length > 0 && <h2>Edits</h2>}
            {signs && <EditList key={data.id} changeSet={data} />}
            {signs && <TakenBack changeSet={data} />}
          </>
        )}
      </div>
      <aside className="side" aria-label="Publishing">
        {data && <ApprovalPanel key={data.id} changeSet={data} />}
        {data && <Publish changeSet={data} />}
        <ChangeSets />
      </aside>
    </div>
  );
}
