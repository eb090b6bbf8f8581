import { App } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { ChangeSet } from "../../api/types";
import { Word } from "../../help/Word";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveCsv } from "../../shared/SaveCsv";
import { useAccount } from "../../shell/account";
import { FindingsOfChange } from "./FindingsOfChange";
import { ImpactTable } from "./ImpactTable";
import { Publish } from "./Publish";

/** Edits shown at first, so that what they come to is not far below. */
const SHOWN = 6;

/** The open change set: what is edited, what that does to whom, and publishing it as the next edition. */
export default function ChangesScreen() {
  const changeSet = api.useQuery("get", "/api/change-set");
  const data = changeSet.data;
  const [all, setAll] = useState(false);
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
                <div className="head">
                  <h1>{data.name}</h1>
                  <span className="soft">
                    {data.edits.length} {data.edits.length === 1 ? "edit" : "edits"} on top of edition{" "}
                    <span className="mono">{data.base_edition}</span>, not in force yet
                  </span>
                  <span className="push">
                    <SaveCsv
                      name="edits"
                      heading={["Edit", "What", "Becomes", "By", "At"]}
                      rows={() =>
                        data.edits.map((edit) => [
                          edit.title,
                          edit.verb,
                          edit.lines.join("; "),
                          edit.author,
                          edit.at,
                        ])
                      }
                    />
                  </span>
                </div>
                {data.edits.length === 0 && (
                  <div className="empty">
                    No edit is waiting. Make a rule on the map, edit one under Rules, or import into the
                    Catalogue.
                  </div>
                )}
                {data.edits.slice(0, all ? undefined : SHOWN).map((edit) => (
                  <EditRow key={edit.id} edit={edit} />
                ))}
                {!all && data.edits.length > SHOWN && (
                  <p>
                    <button type="button" className="plain" onClick={() => setAll(true)}>
                      Show {data.edits.length - SHOWN} more edits
                    </button>
                  </p>
                )}
                {data.edits.length > 0 && <FindingsOfChange revision={data.revision} />}
                {data.edits.length > 0 && <ImpactTable />}
              </>
            )}
          </div>
          <aside className="side" aria-label="Publishing">
            {data && <Publish changeSet={data} />}
            <Editions />
          </aside>
        </div>
      </main>
    </>
  );
}

function EditRow({ edit }: { edit: ChangeSet["edits"][number] }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const search = useQuestionSearch();
  const revert = api.useMutation("delete", "/api/change-set/edits/{id}", {
    onSuccess: () => message.success("Taken back"),
  });
  const takeBack = () => revert.mutate({ params: { path: { id: edit.id } } });
  return (
    <div className="change-row">
      <div>
        <b>{edit.title}</b>{" "}
        <span className={`tag ${edit.verb === "removed" ? "mark-verm" : "mark-verd"}`}>{edit.verb}</span>
        <ul className="account-lines">
          {edit.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {revert.error ? (
          <ProblemNotice error={revert.error} title="It can't be taken back by itself" />
        ) : null}
      </div>
      <div className="stack" style={{ textAlign: "right", fontSize: 13 }}>
        <span className="soft">
          {edit.author}, {when(edit.at)}
        </span>
        <span className="row-flex" style={{ justifyContent: "flex-end", gap: 14 }}>
          {edit.kind === "rule" && edit.verb !== "removed" && (
            <Link to={{ pathname: "/rules", search: withPart(search, "rule", edit.subject) }}>Open</Link>
          )}
          {edit.kind === "record_type" && edit.verb !== "removed" && (
            <Link to={{ pathname: "/catalogue", search: withPart(search, "type", edit.subject) }}>Open</Link>
          )}
          {edit.kind === "baseline" && (
            <Link to={{ pathname: "/catalogue", search: withPart(search, "view", "baselines") }}>Open</Link>
          )}
          {may("edit") && (
            <button type="button" className="plain" onClick={takeBack}>
              Take back
            </button>
          )}
        </span>
      </div>
    </div>
  );
}

function Editions() {
  const editions = api.useQuery("get", "/api/editions", { params: { query: { per_page: 50 } } });
  return (
    <section>
      <h2>
        <Word word="edition">Editions</Word>{" "}
        <SaveCsv
          name="editions"
          heading={["Edition", "By", "At", "For", "SHA-256"]}
          rows={() =>
            (editions.data?.items ?? []).map((each) => [
              each.number,
              each.published_by,
              each.published_at,
              each.note,
              each.sha256,
            ])
          }
        />
      </h2>
      {(editions.data?.items ?? []).map((edition, index) => (
        <div
          key={edition.number}
          style={{
            borderBottom: "1px solid var(--rule)",
            padding: "7px 0",
            fontSize: 13,
            lineHeight: "18px",
          }}
        >
          <b className="mono">{edition.number}</b>{" "}
          {index === 0 && <span className="tag mark-verd">in force</span>}{" "}
          <span className="soft">
            {edition.published_by}, {when(edition.published_at)}
          </span>
          {edition.note && <div>{edition.note}</div>}
          <div className="tag" title={`SHA-256 ${edition.sha256}`}>
            SHA-256 {edition.sha256.slice(0, 16)}…
          </div>
        </div>
      ))}
    </section>
  );
}

function when(moment: string): string {
  return new Date(moment).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
  });
}
