import { keepPreviousData } from "@tanstack/react-query";
import { Button, Dropdown, Input } from "antd";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api, server } from "../../api/client";
import { Loading } from "../../shared/Loading";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { everyPage, SaveCsv } from "../../shared/SaveCsv";
import { useListSearch } from "../../shared/useListSearch";
import { useSearchBox } from "../../shared/useSearchBox";
import { useAccount } from "../../shell/account";
import { RecordsIn } from "./RecordsIn";
import { useRecordTypes } from "./useRecordTypes";

const PAGE = 50;

/** Records as the signed-in person may see them: hidden columns are absent, masked values masked by the server. */
export default function RecordListScreen() {
  const { account, may } = useAccount();
  const { type: asked = "" } = useParams();
  const [search, set] = useListSearch();
  const navigate = useNavigate();
  const types = useRecordTypes();
  const type = types.data?.record_types.find((each) => each.id === asked) ?? types.data?.record_types[0];
  const find = search.get("find") ?? "";
  const sort = search.get("sort") ?? "";
  const direction: "up" | "down" = search.get("direction") === "down" ? "down" : "up";
  const page = Number(search.get("page") ?? 1) || 1;
  const order = sort ? { sort, direction: direction } : {};
  const list = api.useQuery(
    "get",
    "/api/records/{type}",
    { params: { path: { type: type?.id ?? "" }, query: { search: find, ...order, page, per_page: PAGE } } },
    { enabled: Boolean(type), placeholderData: keepPreviousData },
  );
  const [box, setBox] = useSearchBox(find, (text) => set({ find: text }, true));
  const [bringing, setBringing] = useState(false);
  const units = new Map((types.data?.units ?? []).map((unit) => [unit.id, unit.name]));
  const open = (number: string) => void navigate(`/records/${type?.id}/${encodeURIComponent(number)}`);
  const data = list.data;
  return (
    <main className="page">
      <div className="with-list">
        <nav className="side-list" aria-label="Record types">
          <h3>Records</h3>
          {(types.data?.record_types ?? []).map((each) => (
            <button
              type="button"
              key={each.id}
              aria-pressed={each.id === type?.id}
              onClick={() => void navigate(`/records/${each.id}`)}
            >
              <span>{each.plural}</span>
            </button>
          ))}
          <p className="soft" style={{ padding: "0 14px", fontSize: 13 }}>
            You see these as {account.name}, under the edition in force.
          </p>
        </nav>
        <div className="sheet">
          {types.error || list.error ? (
            <ProblemNotice
              error={types.error ?? list.error}
              onAgain={() => void (types.error ? types.refetch() : list.refetch())}
            />
          ) : null}
          {types.data && !type && <div className="empty">There is no record type yet.</div>}
          {type && (
            <div className="head">
              <h1>{type.plural}</h1>
              <span className="soft">
                {data ? `${data.total} ${data.total === 1 ? "record" : "records"}` : ""}
              </span>
              <span className="push">
                <Input
                  allowClear
                  aria-label="Find records"
                  placeholder="Find in what you may see"
                  value={box}
                  onChange={(event) => setBox(event.target.value)}
                  style={{ width: 220 }}
                />
                <RecordsCsv type={type.id} search={find} order={order} units={units} />
                <TakeOut type={type.id} />
                {may("record") && <Button onClick={() => setBringing(true)}>Bring in</Button>}
                {may("record") && (
                  <Button type="primary" onClick={() => open("new")}>
                    New {type.name.toLowerCase()}
                  </Button>
                )}
              </span>
            </div>
          )}
          {data?.beyond && (
            <div className="notice calm" role="status">
              {data.beyond.toLocaleString()} records were not looked at: there are too many to{" "}
              {find ? "search" : "sort"} them all at once. Without it, every record is there, page by page.
            </div>
          )}
          {!data && !list.error && type && <Loading />}
          {data && (
            <table className="ruled">
              <thead>
                <tr>
                  {data.columns.map((column, index) => (
                    <th
                      key={column.id}
                      className={index === 0 ? "margin" : ""}
                      aria-sort={
                        sort === column.id ? (direction === "down" ? "descending" : "ascending") : undefined
                      }
                    >
                      <button
                        type="button"
                        className="plain"
                        onClick={() =>
                          set({
                            sort: column.id,
                            direction: sort === column.id && direction === "up" ? "down" : "up",
                          })
                        }
                      >
                        {column.name}
                        {sort === column.id && (direction === "down" ? " ↓" : " ↑")}
                      </button>
                    </th>
                  ))}
                  <th>Unit</th>
                </tr>
              </thead>
              <tbody>
                {data.rows.map((row) => (
                  <tr
                    key={row.number}
                    className="link"
                    tabIndex={0}
                    onClick={() => open(row.number)}
                    onKeyDown={(event) => event.key === "Enter" && open(row.number)}
                  >
                    {data.columns.map((column, index) => (
                      <td
                        key={column.id}
                        className={index === 0 ? "margin mono" : column.figures ? "mono" : ""}
                      >
                        {row.masked.includes(column.id) ? (
                          <span className="mono" style={{ color: "var(--cobalt)" }}>
                            {row.words[column.id] ?? ""}
                          </span>
                        ) : (
                          (row.words[column.id] ?? "")
                        )}
                      </td>
                    ))}
                    <td className="soft">{units.get(row.unit) ?? row.unit}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {data?.total === 0 && (
            <div className="empty">{find ? "Nothing you may see holds that." : "No record yet."}</div>
          )}
          {data && (
            <Pager
              page={page}
              size={PAGE}
              total={data.total}
              onPage={(next) => set({ page: String(next) })}
            />
          )}
        </div>
      </div>
      {bringing && type && (
        <RecordsIn type={type.id} plural={type.plural} onClose={() => setBringing(false)} />
      )}
    </main>
  );
}

/** The records that the person may export, with every field that a list could show them. */
function TakeOut({ type }: { type: string }) {
  const address = (format: string) => `/api/records/${type}/export?format=${format}`;
  return (
    <Dropdown
      trigger={["click"]}
      menu={{
        items: [
          { key: "csv", label: <a href={address("csv")}>CSV, every field</a> },
          { key: "json", label: <a href={address("json")}>JSON, every field</a> },
        ],
      }}
    >
      <Button>Take out ▾</Button>
    </Dropdown>
  );
}

/** All records of the list as the person may see them: what is masked there is masked here. */
function RecordsCsv({
  type,
  search,
  order,
  units,
}: {
  type: string;
  search: string;
  order: { sort?: string; direction?: "up" | "down" };
  units: Map<string, string>;
}) {
  const rows = async () => {
    const names = new Map<string, string>();
    const found = await everyPage(async (page) => {
      const query = { search, ...order, page, per_page: 1000 };
      const { data } = await server.GET("/api/records/{type}", { params: { path: { type }, query } });
      for (const column of data?.columns ?? []) names.set(column.id, column.name);
      return { items: data?.rows ?? [], total: data?.total ?? 0 };
    });
    return [
      ["Number", ...names.values(), "Unit"],
      ...found.map((row) => [
        row.number,
        ...[...names.keys()].map((id) => row.words[id]),
        units.get(row.unit) ?? row.unit,
      ]),
    ];
  };
  return <SaveCsv name={type} heading={[]} rows={rows} />;
}
