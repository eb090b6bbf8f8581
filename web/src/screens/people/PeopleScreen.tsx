import { Button, Input, Pagination } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { useDirectory, usePeople } from "../../api/queries";
import type { Directory, DirectoryNode, User } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { ImportPanel } from "../../shared/ImportPanel";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useListSearch } from "../../shared/useListSearch";
import { useSearchBox } from "../../shared/useSearchBox";
import { useAccount } from "../../shell/account";
import { MembersEditor } from "./MembersEditor";
import { PersonEditor } from "./PersonEditor";
import { SignIns } from "./SignIns";

const PAGE = 50;
const KINDS = [
  ["roles", "role", "Roles"],
  ["groups", "group", "Groups"],
  ["departments", "department", "Departments"],
  ["units", "unit", "Business units"],
] as const;

/** Users, and the roles, groups, departments and units they belong to. */
export default function PeopleScreen() {
  const { may } = useAccount();
  const [search, set] = useListSearch();
  const [importing, setImporting] = useState(false);
  const [signingIn, setSigningIn] = useState(false);
  const within = search.get("within") ?? "";
  const text = search.get("find") ?? "";
  const page = Number(search.get("page") ?? 1) || 1;
  const directory = useDirectory();
  const people = usePeople(text, within, page, PAGE);
  const questionSearch = useQuestionSearch();
  // Who is edited: somebody, a new person, or who is in what is looked at.
  const [editing, setEditing] = useState<User | "new" | "members" | null>(null);
  const close = () => setEditing(null);
  const [box, setBox] = useSearchBox(text, (found) => set({ find: found }, true));
  return (
    <>
      <main className="page">
        <div className={`with-list ${editing ? "editing" : ""}`}>
          <nav className="side-list" aria-label="Belonging to">
            <button type="button" aria-pressed={within === ""} onClick={() => set({ within: "" })}>
              <span>Everybody</span>
              <span className="tag">{directory.data?.people}</span>
            </button>
            {directory.data &&
              KINDS.map(([list, kind, title]) => (
                <div key={list}>
                  <h3>{title}</h3>
                  {ordered(directory.data[list]).map(({ node, depth }) => (
                    <button
                      type="button"
                      key={node.id}
                      aria-pressed={within === `${kind}:${node.id}`}
                      onClick={() => set({ within: `${kind}:${node.id}` })}
                      style={{ width: "100%", paddingLeft: 10 + depth * 14 }}
                    >
                      <span>{node.name}</span>
                      <span className={`tag ${node.people === 0 ? "mark-verm" : ""}`}>{node.people}</span>
                    </button>
                  ))}
                </div>
              ))}
          </nav>
          <div className="sheet">
            <div className="head">
              <h1>{within ? nameOf(within, directory.data) : "People"}</h1>
              <span className="soft">
                {people.data ? `${people.data.total} ${people.data.total === 1 ? "person" : "people"}` : ""}
              </span>
              <span className="push">
                <Input
                  allowClear
                  aria-label="Find people"
                  placeholder="Find by name or e-mail"
                  value={box}
                  onChange={(event) => setBox(event.target.value)}
                  style={{ width: 220 }}
                />
                {within && (
                  <Link to={{ pathname: "/rules", search: withPart(questionSearch, "reach", within) }}>
                    Rules that reach them
                  </Link>
                )}
                <a href="/api/directory/document" download="directory.json">
                  Export
                </a>
                {may("accounts") && <Button onClick={() => setSigningIn(true)}>Sign-ins</Button>}
                {may("import") && within && (
                  <Button onClick={() => setEditing("members")}>Put in or out</Button>
                )}
                {may("import") && <Button onClick={() => setEditing("new")}>New person</Button>}
                {may("import") && <Button onClick={() => setImporting(true)}>Import from a file</Button>}
              </span>
            </div>
            {people.error ? (
              <ProblemNotice error={people.error} onAgain={() => void people.refetch()} />
            ) : null}
            {!people.data && !people.error && <Loading />}
            {people.data?.total === 0 && (
              <div className="empty">
                {text
                  ? "Nobody of that name."
                  : within
                    ? "Nobody belongs here. A rule for this audience is a rule for nobody."
                    : "Nobody yet. Import people from an LDIF export or a directory document."}
              </div>
            )}
            {people.data && people.data.total > 0 && directory.data && (
              <PeopleTable
                items={people.data.items}
                directory={directory.data}
                onEdit={may("import") ? setEditing : undefined}
              />
            )}
            {people.data && people.data.total > PAGE && (
              <div className="pager">
                <Pagination
                  current={page}
                  pageSize={PAGE}
                  total={people.data.total}
                  showSizeChanger={false}
                  onChange={(next) => set({ page: String(next) })}
                />
              </div>
            )}
          </div>
          {directory.data && editing === "members" && (
            <MembersEditor
              key={within}
              within={within}
              name={nameOf(within, directory.data)}
              onClose={close}
            />
          )}
          {directory.data && editing && editing !== "members" && (
            <PersonEditor
              key={editing === "new" ? "" : editing.id}
              user={editing === "new" ? undefined : editing}
              directory={directory.data}
              onClose={close}
            />
          )}
        </div>
      </main>
      {importing && <ImportPanel kinds={["people-ldif", "directory"]} onClose={() => setImporting(false)} />}
      {signingIn && <SignIns onClose={() => setSigningIn(false)} />}
    </>
  );
}

