import { Button, Select } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useCatalogue, useDirectory, usePeople } from "../../api/queries";
import type { Directory, User } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { useAccount } from "../../shell/account";
import { ReachedRules } from "../rules/ReachedRules";
import { KIND_NAMES, KINDS, type Kind } from "./kinds";
import { OwnMap } from "./OwnMap";
import { PersonEditor } from "./PersonEditor";

/** One person: what they are in and through what, what they may see and edit, and the rules that reach them. */
export default function PersonScreen() {
  const { person = "" } = useParams();
  const { may } = useAccount();
  const { question, change, type } = useSubject();
  const search = useQuestionSearch();
  const navigate = useNavigate();
  const directory = useDirectory();
  const found = usePeople(person, "", 1, 50);
  const user = found.data?.items.find((each) => each.id === person);
  const types = useCatalogue(question.state).data?.record_types ?? [];
  const [editing, setEditing] = useState<"keep" | "what if" | null>(null);
  if (!found.data || !directory.data) return <Loading />;
  if (!user)
    return (
      <main className="page">
        <div className="empty">
          No one in the directory is called “{person}”.{" "}
          <Link to={{ pathname: "/people", search }}>All people</Link>
        </div>
      </main>
    );
  return (
    <main className="page">
      <div className={`split ${editing ? "" : "single"}`}>
        <div className="sheet" tabIndex={0} role="region" aria-label={`The page of ${user.name}`}>
          <div className="head">
            <h1>{user.name}</h1>
            <span className="tag">{user.id}</span>
            {user.email && <span className="soft">{user.email}</span>}
            <span className="push">
              <Link to={{ pathname: "/rehearsal", search: withPart(search, "as", user.id) }}>Rehearse</Link>
              <Button onClick={() => setEditing("what if")}>Try changes</Button>
              {may("import") && <Button onClick={() => setEditing("keep")}>Edit</Button>}
            </span>
          </div>
          <Memberships user={user} directory={directory.data} />
          <section aria-label="What they can see and edit">
            <div className="head">
              <h2>What they can see and edit</h2>
              <span className="push">
                <Select
                  aria-label="Record type"
                  value={question.type}
                  popupMatchSelectWidth={false}
                  options={types.map((each) => ({ value: each.id, label: each.name }))}
                  onChange={(next: string) => change({ type: next })}
                />
                <Select
                  aria-label="Business unit"
                  value={question.unit}
                  popupMatchSelectWidth={false}
                  options={directory.data.units.map((unit) => ({ value: unit.id, label: unit.name }))}
                  onChange={(next: string) => change({ unit: next })}
                />
              </span>
            </div>
            {type && <OwnMap user={user} type={type} question={question} />}
          </section>
          <section aria-label="Rules that apply">
            <h2>Rules that apply</h2>
            <ReachedRules
              reaching={`user:${user.id}`}
              state={question.state}
              chosen=""
              onChoose={(rule, of) =>
                void navigate({
                  pathname: "/rules",
                  search: withPart(withPart(search, "type", of), "rule", rule),
                })
              }
            />
          </section>
        </div>
        {editing && (
          <PersonEditor
            key={editing}
            user={user}
            directory={directory.data}
            onlyTold={editing === "what if"}
            onClose={() => setEditing(null)}
          />
        )}
      </div>
    </main>
  );
}

/** What someone is in, and where each of it comes from. */
function Memberships({ user, directory }: { user: User; directory: Directory }) {
  const search = useQuestionSearch();
  const rows = KIND_NAMES.flatMap((kind) =>
    memberships(user, kind, directory).map((each) => ({ kind, ...each })),
  );
  return (
    <table className="ruled" style={{ maxWidth: 760, marginBottom: 18 }}>
      <thead>
        <tr>
          <th className="margin" style={{ width: 230 }}>
            Member of
          </th>
          <th>As a</th>
          <th>Source</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ kind, id, name, through }) => (
          <tr key={`${kind} ${id}`}>
            <th className="margin" scope="row">
              <Link to={{ pathname: "/people", search: withPart(search, "within", `${kind}:${id}`) }}>
                {name}
              </Link>
            </th>
            <td>{KINDS[kind].one}</td>
            <td className="soft">{through.length === 0 ? "directly" : `through ${through.join(", ")}`}</td>
          </tr>
        ))}
        {rows.length === 0 && (
          <tr>
            <td colSpan={3} className="soft">
              No memberships. Only rules for everyone or for this person apply.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

type Membership = { id: string; name: string; through: string[] };

/** Direct ones first, then those above them. */
function memberships(user: User, kind: Kind, directory: Directory): Membership[] {
  const nodes = new Map(directory[KINDS[kind].list].map((node) => [node.id, node]));
  const name = (id: string) => nodes.get(id)?.name ?? id;
  const direct = kind === "department" ? (user.department ? [user.department] : []) : user[KINDS[kind].list];
  const found = new Map<string, Membership>(direct.map((id) => [id, { id, name: name(id), through: [] }]));
  const waiting = [...direct];
  for (let id = waiting.shift(); id !== undefined; id = waiting.shift()) {
    for (const above of nodes.get(id)?.above ?? []) {
      const known = found.get(above);
      if (known) {
        if (known.through.length > 0 && !known.through.includes(name(id))) known.through.push(name(id));
        continue;
      }
      found.set(above, { id: above, name: name(above), through: [name(id)] });
      waiting.push(above);
    }
  }
  return [...found.values()];
}
