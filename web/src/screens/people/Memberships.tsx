import { Link } from "react-router";
import type { Directory, User } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { KIND_NAMES, KINDS, type Kind } from "./kinds";

/** What someone is in, and where each of it comes from. */
export function Memberships({ user, directory }: { user: User; directory: Directory }) {
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
