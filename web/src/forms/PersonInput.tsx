import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import { ask, query } from "../api/client";
import type { FormField, Named } from "../api/types";

type Props = { field: FormField; value: string; label: object; from: string; placeholder?: string; onPick: (person: string | null) => void };

/** A person of the directory, found by name. from: the address that gives names, such as "/api/people". */
export function PersonInput({ field, value, label, from, placeholder, onPick }: Props) {
  const [search, setSearch] = useState("");
  const [picked, setPicked] = useState<Named | null>(null);
  const people = useQuery({
    queryKey: ["people to pick", from, search],
    queryFn: () => ask<{ items: Named[] }>(`${from}${query({ search, ...(from === "/api/people" ? { per_page: 50 } : {}) })}`),
    placeholderData: keepPreviousData,
  });
  const options = (people.data?.items ?? []).map((person) => ({ value: person.id, label: person.name }));
  // The one chosen keeps a name, also when the list does not hold it.
  const own = picked?.id === value ? picked.name : (field.words ?? value);
  if (value && !options.some((option) => option.value === value)) options.unshift({ value, label: own });
  return (
    <Select {...label} allowClear showSearch={{ filterOption: false, onSearch: setSearch }} value={value || undefined} style={{ maxWidth: 300 }} placeholder={placeholder ?? "nobody"} options={options}
      onChange={(person?: string) => {
        const found = options.find((option) => option.value === person);
        setPicked(found ? { id: found.value, name: found.label } : null);
        onPick(person ?? null);
      }} />
  );
}
