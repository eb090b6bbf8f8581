import { Checkbox, Input, Select } from "antd";
import { useState } from "react";
import type { Directory, DirectoryEdit, DirectoryNode, User } from "../../api/types";
import { optionHolds } from "../../shared/optionHolds";
import { useAccount } from "../../shell/account";
import { DirectoryEditing } from "./DirectoryEditing";
import { personIdentifier } from "./peopleList";
import { RolesPick, type NewRole } from "./RolesPick";
import { TakeOut } from "./TakeOut";
import { signInOf, WithSignIn, type TypedSignIn } from "./WithSignIn";

const LISTS = [
  ["groups", "Groups"],
  ["units", "Units"],
] as const;

/** One person: what they are called and what they are in. Without a person, a new one is made. */
export function PersonEditor({
  user,
  directory,
  onClose,
  onlyTold,
}: {
  user: User | undefined;
  directory: Directory;
  onClose: () => void;
  /** Told only, and never kept. */
  onlyTold?: boolean;
}) {
  const [person, setPerson] = useState<User>(
    user ?? { id: "", name: "", roles: [], groups: [], units: [], attributes: {} },
  );
  const [leaves, setLeaves] = useState(false);
  const [newRoles, setNewRoles] = useState<NewRole[]>([]);
  const [signIn, setSignIn] = useState<TypedSignIn>();
  const { may } = useAccount();
  const set = (part: Partial<User>) => {
    setLeaves(false);
    setPerson({ ...person, ...part });
  };
  // The identifier of a new person follows the name until it is set by hand.
  const rename = (name: string) =>
    set({
      name,
      ...(!user && person.id === followed(person.name) ? { id: followed(name) } : {}),
    });
  const named = (nodes: DirectoryNode[]) => nodes.map((node) => ({ value: node.id, label: node.name }));
  const same = user && JSON.stringify(user) === JSON.stringify(person);
  const complete = person.id.trim() !== "" && person.name.trim() !== "";
  const edits: DirectoryEdit[] = leaves
    ? [{ list: "users", id: person.id }]
    : same || !complete
      ? []
      : [
          ...newRoles.map((role): DirectoryEdit => ({ list: "roles", id: role.id, new: true, after: role })),
          { list: "users", id: person.id, ...(user ? {} : { new: true }), after: documentOf(person) },
        ];
  return (
    <DirectoryEditing
      title={onlyTold ? `Try changes to ${person.name}` : user ? user.name : "New person"}
      edits={edits}
      onClose={onClose}
      onlyTold={onlyTold}
      signIn={signInOf(signIn, person)}
    >
      <label className="line">
        Name
        <Input
          autoFocus={!user}
          value={person.name}
          maxLength={200}
          onChange={(event) => rename(event.target.value)}
        />
      </label>
      {!user && (
        <label className="line">
          Identifier, such as name.surname
          <Input value={person.id} maxLength={100} onChange={(event) => set({ id: event.target.value })} />
        </label>
      )}
      <label className="line">
        E-mail
        <Input
          value={person.email ?? ""}
          maxLength={200}
          onChange={(event) => set({ email: event.target.value || undefined })}
        />
      </label>
      <Checkbox
        checked={person.program ?? false}
        onChange={(event) => set({ program: event.target.checked || undefined })}
      >
        A program or automation, not a person
      </Checkbox>
      <RolesPick
        chosen={person.roles}
        roles={directory.roles}
        made={newRoles}
        onChange={(roles, made) => {
          set({ roles });
          setNewRoles(made);
        }}
      />
      {LISTS.map(([list, label]) => (
        <label className="line" key={list}>
          {label}
          <Select
            mode="multiple"
            aria-label={label}
            value={person[list]}
            options={named(directory[list])}
            showSearch={{ filterOption: optionHolds }}
            onChange={(ids: string[]) => set({ [list]: ids })}
          />
        </label>
      ))}
      <label className="line">
        Department
        <Select
          allowClear
          aria-label="Department"
          value={person.department}
          options={named(directory.departments)}
          showSearch={{ filterOption: optionHolds }}
          onChange={(id?: string) => set({ department: id })}
        />
      </label>
      {!user && !onlyTold && !person.program && may("accounts") && (
        <WithSignIn typed={signIn} person={person.id} onChange={setSignIn} />
      )}
      {leaves && <p>This person will be removed from the directory.</p>}
      {user && !leaves && !onlyTold && (
        <TakeOut
          what="this person"
          description="You see the effect first."
          onConfirm={() => setLeaves(true)}
        />
      )}
    </DirectoryEditing>
  );
}

/** The identifier that follows from a name; none from no name. */
const followed = (name: string): string => (name.trim() === "" ? "" : personIdentifier(name, []));

/** A person as the directory document has them: without what says nothing. */
export function documentOf(person: User): Record<string, unknown> {
  const { attributes, ...rest } = person;
  const document: Record<string, unknown> = {
    ...rest,
    ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
  };
  return Object.fromEntries(
    Object.entries(document).filter(([, value]) => value !== undefined && value !== ""),
  );
}
