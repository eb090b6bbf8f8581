import { keepPreviousData } from "@tanstack/react-query";
import { Input, Select } from "antd";
import { Link } from "react-router";
import { api } from "../../api/client";
import { useCatalogue } from "../../api/queries";
import { Loading } from "../../shared/Loading";
import { Moment } from "../../shared/Moment";
import { PersonSelect } from "../../shared/PersonSelect";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useListSearch } from "../../shared/useListSearch";
import { useSearchBox } from "../../shared/useSearchBox";
import { besides, deed, DEEDS, TOPICS, type Topic } from "./deeds";
import { SaveJournal } from "./SaveJournal";

const PAGE = 50;

/** Who did what, when and why: to the policy, to people, to records, at the door. No value of a record stands in it. */
export default function JournalScreen() {
  const [search, set] = useListSearch();
  const kind = search.get("kind") ?? "";
  const topic = (search.get("topic") ?? "") as Topic | "";
  const subject = search.get("subject") ?? "";
  const from = search.get("from") ?? "";
  const to = search.get("to") ?? "";
  const person = search.get("person") ?? "";
  const number = search.get("number") ?? "";
  const page = Number(search.get("page") ?? 1) || 1;
  const [box, setBox] = useSearchBox(number, (text) => set({ number: text.trim() }, true));
  const types = useCatalogue("in_force").data?.record_types ?? [];
  const found = api.useQuery(
    "get",
    "/api/journal",
    {
      params: {
        query: { kind, person, number, subject, from, to, page, per_page: PAGE, ...(topic ? { topic } : {}) },
      },
    },
    { placeholderData: keepPreviousData },
  );
  const data = found.data;
  const typeName = (id: string) => types.find((each) => each.id === id)?.name ?? id;
  return (
    <main className="page">
      <div className="sheet">
        <div className="head">
          <h1>Journal</h1>
          <span className="soft">
            {data ? `${data.total} ${data.total === 1 ? "entry" : "entries"}` : ""}
          </span>
          <span className="push row-flex">
            <Select
              aria-label="Subject"
              allowClear
              placeholder="any subject"
              value={topic || undefined}
              onChange={(next: string | undefined) => set({ topic: next ?? "" })}
              options={Object.entries(TOPICS).map(([value, label]) => ({ value, label }))}
              style={{ width: 130 }}
            />
            <Select
              aria-label="Kind of entry"
              allowClear
              placeholder="any event"
              value={kind || undefined}
              onChange={(next: string | undefined) => set({ kind: next ?? "" })}
              options={Object.entries(DEEDS).map(([value, label]) => ({ value, label }))}
              style={{ width: 170 }}
            />
            <PersonSelect
              clearable
              label="By"
              placeholder="anyone"
              person={person}
              onPick={(next) => set({ person: next })}
            />
            <Input
              allowClear
              aria-label="Record"
              placeholder="Record no."
              value={box}
              onChange={(event) => setBox(event.target.value)}
              style={{ width: 126 }}
            />
            <span className="soft">from</span>
            <Input
              type="date"
              aria-label="From day"
              value={from}
              onChange={(event) => set({ from: event.target.value })}
              style={{ width: 126 }}
            />
            <span className="soft">to</span>
            <Input
              type="date"
              aria-label="To day"
              value={to}
              onChange={(event) => set({ to: event.target.value })}
              style={{ width: 126 }}
            />
            <SaveJournal filters={{ kind, person, number, subject, from, to, topic }} />
          </span>
        </div>
        {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
        {!data && !found.error && <Loading />}
        {data?.items.length === 0 && <div className="empty">No matching entries.</div>}
        {data && data.items.length > 0 && (
          <table className="ruled">
            <thead>
              <tr>
                <th className="margin">When</th>
                <th>Who</th>
                <th>What</th>
                <th>Record</th>
                <th>Why</th>
              </tr>
            </thead>
            <tbody>
              {data.items.map((entry) => (
                <tr key={entry.id}>
                  <th className="margin" scope="row">
                    <Moment at={entry.at} />
                  </th>
                  <td>
                    {entry.by}
                    {entry.sign_in && <div className="tag">{entry.sign_in}</div>}
                  </td>
                  <td className="wrap">
                    {deed(entry)}
                    <Beside details={entry.details} />
                    <Edits details={entry.details} />
                    {entry.digest && (
                      <span className="tag" title={`Entry ${entry.id}, SHA-256 ${entry.digest}`}>
                        {" "}
                        {entry.id}:{entry.digest.slice(0, 8)}
                      </span>
                    )}
                  </td>
                  <td>
                    {entry.withheld && <span className="soft">a record you can’t open</span>}
                    {entry.number && entry.record_type ? (
                      <Link to={`/records/${entry.record_type}/${encodeURIComponent(entry.number)}`}>
                        {typeName(entry.record_type)} <span className="mono unbroken">{entry.number}</span>
                      </Link>
                    ) : (
                      entry.record_type && typeName(entry.record_type)
                    )}
                  </td>
                  <td className="wrap soft">{entry.reason}</td>
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

/** The subjects that an entry about the policy names. */
function Edits({ details }: { details: Record<string, unknown> }) {
  const edits = details["edits"];
  if (!Array.isArray(edits) || edits.length === 0) return null;
  const names = (edits as { kind: string; id: string; verb?: string }[])
    .slice(0, 3)
    .map((edit) => [edit.kind.replace("_", " "), edit.id, edit.verb].filter(Boolean).join(" "));
  return (
    <span className="soft">
      : {names.join(", ")}
      {edits.length > 3 && ", …"}
    </span>
  );
}

/** What stands beside an entry: "for 10 minutes", "42 records as csv". */
function Beside({ details }: { details: Record<string, unknown> }) {
  const words = besides(details);
  return words === "" ? null : <span className="soft"> ({words})</span>;
}
