import { Select } from "antd";
import { useState, type KeyboardEvent } from "react";
import type { DirectoryNode } from "../../api/types";
import { identifier } from "../../shared/identifier";
import { optionHolds } from "../../shared/optionHolds";

export type NewRole = { id: string; name: string };

type Props = {
  chosen: string[];
  roles: DirectoryNode[];
  /** Roles that are made in passing, together with the person. */
  made: NewRole[];
  onChange: (chosen: string[], made: NewRole[]) => void;
};

/** The roles of a person; one that doesn't exist yet is made by typing its name. */
export function RolesPick({ chosen, roles, made, onChange }: Props) {
  const [typed, setTyped] = useState("");
  const options = [...roles, ...made].map((role) => ({ value: role.id, label: role.name }));
  const name = typed.trim();
  const none = name !== "" && !options.some((option) => optionHolds(typed, option));
  const add = () => {
    const role = {
      id: identifier(
        name,
        options.map((option) => option.value),
        "-",
        "role",
      ),
      name,
    };
    setTyped("");
    onChange([...chosen, role.id], [...made, role]);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "Enter" || !none) return;
    event.preventDefault();
    event.stopPropagation();
    add();
  };
  return (
    <label className="line">
      Roles
      <Select
        mode="multiple"
        aria-label="Roles"
        value={chosen}
        options={options}
        showSearch={{ filterOption: optionHolds, searchValue: typed, onSearch: setTyped }}
        onInputKeyDown={onKeyDown}
        notFoundContent={
          none ? (
            <button type="button" className="plain" onClick={add}>
              Add the role “{name}”
            </button>
          ) : undefined
        }
        onChange={(ids: string[]) => {
          setTyped("");
          onChange(
            ids,
            made.filter((role) => ids.includes(role.id)),
          );
        }}
      />
    </label>
  );
}
