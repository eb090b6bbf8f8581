import { keepPreviousData } from "@tanstack/react-query";
import { api } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { Loading } from "../../shared/Loading";
import { localWords } from "../../shared/localWords";
import { Moment } from "../../shared/Moment";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useListSearch } from "../../shared/useListSearch";

type Push = components["schemas"]["Push"];

const PAGE = 50;

/** Sentences of one push that are shown before it is unfolded. */
const SHOWN = 2;

/** What was pushed, the newest first, with what it changed in the directory and in access. */
export function PushLog({ onAdd }: { onAdd: (() => void) | undefined }) {
  const [search, set] = useListSearch();
  const page = Number(search.get("page") ?? 1) || 1;
  const found = api.useQuery(
    "get",
    "/api/pushes",
    { params: { query: { page, per_page: PAGE } } },
    { placeholderData: keepPreviousData },
  );
  const data = found.data;
  return (
    <section aria-label="What was pushed">
      <h2>What was pushed</h2>
      {found.error ? <ProblemNotice error={found.error} onAgain={() => void found.refetch()} /> : null}
      {!data && !found.error && <Loading />}
      {data?.total === 0 && (
        <div className="empty">
          Nothing has been pushed yet.{" "}
          {onAdd ? (
            <button type="button" className="plain" onClick={onAdd}>
              Add an identity provider
            </button>
          ) : (
            "An administrator adds identity providers."
          )}
        </div>
      )}
      {data && data.items.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin" style={{ width: 190 }}>
                When
              </th>
              <th style={{ width: 230 }}>By</th>
              <th style={{ width: 300 }}>In the directory</th>
              <th>In access</th>
            </tr>
          </thead>
          <tbody>
            {data.items.map((push) => (
              <tr key={push.id}>
                <th className="margin" scope="row">
                  <Moment at={push.at} />
                </th>
                <td>
                  {push.by}
                  <div className="tag">{push.asked}</div>
                </td>
                <td className="wrap">
                  <Altered push={push} />
                </td>
                <td className="wrap">
                  <InAccess push={push} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data && (
        <Pager page={page} size={PAGE} total={data.total} onPage={(next) => set({ page: String(next) })} />
      )}
    </section>
  );
}

const WAYS = { adds: "new", changes: "", drops: "removed" } as const;

function Altered({ push }: { push: Push }) {
  const items = (["adds", "changes", "drops"] as const).flatMap((way) =>
    push.altered[way].map((item) => ({ way: WAYS[way], ...item })),
  );
  if (items.length === 0) return <span className="soft">nothing yet</span>;
  return (
    <ul className="lines">
      {items.map((item) => (
        <li key={`${item.way} ${item.title} ${item.lines.join()}`}>
          {item.title}
          {item.way && ` (${item.way})`}
          {item.lines.length > 0 && `: ${item.lines.join("; ")}`}
        </li>
      ))}
    </ul>
  );
}

function InAccess({ push }: { push: Push }) {
  const some = push.sentences.slice(0, SHOWN);
  const rest = push.sentences.slice(SHOWN);
  return (
    <>
      {push.held.length > 0 && <div className="mark-verm">Held back: {push.held.join(", ")}</div>}
      {push.sentences.length === 0 && push.held.length === 0 && (
        <span className="soft">no one’s access changes</span>
      )}
      <Lines lines={some} />
      {rest.length > 0 && (
        <details>
          <summary>{rest.length} more</summary>
          <Lines lines={rest} />
        </details>
      )}
      {push.left_out.length > 0 && <div className="soft">Not kept: {push.left_out.join(", ")}</div>}
    </>
  );
}

const Lines = ({ lines }: { lines: string[] }) => (
  <ul className="lines">
    {lines.map((line) => (
      <li key={line}>{localWords(line)}</li>
    ))}
  </ul>
);
