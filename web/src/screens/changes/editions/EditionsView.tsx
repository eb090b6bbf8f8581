import { App, Button, Input, Popconfirm } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, server } from "../../../api/client";
import type { Edition } from "../../../api/types";
import { Word } from "../../../help/Word";
import { useQuestionSearch } from "../../../question/useQuestion";
import { withPart } from "../../../question/withPart";
import { counted } from "../../../shared/counted";
import { Loading } from "../../../shared/Loading";
import { localMoment } from "../../../shared/localMoment";
import { Pager } from "../../../shared/Pager";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { SaveList } from "../../../shared/SaveList";
import { saveAsFile } from "../../../shared/saveAsFile";
import { useListSearch } from "../../../shared/useListSearch";
import { useAccount } from "../../../shell/account";
import { Comparison } from "./Comparison";
import { useStillHere } from "../../../shared/useStillHere";

const PAGE = 50;

/** All that has been in force, newest first: opened as of then, compared, gone back to, saved. */
export function EditionsView() {
  const [search, put] = useListSearch();
  const page = Number(search.get("page") ?? 1) || 1;
  const from = search.get("from") ?? "";
  const to = search.get("to") ?? "";
  const editions = api.useQuery("get", "/api/editions", { params: { query: { page, per_page: PAGE } } });
  const data = editions.data;
  // What is compared is chosen from one page or another.
  const hold = (sides: { from?: string; to?: string }) => put({ ...sides, page: String(page) });
  const compare = (number: number) => hold({ [from ? "to" : "from"]: `edition-${number}` });
  return (
    <div className="split single">
      <div className="sheet">
        <div className="head">
          <h1>
            <Word word="edition">Editions</Word>
          </h1>
          <span className="soft">{data && counted(data.total, "edition")}</span>
          <span className="push row-flex" style={{ gap: 14 }}>
            <AsOfDay />
            <SaveList
              name="editions"
              heading={["Edition", "By", "At", "For", "Change set", "Approved by", "SHA-256"]}
              rows={() =>
                (data?.items ?? []).map((each) => [
                  each.number,
                  each.published_by,
                  each.published_at,
                  each.note,
                  each.change_set ?? "",
                  (each.approved_by ?? []).join("; "),
                  each.sha256,
                ])
              }
            />
          </span>
        </div>
        {editions.error ? (
          <ProblemNotice error={editions.error} onAgain={() => void editions.refetch()} />
        ) : null}
        {!data && !editions.error && <Loading />}
        {from && !to && (
          <p className="notice calm" role="status">
            Edition {from.slice(8)} selected. Choose an edition to compare it with.{" "}
            <button type="button" className="plain" onClick={() => hold({ from: "" })}>
              Cancel
            </button>
          </p>
        )}
        {from && to && <Comparison from={from} to={to} onClose={() => hold({ from: "", to: "" })} />}
        <ol className="timeline">
          {(data?.items ?? []).map((edition, index) => (
            <EditionRow
              key={edition.number}
              edition={edition}
              newest={page === 1 && index === 0}
              chosen={[from, to].includes(`edition-${edition.number}`)}
              onCompare={() => compare(edition.number)}
            />
          ))}
        </ol>
        {data && (
          <Pager page={page} size={PAGE} total={data.total} onPage={(next) => put({ page: String(next) })} />
        )}
      </div>
    </div>
  );
}

/** Looks at the policy, and the people, as they were at the end of a day. */
function AsOfDay() {
  const navigate = useNavigate();
  const search = useQuestionSearch();
  const [day, setDay] = useState("");
  const go = () => void navigate({ pathname: "/map", search: withPart(search, "policy", `day-${day}`) });
  return (
    <span className="row-flex" style={{ gap: 6 }}>
      <Input
        type="date"
        aria-label="At the end of a day"
        max={new Date().toISOString().slice(0, 10)}
        value={day}
        onChange={(event) => setDay(event.target.value)}
        style={{ width: 150 }}
      />
      <Button disabled={day === ""} onClick={go}>
        Show
      </Button>
    </span>
  );
}

type RowProps = { edition: Edition; newest: boolean; chosen: boolean; onCompare: () => void };

function EditionRow({ edition, newest, chosen, onCompare }: RowProps) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const search = useQuestionSearch();
  const navigate = useNavigate();
  const stillHere = useStillHere();
  const restore = api.useMutation("post", "/api/editions/{number}/restore", {
    onSuccess: ({ id }) => {
      message.success(`A change set now restores edition ${edition.number}`);
      if (stillHere()) void navigate({ pathname: "/changes", search: withPart(search, "set", String(id)) });
    },
  });
  const path = { number: edition.number };
  const save = async () => {
    const found = await server.GET("/api/editions/{number}/document", { params: { path } });
    saveAsFile(`edition-${edition.number}.json`, found.data ?? {});
  };
  return (
    <li aria-current={chosen ? "true" : undefined}>
      <span className="number mono">{edition.number}</span>
      <div>
        <b>{edition.change_set ?? edition.note}</b>{" "}
        {newest && <span className="tag mark-verd">in force</span>}
        {edition.change_set && edition.note && <div>{edition.note}</div>}
        <div className="soft">
          {localMoment(edition.published_at)}, published by {edition.published_by}
          {(edition.written_by ?? []).length > 0 &&
            `; ${counted(edition.edits ?? 0, "edit")} by ${(edition.written_by ?? []).join(", ")}`}
          {(edition.approved_by ?? []).length > 0 &&
            `; approved by ${(edition.approved_by ?? []).join(", ")}`}
        </div>
        <span className="tag" title={`SHA-256 ${edition.sha256}`}>
          SHA-256 {edition.sha256.slice(0, 16)}…
        </span>
        {restore.error ? <ProblemNotice error={restore.error} /> : null}
      </div>
      <span className="row-flex" style={{ gap: 14 }}>
        <Link to={{ pathname: "/map", search: withPart(search, "policy", `edition-${edition.number}`) }}>
          View
        </Link>
        <button type="button" className="plain" onClick={onCompare}>
          Compare
        </button>
        <button type="button" className="plain" onClick={() => void save()}>
          Save
        </button>
        {may("edit") && !newest && (
          <Popconfirm
            title={`Restore edition ${edition.number}?`}
            description="This creates a change set to review, approve and publish like any other."
            okText="Create change set"
            onConfirm={() => restore.mutate({ params: { path } })}
          >
            <button type="button" className="plain">
              Restore
            </button>
          </Popconfirm>
        )}
      </span>
    </li>
  );
}
