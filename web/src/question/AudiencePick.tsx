import { Button, Popover, Select } from "antd";
import { useState } from "react";
import { useDirectory, usePeople } from "../api/queries";
import { audienceOptions } from "../shared/audiences";
import { optionHolds } from "../shared/optionHolds";

type Props = { purpose: keyof typeof PURPOSES; chosen: string[]; onChange: (audiences: string[]) => void };

const PURPOSES = {
  columns: {
    label: "Columns",
    title: "Columns of the map",
    none: "each role",
    note: "A column for a role, group, department or unit shows a user with only that membership.",
  },
  whom: {
    label: "For",
    title: "For whom",
    none: "anyone",
    note: "Findings whose rules affect any of these.",
  },
};

/** Roles, groups, departments, units and single people of the reader's choice: the columns of the map, or those asked about. */
export function AudiencePick({ purpose, chosen, onChange }: Props) {
  const { label, title, none, note } = PURPOSES[purpose];
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState("");
  const directory = useDirectory();
  const people = usePeople(search, "", 1, 30);
  const options = audienceOptions(directory.data, people.data?.items ?? []);
  const names = new Map(
    options.flatMap((group) => group.options).map((option) => [option.value, option.label]),
  );
  const first = chosen[0];
  const words =
    first === undefined
      ? none
      : chosen.length === 1
        ? (names.get(first) ?? first.split(":")[1])
        : `${chosen.length} audiences`;
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      trigger="click"
      placement="bottomLeft"
      content={
        <div className="stack" style={{ width: 420 }}>
          <Select
            mode="multiple"
            aria-label={title}
            placeholder={capital(none)}
            value={chosen}
            options={options}
            onChange={onChange}
            maxCount={60}
            showSearch={{
              onSearch: setSearch,
              filterOption: optionHolds,
            }}
          />
          <div className="row-flex">
            <Button size="small" onClick={() => onChange([])}>
              {capital(none)}
            </Button>
            {purpose === "columns" && (
              <Button
                size="small"
                onClick={() => onChange((directory.data?.groups ?? []).map((group) => `group:${group.id}`))}
              >
                Each group
              </Button>
            )}
            {purpose === "columns" && (
              <Button
                size="small"
                onClick={() =>
                  onChange([
                    "everyone:",
                    ...(directory.data?.departments ?? []).map((node) => `department:${node.id}`),
                  ])
                }
              >
                Each department
              </Button>
            )}
          </div>
          <span className="soft">{note}</span>
        </div>
      }
    >
      <button type="button" className="pick" aria-label={`${label}: ${words}`}>
        {words}
      </button>
    </Popover>
  );
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
