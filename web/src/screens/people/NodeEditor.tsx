import { Input, Select } from "antd";
import { useState } from "react";
import { usePeople } from "../../api/queries";
import type { Directory, DirectoryEdit, DirectoryNode } from "../../api/types";
import { identifier } from "../../shared/identifier";
import { optionHolds } from "../../shared/optionHolds";
import { DirectoryEditing } from "./DirectoryEditing";
import { TakeOut } from "./TakeOut";
import { KINDS, type Kind } from "./kinds";
import { documentOf } from "./PersonEditor";
import { taken } from "./MembersEditor";

type Props = {
  kind: Kind;
  /** What is edited; without it, a new one is made. */
  node: DirectoryNode | undefined;
  directory: Directory;
  onClose: () => void;
  onDone: (within: string) => void;
};

/** People that are taken out at most together with what they are in. */
const MOST = 900;

/** A role, group, department or unit: its name, what it lies within, and its end. */
export function NodeEditor({ kind, node, directory, onClose, onDone }: Props) {
  const { list, one, nested } = KINDS[kind];
  const [name, setName] = useState(node?.name ?? "");
  const [above, setAbove] = useState(node?.above ?? []);
  const [goes, setGoes] = useState(false);
  const members = usePeople("", node ? `${kind}:${node.id}` : "", 1, 1000).data?.items ?? [];
  const taking = goes && node ? members.filter((user) => isIn(user, kind, node.id)) : [];
  const id =
    node?.id ??
    identifier(
      name,
      directory[list].map((each) => each.id),
      "-",
      kind,
    );
  const after = {
    id,
    name: name.trim(),
    ...(above.length > 0 ? (kind === "group" ? { within: above } : { parent: above[0] }) : {}),
  };
  const same = node && node.name === after.name && JSON.stringify(node.above) === JSON.stringify(above);
  const edits: DirectoryEdit[] = goes
    ? [
        ...taking.map((user): DirectoryEdit => ({
          list: "users",
          id: user.id,
          after: documentOf(taken(user, kind, id)),
        })),
        { list, id },
      ]
    : same || after.name === ""
      ? []
      : [{ list, id, after }];
  return (
    <DirectoryEditing
      title={node ? node.name : `A new ${one}`}
      edits={taking.length > MOST ? [] : edits}
      onClose={onClose}
      onKept={(kept) => onDone(goes ? "" : `${kind}:${kept.at(-1)?.id ?? id}`)}
    >
      <label className="line">
        Name of the {one}
        <Input
          value={name}
          maxLength={200}
          onChange={(event) => {
            setGoes(false);
            setName(event.target.value);
          }}
        />
      </label>
      {nested && (
        <label className="line">
          Parent
          <Select
            mode={kind === "group" ? "multiple" : undefined}
            allowClear
            aria-label="Parent"
            placeholder="none (top level)"
            value={kind === "group" ? above : above[0]}
            options={directory[list]
              .filter((each) => each.id !== node?.id)
              .map((each) => ({ value: each.id, label: each.name }))}
            showSearch={{ filterOption: optionHolds }}
            onChange={(ids: string[] | string | undefined) => {
              setGoes(false);
              setAbove(Array.isArray(ids) ? ids : ids ? [ids] : []);
            }}
          />
        </label>
      )}
      {goes && (
        <p>
          It will be removed from the directory
          {taking.length > 0 &&
            `, and ${taking.length} ${taking.length === 1 ? "person" : "people"} will lose it`}
          .{taking.length > MOST && " Too many members to remove at once. Remove some people first."}
        </p>
      )}
      {node && !goes && (
        <TakeOut
          what={`this ${one}`}
          description="You see the effect first. Edit any rules that name it before removing it."
          onConfirm={() => setGoes(true)}
        />
      )}
    </DirectoryEditing>
  );
}

/** Is someone in it by themselves, and not only through what lies below? */
function isIn(user: Parameters<typeof taken>[0], kind: Kind, id: string): boolean {
  return kind === "department" ? user.department === id : user[KINDS[kind].list as "roles"].includes(id);
}
