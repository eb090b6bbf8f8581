import { Button, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { server } from "../../api/client";
import { useDirectory, useOverview, usePeople } from "../../api/queries";
import type { Directory, DirectoryNode, User } from "../../api/types";
import { useBegin } from "../../question/useBegin";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { ImportPanel } from "../../shared/ImportPanel";
import { Loading } from "../../shared/Loading";
import { Pager } from "../../shared/Pager";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { everyPage, SaveList } from "../../shared/SaveList";
import { useListSearch } from "../../shared/useListSearch";
import { useSearchBox } from "../../shared/useSearchBox";
import { useAccount } from "../../shell/account";
import { KIND_NAMES, KINDS, within, type Kind } from "./kinds";
import { MembersEditor } from "./MembersEditor";
import { NodeEditor } from "./NodeEditor";
import { PersonEditor } from "./PersonEditor";
import { Programs } from "./Programs";
import { SeveralPeople } from "./SeveralPeople";
import { SignIns } from "./SignIns";

const PAGE = 50;
/** Users, and the roles, groups, departments and units they belong to. */
export default function PeopleScreen() {
  const { may } = useAccount();
  const [search, set] = useListSearch();
  const [importing, setImporting] = useState(false);
  const [signingIn, setSigningIn] = useState(false);
  const [programs, setPrograms] = useState(false);
  const place = search.get("within") ?? "";
  const text = search.get("find") ?? "";
  const page = Number(search.get("page") ?? 1) || 1;
  const directory = useDirectory();
  const inside = nodeOf(place, directory.data);
  const people = usePeople(text, place, page, PAGE);
  const questionSearch = useQuestionSearch();
  const [editing, setEditing] = useState<Editing>(null);
  const close = () => setEditing(null);
  useBegin("person", may("import") && directory.data !== undefined, () => setEditing("new"));
  useBegin("people", may("import") && directory.data !== undefined, () => setEditing("several"));
  useBegin("sign-ins", may("accounts") && directory.data !== undefined, () => setSigningIn(true));
  const [box, setBox] = useSearchBox(text, (found) => set({ find: found }, true));
  return (
    <>
      <main className="page">
        <div className={`with-list ${editing ? "editing" : ""}`}>
          <nav className="side-list" aria-label="Show">
            <button type="button" aria-pressed={place === ""} onClick={() => set({ within: "" })}>
              <span>Everyone</span>
              <span className="tag">{directory.data?.people}</span>
            </button>
            {directory.data &&
              KIND_NAMES.map((kind) => (
                <div key={kind}>
                  <h3 className="row-flex">
                    {KINDS[kind].title}
                    {may("import") && (
                      <button
                        type="button"
                        className="plain push"
                        aria-label={`New ${KINDS[kind].one}`}
                        onClick={() => setEditing({ kind, node: undefined })}
                      >
                        new
                      </button>
                    )}
                  </h3>
                  {ordered(directory.data[KINDS[kind].list]).map(({ node, depth }) => (
                    <button
                      type="button"
                      key={node.id}
                      aria-pressed={place === `${kind}:${node.id}`}
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
              <h1>{inside?.node.name ?? (place || "People")}</h1>
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
                {place && (
                  <Link to={{ pathname: "/rules", search: withPart(questionSearch, "reach", place) }}>
                    Rules that apply
                  </Link>
                )}
                {directory.data && <PeopleCsv directory={directory.data} text={text} place={place} />}
                <Pushed />
                <a href="/api/directory/document" download="directory.json">
                  Export
                </a>
                {may("accounts") && <Button onClick={() => setSigningIn(true)}>Sign-ins</Button>}
                {may("accounts") && <Button onClick={() => setPrograms(true)}>Programs</Button>}
                {may("import") && inside && (
                  <>
                    <Button onClick={() => setEditing(inside)}>Edit {inside.node.name}</Button>
                    <Button onClick={() => setEditing("members")}>Members</Button>
                  </>
                )}
                {may("import") && <Button onClick={() => setEditing("new")}>New person</Button>}
                {may("import") && <Button onClick={() => setEditing("several")}>Add people</Button>}
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
                  ? "No one found."
                  : place
                    ? "No members. Rules for this audience affect no one."
                    : "No people yet. Add a person, or import an LDIF export or a directory document."}
              </div>
            )}
            {people.data && people.data.total > 0 && directory.data && (
              <PeopleTable
                items={people.data.items}
                directory={directory.data}
                onEdit={may("import") ? setEditing : undefined}
              />
            )}
            {people.data && (
              <Pager
                page={page}
                size={PAGE}
                total={people.data.total}
                onPage={(next) => set({ page: String(next) })}
              />
            )}
          </div>
          {directory.data && editing && (
            <Editor
              editing={editing}
              within={place}
              directory={directory.data}
              onClose={close}
              onMoved={(place) => set({ within: place })}
            />
          )}
        </div>
      </main>
      {importing && <ImportPanel kinds={["people-ldif", "directory"]} onClose={() => setImporting(false)} />}
      {programs && <Programs onClose={() => setPrograms(false)} />}
      {signingIn && <SignIns onClose={() => setSigningIn(false)} />}
    </>
  );
}

/** The way to what identity providers push, with how much of it is held back. */
function Pushed() {
  const search = useQuestionSearch();
  const held = useOverview().data?.held_pushes ?? 0;
  return (
    <Link to={{ pathname: "/pushed", search }}>{held > 0 ? `Pushed (${held} held back)` : "Pushed"}</Link>
  );
}

/** All people of the list, also those on other pages. */
function PeopleCsv({ directory, text, place }: { directory: Directory; text: string; place: string }) {
  const rows = async () => {
    const people = await everyPage(async (page) => {
      const query = { search: text, within: place, page, per_page: 1000 };
      const { data } = await server.GET("/api/people", { params: { query } });
      return data ?? { items: [], total: 0 };
    });
    return people.map((user) => [
      user.id,
      user.name,
      user.email,
      namesOf(directory.roles, user.roles),
      namesOf(directory.groups, user.groups),
      namesOf(directory.departments, user.department ? [user.department] : []),
      namesOf(directory.units, user.units),
    ]);
  };
  return (
    <SaveList
      name="people"
      heading={["Identifier", "Name", "E-mail", "Roles", "Groups", "Department", "Units"]}
      rows={rows}
    />
  );
}

const namesOf = (list: DirectoryNode[], ids: string[]) =>
  ids.map((id) => list.find((node) => node.id === id)?.name ?? id).join(", ");

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
              <Link to={{ pathname: `/people/${encodeURIComponent(user.id)}`, search }}>{user.name}</Link>
              <div className="tag">{user.id}</div>
            </th>
            <td className="wrap">{namesOf(directory.roles, user.roles)}</td>
            <td className="wrap">{namesOf(directory.groups, user.groups)}</td>
            <td className="wrap">
              {user.department ? namesOf(directory.departments, [user.department]) : ""}
            </td>
            <td className="wrap">{namesOf(directory.units, user.units)}</td>
            <td className="row-links">
              <Link to={{ pathname: "/rehearsal", search: withPart(search, "as", user.id) }}>Rehearse</Link>
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

function nodeOf(text: string, directory: Directory | undefined) {
  const { kind, id } = within(text);
  const node = kind && directory?.[KINDS[kind].list].find((each) => each.id === id);
  return kind && node ? { kind, node } : undefined;
}

/** What is edited beside the list: someone, a new person, who is in what is looked at, or that itself. */
type Editing = User | "new" | "several" | "members" | { kind: Kind; node: DirectoryNode | undefined } | null;

function Editor({
  editing,
  within: place,
  directory,
  onClose,
  onMoved,
}: {
  editing: NonNullable<Editing>;
  within: string;
  directory: Directory;
  onClose: () => void;
  onMoved: (within: string) => void;
}) {
  if (editing === "several") return <SeveralPeople directory={directory} onClose={onClose} />;
  if (editing === "members")
    return (
      <MembersEditor
        key={place}
        within={place}
        name={nodeOf(place, directory)?.node.name ?? place}
        onClose={onClose}
      />
    );
  if (typeof editing === "object" && "kind" in editing)
    return (
      <NodeEditor
        key={`${editing.kind} ${editing.node?.id ?? ""}`}
        {...editing}
        directory={directory}
        onClose={onClose}
        onDone={onMoved}
      />
    );
  return (
    <PersonEditor
      key={editing === "new" ? "" : editing.id}
      user={editing === "new" ? undefined : editing}
      directory={directory}
      onClose={onClose}
    />
  );
}