function PeopleTable({
  items,
  directory,
  onEdit,
}: {
  items: User[];
  directory: Directory;
  onEdit?: (user: User) => void;
}) {
  const search = useQuestionSearch();
  const names = (list: DirectoryNode[], ids: string[]) =>
    ids.map((id) => list.find((node) => node.id === id)?.name ?? id).join(", ");
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th className="margin" style={{ width: 200 }}>
            Name
          </th>
          <th>Roles</th>
          <th>Groups</th>
          <th>Department</th>
          <th>Units</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {items.map((user) => (
          <tr key={user.id}>
            <th className="margin wrap" scope="row" title={user.email}>
              {user.name}
              <div className="tag">{user.id}</div>
            </th>
            <td className="wrap">{names(directory.roles, user.roles)}</td>
            <td className="wrap">{names(directory.groups, user.groups)}</td>
            <td className="wrap">{user.department ? names(directory.departments, [user.department]) : ""}</td>
            <td className="wrap">{names(directory.units, user.units)}</td>
            <td className="row-links">
              <Link to={{ pathname: "/rehearsal", search: withPart(search, "as", user.id) }}>Rehearse</Link>
              <Link to={{ pathname: "/rules", search: withPart(search, "reach", `user:${user.id}`) }}>
                Rules
              </Link>
              {onEdit && (
                <button
                  type="button"
                  className="plain"
                  aria-label={`Edit ${user.name}`}
                  onClick={() => onEdit(user)}
                >
                  Edit
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Nodes under those they lie within, with their depth. What lies within several stands under the first. */
function ordered(nodes: DirectoryNode[]): { node: DirectoryNode; depth: number }[] {
  const ids = new Set(nodes.map((node) => node.id));
  const below = (parent: string | undefined, depth: number): { node: DirectoryNode; depth: number }[] =>
    nodes
      .filter((node) => node.above.find((id) => ids.has(id)) === parent)
      .flatMap((node) => [{ node, depth }, ...below(node.id, depth + 1)]);
  return below(undefined, 0);
}

function nameOf(within: string, directory: Directory | undefined): string {
  const [kind, ...rest] = within.split(":");
  const list = KINDS.find((each) => each[1] === kind)?.[0];
  return (list && directory?.[list].find((node) => node.id === rest.join(":"))?.name) ?? within;
}
