import { Select } from "antd";
import { useState } from "react";
import { usePeople } from "../../api/queries";

/** Somebody whose form stands beside the first person's. */
export function BesidePick({ beside, onPick }: { beside: string; onPick: (person: string) => void }) {
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 30);
  const chosen = usePeople(beside, "", 1, 3);
  const options = (people.data?.items ?? []).map((user) => ({ value: user.id, label: user.name }));
  const known = chosen.data?.items.find((user) => user.id === beside);
  if (known && !options.some((option) => option.value === beside)) options.unshift({ value: known.id, label: known.name });
  return (
    <Select size="small" allowClear aria-label="Beside" placeholder="beside nobody" style={{ width: 160 }} value={beside || undefined} options={options} popupMatchSelectWidth={false}
      prefix={beside ? "beside" : undefined} showSearch={{ filterOption: false, onSearch: setSearch }} onChange={(person?: string) => onPick(person ?? "")} />
  );
}
