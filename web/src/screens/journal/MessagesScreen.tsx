import { keepPreviousData } from "@tanstack/react-query";
import { Checkbox } from "antd";
import { Link } from "react-router";
import { api } from "../../api/client";
import { Loading } from "../../shared/Loading";
import { Moment } from "../../shared/Moment";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useListSearch } from "../../shared/useListSearch";
import { useAccount } from "../../shell/account";

const PAGE = 50;

/** Messages to whoever is signed in; those who look after the application may list everyone's, without the texts. */
export default function MessagesScreen() {
  const { may } = useAccount();
  const [search, set] = useListSearch();
  const all = search.get("all") === "yes";
  const page = Number(search.get("page") ?? 1) || 1;
  const found = api.useQuery(
    "get",
    "/api/messages",
    { params: { query: { page, per_page: PAGE, ...(all ? { all: "yes" as const } : {}) } } },
    { placeholderData: keepPreviousData },
  );
  const data = found.data;
  return (
    <main className="page">
      <div className="sheet">
        <div className="head">
          <h1>Messages</h1>
          <span className="soft">Each message contains only what its reader can see.</span>
          {may("read") && (
            <span className="push">
              <Checkbox
                checked={all}
                onChange={(event) => set({ all: event.target.checked ? "yes" : "", page: "" })}
              >
                Everyone’s
              </Checkbox>
            </span>
          )}
        </div>
        {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
        {!data && !found.error && <Loading />}
        {data?.items.length === 0 && <div className="empty">No messages yet.</div>}
        {data && data.items.length > 0 && (
          <table className="ruled">
            <tbody>
              {data.items.map((message) => (
                <tr key={message.id}>
                  <th className="margin" scope="row">
                    <Moment at={message.at} />
                  </th>
                  {all && <td>{message.person_name}</td>}
                  <td className="wrap">
                    {message.subject ? (
                      <>
                        <b>
                          {message.number && message.record_type ? (
                            <Link
                              to={`/records/${message.record_type}/${encodeURIComponent(message.number)}`}
                            >
                              {message.subject}
                            </Link>
                          ) : (
                            message.subject
                          )}
                        </b>
                        <div className="soft" style={{ whiteSpace: "pre-line" }}>
                          {message.body}
                        </div>
                      </>
                    ) : (
                      <span className="soft">a message about {message.kind.replace("_", " ")}</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {data && (
          <Pager page={page} size={PAGE} total={data.total} onPage={(next) => set({ page: String(next) })} />
        )}
      </div>
    </main>
  );
}
