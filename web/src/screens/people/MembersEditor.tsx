import { Select } from "antd";
import { useState } from "react";
import { usePeople } from "../../api/queries";
import type { DirectoryEdit, User } from "../../api/types";
import { DirectoryEditing } from "./DirectoryEditing";
import { documentOf } from "./PersonEditor";

type Props = {
  /** What people are put into or taken out of, like "group:loans-committee". */
  within: string;
  name: string;
  onClose: () => void;
};

const LIST: Record<string, "roles" | "groups" | "units"> = { role: "roles", group: "groups", unit: "units" };

/** Several people put into a role, group, department or unit at once, or taken out of it. */
export function MembersEditor({ within, name, onClose }: Props) {
  const [kind = "", ...rest] = within.split(":");
  const id = rest.join(":");
  const [joining, setJoining] = useState<User[]>([]);
  const [leaving, setLeaving] = useState<User[]>([]);
  const edits: DirectoryEdit[] = [
    ...joining.map((user) => edit(user, put(user, kind, id))),
    ...leaving.map((user) => edit(user, taken(user, kind, id))),
  ];
  return (
    <DirectoryEditing title={`Members of ${name}`} edits={edits} onClose={onClose}>
      <PeoplePick label="Add" within="" chosen={joining} onChange={setJoining} />
      <PeoplePick label="Remove" within={within} chosen={leaving} onChange={setLeaving} />
      <span className="soft">Users who belong through a lower level remain members.</span>
    </DirectoryEditing>
  );
}

const edit = (user: User, after: User): DirectoryEdit => ({
  list: "users",
  id: user.id,
  after: documentOf(after),
});

function put(user: User, kind: string, id: string): User {
  const list = LIST[kind];
  if (!list) return { ...user, department: id };
  return { ...user, [list]: [...new Set([...user[list], id])] };
}

/** Someone without what they are in. kind: "role", "group", "department" or "unit". */
export function taken(user: User, kind: string, id: string): User {
  const list = LIST[kind];
  if (!list) return user.department === id ? { ...user, department: undefined } : user;
  return { ...user, [list]: user[list].filter((each) => each !== id) };
}

function PeoplePick({
  label,
  within,
  chosen,
  onChange,
}: {
  label: string;
  within: string;
  chosen: User[];
  onChange: (users: User[]) => void;
}) {
  const [search, setSearch] = useState("");
  const found = usePeople(search, within, 1, 30).data?.items ?? [];
  const known = new Map([...chosen, ...found].map((user) => [user.id, user]));
  return (
    <label className="line">
      {label}
      <Select
        mode="multiple"
        aria-label={label}
        placeholder="People, by name"
        value={chosen.map((user) => user.id)}
        options={[...known.values()].map((user) => ({ value: user.id, label: user.name }))}
        showSearch={{ filterOption: false, onSearch: setSearch }}
        onChange={(ids: string[]) => onChange(ids.flatMap((each) => known.get(each) ?? []))}
      />
    </label>
  );
}
