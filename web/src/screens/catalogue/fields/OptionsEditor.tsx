import { Input } from "antd";
import { useState } from "react";
import type { Field } from "../../../api/types";
import { identifier } from "../../../shared/identifier";
import { swapped } from "../swapped";

type Option = NonNullable<Field["options"]>[number];

/** The options of a choice field: named, moved, added, retired; one that no record holds may go altogether. */
export function OptionsEditor({
  options,
  onChange,
}: {
  options: Option[];
  onChange: (options: Option[]) => void;
}) {
  const set = (option: Option, next: Option) =>
    onChange(options.map((each) => (each === option ? next : each)));
  return (
    <div className="stack" style={{ gap: 3 }}>
      {options.map((option, index) => (
        <div className="row-flex" key={option.id} style={{ flexWrap: "nowrap", gap: 8 }}>
          <Input
            aria-label={`Option ${option.name}`}
            value={option.name}
            maxLength={200}
            status={option.retired ? "warning" : undefined}
            onChange={(event) => set(option, { ...option, name: event.target.value })}
          />
          <button
            type="button"
            className="plain"
            disabled={index === 0}
            aria-label={`Move option ${option.name} up`}
            onClick={() => onChange(swapped(options, index, -1))}
          >
            up
          </button>
          <button
            type="button"
            className="plain"
            aria-label={`${option.retired ? "Restore" : "Retire"} option ${option.name}`}
            onClick={() => {
              const { retired, ...rest } = option;
              set(option, retired ? rest : { ...rest, retired: true });
            }}
          >
            {option.retired ? "restore" : "retire"}
          </button>
          <button
            type="button"
            className="plain"
            disabled={options.length === 1}
            aria-label={`Remove option ${option.name}`}
            onClick={() => onChange(options.filter((each) => each !== option))}
          >
            remove
          </button>
        </div>
      ))}
      <AddOption
        onAdd={(name) =>
          onChange([
            ...options,
            {
              id: identifier(
                name,
                options.map((each) => each.id),
                "-",
                "option",
              ),
              name,
            },
          ])
        }
      />
      {options.some((option) => option.retired) && (
        <span className="soft">
          A retired option stays on records that use it, but can’t be chosen again.
        </span>
      )}
    </div>
  );
}

function AddOption({ onAdd }: { onAdd: (name: string) => void }) {
  const [name, setName] = useState("");
  return (
    <Input
      aria-label="Add an option"
      placeholder="Add an option, and press Enter"
      maxLength={200}
      value={name}
      onChange={(event) => setName(event.target.value)}
      onPressEnter={() => {
        if (name.trim() === "") return;
        onAdd(name.trim());
        setName("");
      }}
    />
  );
}
