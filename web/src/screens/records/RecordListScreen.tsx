import { keepPreviousData } from "@tanstack/react-query";
import { App, Button, Dropdown, Input } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, server } from "../../api/client";
import { localised } from "../../shared/localised";
import { Loading } from "../../shared/Loading";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { saveBlob } from "../../shared/saveAsFile";
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
            Viewing as {account.name}, under the edition in force.
          </p>
        </nav>
        <div className="sheet">
          {types.error || list.error ? (
            <ProblemNotice
              error={types.error ?? list.error}
              onAgain={() => void (types.error ? types.refetch() : list.refetch())}
            />
          ) : null}
          {types.data && !type && (
            <div className="empty">
              No record types yet.
              {may("edit") && (
                <>
                  {" "}
                  Add one in the <Link to="/catalogue">Catalogue</Link> and publish it.
                </>
              )}
            </div>
          )}
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
                  placeholder="Search"
                  value={box}
                  onChange={(event) => setBox(event.target.value)}
                  style={{ width: 220 }}
                />
                <Export type={type.id} search={find} />
                {may("record") && <Button onClick={() => setBringing(true)}>Import</Button>}
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
              {data.beyond.toLocaleString()} records were not searched because there are too many to{" "}
              {find ? "search" : "sort"} at once. Clear it to page through every record.
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
                          (localised({
                            input: column.input,
                            value: row.values[column.id],
                            words: row.words[column.id] ?? undefined,
                          }) ?? "")
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
            <div className="empty">{find ? "No matching records." : "No records yet."}</div>
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

const FORMATS = ["csv", "json", "xlsx"] as const;

/** The records that the person may export, those found where something is looked for, with all fields they may list. */
function Export({ type, search }: { type: string; search: string }) {
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const save = async (format: (typeof FORMATS)[number]) => {
    setBusy(true);
    try {
      const query = { format, ...(search ? { search } : {}) };
      const { data } = await server.GET("/api/records/{type}/export", {
        params: { path: { type }, query },
        parseAs: "blob",
      });
      if (data) saveBlob(`${type}.${format}`, data);
    } catch (error) {
      message.error(error instanceof Error ? error.message : "The records could not be exported");
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dropdown
      trigger={["click"]}
      menu={{
        items: FORMATS.map((format) => ({ key: format, label: `${format.toUpperCase()}, every field` })),
        onClick: ({ key }) => void save(FORMATS.find((format) => format === key) ?? "csv"),
      }}
    >
      <Button loading={busy}>{search ? "Export found ▾" : "Export ▾"}</Button>
    </Dropdown>
  );
}
