import { Button, Popover, Select } from "antd";
import { useState } from "react";
import { useDirectory, usePeople } from "../api/queries";
import { audienceOptions } from "../shared/audiences";

type Props = { chosen: string[]; onChange: (audiences: string[]) => void };

/** The columns of the map: each role, or roles, groups, departments, units and single people of the reader's choice. */
export function AudiencePick({ chosen, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState("");
  const directory = useDirectory();
  const people = usePeople(search, "", 1, 30);
  const options = audienceOptions(directory.data, people.data?.items ?? []);
  const names = new Map(options.flatMap((group) => group.options).map((option) => [option.value, option.label]));
  const first = chosen[0];
  const words = first === undefined ? "each role" : chosen.length === 1 ? (names.get(first) ?? first.split(":")[1]) : `${chosen.length} audiences`;
  return (
    <Popover
      open={open} onOpenChange={setOpen} trigger="click" placement="bottomLeft"
      content={
        <div className="stack" style={{ width: 420 }}>
          <Select
            mode="multiple" aria-label="Columns of the map" placeholder="Each role" value={chosen} options={options} onChange={onChange} maxCount={60}
            showSearch={{ onSearch: setSearch, filterOption: (text, option) => String(option?.label ?? "").toLowerCase().includes(text.toLowerCase()) }}
          />
          <div className="row-flex">
            <Button size="small" onClick={() => onChange([])}>Each role</Button>
            <Button size="small" onClick={() => onChange((directory.data?.groups ?? []).map((group) => `group:${group.id}`))}>Each group</Button>
            <Button size="small" onClick={() => onChange(["everyone:", ...(directory.data?.departments ?? []).map((node) => `department:${node.id}`)])}>Each department</Button>
          </div>
          <span className="soft">A column for a role, group, department or unit stands for somebody who is that and nothing else.</span>
        </div>
      }>
      <button type="button" className="pick" aria-label={`Columns: ${words}`}>{words}</button>
    </Popover>
  );
}
