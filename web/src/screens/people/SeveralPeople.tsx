import { Checkbox, Input } from "antd";
import { useState } from "react";
import type { Directory } from "../../api/types";
import { DirectoryEditing } from "./DirectoryEditing";
import { readPeopleList } from "./peopleList";

/** Several people made at once, from a list that is typed or pasted. */
export function SeveralPeople({ directory, onClose }: { directory: Directory; onClose: () => void }) {
  const [text, setText] = useState("");
  const [roles, setRoles] = useState(false);
  const { edits, told, faults } = readPeopleList(text, directory, roles);
  return (
    <DirectoryEditing title="Add people" edits={faults.length > 0 ? [] : edits} onClose={onClose}>
      <label className="line">
        People, one per line: name, e-mail, role
        <Input.TextArea
          autoFocus
          value={text}
          autoSize={{ minRows: 6, maxRows: 16 }}
          maxLength={100_000}
          placeholder={"Asha Brandt, asha@example.org, Courier\nZdeněk Trelawney, Registrar"}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <Checkbox checked={roles} onChange={(event) => setRoles(event.target.checked)}>
        add roles that don’t exist yet
      </Checkbox>
      {faults.length > 0 && (
        <div role="alert" className="mark-verm">
          {faults.slice(0, 3).join(". ")}.
        </div>
      )}
      {told.length > 0 && (
        <div role="status" className="soft">
          {told.slice(0, 12).map((line) => (
            <div key={line}>{line}</div>
          ))}
          {told.length > 12 && `and ${told.length - 12} more`}
        </div>
      )}
    </DirectoryEditing>
  );
}
