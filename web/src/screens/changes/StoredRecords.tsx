import { keepPreviousData } from "@tanstack/react-query";
import { Progress } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { Rule, StoredRecordSearch } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { SaveList } from "../../shared/SaveList";
import { withPart } from "../../question/withPart";
import { ProblemNotice } from "../../shared/ProblemNotice";

/** How often a search that takes longer is asked how far it is, in milliseconds. */
const LOOK = 300;
const SHOWN = 20;

type Found = NonNullable<StoredRecordSearch["result"]>["types"][number];

/**
 * Which stored records an edit meets: counted, listed, each to be opened in the rehearsal. rule: one that is not kept
 * yet, or nothing for the change set.
 */
export function StoredRecords({ rule }: { rule?: Rule }) {
  const asked = api.useQuery(
    "post",
    "/api/stored-records",
    { body: rule ? { rule } : {} },
    { placeholderData: keepPreviousData },
  );
  const id = asked.data?.status === "running" ? asked.data.id : undefined;
  const polled = api.useQuery(
    "get",
    "/api/stored-records/{id}",
    { params: { path: { id: id ?? 0 } } },
    {
      enabled: id !== undefined,
      refetchInterval: (fetched) => (fetched.state.data?.status === "running" ? LOOK : false),
    },
  );
  const cancelling = api.useMutation("delete", "/api/stored-records/{id}");
  const search = id === undefined ? asked.data : (polled.data ?? asked.data);
  const error = asked.error ?? polled.error;
  if (error) return <ProblemNotice error={error} onAgain={() => void asked.refetch()} />;
  if (!search) return null;
  return (
    <div className="stored" aria-label="Stored records" role="group" aria-busy={asked.isFetching}>
      {search.status === "running" && (
        <span className="row-flex" role="status">
          <Progress aria-label="Progress" percent={percent(search)} style={{ width: 160 }} size="small" />
          <span className="soft">Checking stored records</span>
          <button
            type="button"
            className="plain"
            onClick={() => cancelling.mutate({ params: { path: { id: id ?? 0 } } })}
          >
            Cancel
          </button>
        </span>
      )}
      {(search.status === "cancelled" || search.status === "broken_off") && (
        <span className="soft">
          The check of stored records was not finished.{" "}
          <button type="button" className="plain" onClick={() => void asked.refetch()}>
            Check again
          </button>
        </span>
      )}
      {search.result?.types.length === 0 && <span className="soft">{none(search.result)}</span>}
      {search.result?.types.map((found) => (
        <Type key={found.record_type} found={found} />
      ))}
    </div>
  );
}

/** What is said where no stored record is affected: of which records that is known. */
function none({ looked_at, concerned }: { looked_at: number; concerned: number }): string {
  if (concerned === 0) return "No stored record is affected.";
  if (looked_at === 0) return "Not checked: you can’t open any of the stored records that this could affect.";
  return `None of the ${looked_at} stored records that you can open is affected.`;
}

function Type({ found }: { found: Found }) {
  const [open, setOpen] = useState(false);
  const [all, setAll] = useState(false);
  const shown = all ? found.records : found.records.slice(0, SHOWN);
  return (
    <div>
      {found.met === 0 ? (
        `No stored record of ${found.name} that you can open is affected`
      ) : (
        <>
          <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "▾" : "▸"} {count(found.met, "stored record")} of {found.name}
          </button>{" "}
          {found.met === 1 ? "is" : "are"} affected for {count(found.people, "person", "people")}
        </>
      )}
      {found.stuck > 0 && (
        <b>
          ; {found.stuck} can no longer be saved as {found.stuck === 1 ? "it is" : "they are"}
        </b>
      )}
      .
      {found.made_up.length > 0 && (
        <span className="soft">
          {" "}
          Calculated with made-up values for {some(found.made_up)}, which you can’t see. With the real values
          the result may differ.
        </span>
      )}
      {open && (
        <ul className="account-lines">
          <li>
            <SaveList
              name={`met-otherwise-${found.record_type}`}
              heading={["Number", "Unit", "Fields", "People", "Can no longer save it", "Because"]}
              rows={() =>
                found.records.map((record) => [
                  record.number,
                  record.unit,
                  record.fields.join(", "),
                  record.people,
                  record.stuck,
                  record.obstacles.join("; "),
                ])
              }
            />
          </li>
          {shown.map((record) => (
            <Met key={record.number} record={record} type={found.record_type} />
          ))}
          {shown.length < found.records.length && (
            <li>
              <button type="button" className="plain" onClick={() => setAll(true)}>
                Show {found.records.length - shown.length} more
              </button>
            </li>
          )}
          {found.met > found.records.length && (
            <li className="soft">and {found.met - found.records.length} more not listed</li>
          )}
        </ul>
      )}
    </div>
  );
}

function Met({ record, type }: { record: Found["records"][number]; type: string }) {
  const search = withPart(
    withPart(withPart(useQuestionSearch(), "type", type), "record", record.number),
    "policy",
    "pending",
  );
  return (
    <li>
      <Link className="mono" to={{ pathname: "/rehearsal", search }}>
        {record.number}
      </Link>{" "}
      <span className="soft">{record.unit}</span>: {record.fields.join(", ")},{" "}
      {count(record.people, "person", "people")}
      {record.stuck > 0 && (
        <>
          ; <b>{count(record.stuck, "person", "people")} can no longer save it</b>:{" "}
          {record.obstacles.join("; ")}
        </>
      )}
    </li>
  );
}

const percent = ({ done = 0, total = 0 }: StoredRecordSearch) =>
  total > 0 ? Math.round((100 * done) / total) : 0;

/** The first of several names, and how many more there are. */
const some = (names: string[]) =>
  names.length > 4 ? `${names.slice(0, 4).join(", ")} and ${names.length - 4} more fields` : names.join(", ");

const count = (number: number, one: string, several = `${one}s`) =>
  `${number} ${number === 1 ? one : several}`;
