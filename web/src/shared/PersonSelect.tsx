import { Select } from "antd";
import { useState } from "react";
import { usePeople } from "../api/queries";

type Props = {
  label: string;
  person: string;
  onPick: (person: string) => void;
  placeholder?: string;
  prefix?: string;
  small?: boolean;
  clearable?: boolean;
  /** Only people of this kind or membership, as the list of people narrows by it: "programs". */
  within?: string;
};

/** A person of the directory, found by name and kept by identifier. */
export function PersonSelect({
  label,
  person,
  onPick,
  placeholder = "A person",
  prefix,
  small,
  clearable,
  within = "",
}: Props) {
  const [search, setSearch] = useState("");
  const people = usePeople(search, within, 1, 30);
  const chosen = usePeople(person, "", 1, 3);
  const options = (people.data?.items ?? []).map((user) => ({ value: user.id, label: user.name }));
  const known = chosen.data?.items.find((user) => user.id === person);
  if (known && !options.some((option) => option.value === person))
    options.unshift({ value: known.id, label: known.name });
  return (
    <Select
      size={small ? "small" : undefined}
      allowClear={clearable}
      aria-label={label}
      placeholder={placeholder}
      style={{ minWidth: 150 }}
      value={person || undefined}
      options={options}
      popupMatchSelectWidth={false}
      prefix={person ? prefix : undefined}
      showSearch={{ filterOption: false, onSearch: setSearch }}
      onChange={(next?: string) => onPick(next ?? "")}
    />
  );
}
