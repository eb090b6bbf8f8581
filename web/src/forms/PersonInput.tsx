import { keepPreviousData } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import { api } from "../api/client";
import type { FormField, Named } from "../api/types";

/** Whom to choose from: everyone in the directory, or those whom a record of a type may name. */
export type PeopleFrom = { recordType?: string };

type Props = {
  field: FormField;
  value: string;
  label: object;
  from: PeopleFrom;
  placeholder?: string;
  onPick: (person: string | null) => void;
};

/** A person of the directory, found by name. */
export function PersonInput({ field, value, label, from, placeholder, onPick }: Props) {
  const [search, setSearch] = useState("");
  const [picked, setPicked] = useState<Named | null>(null);
  const people = useNamed(search, from);
  const options = people.map((person) => ({ value: person.id, label: person.name }));
  // The one chosen keeps a name, also when the list does not hold it.
  const own = picked?.id === value ? picked.name : (field.words ?? value);
  if (value && !options.some((option) => option.value === value)) options.unshift({ value, label: own });
  const pick = (person?: string) => {
    const found = options.find((option) => option.value === person);
    setPicked(found ? { id: found.value, name: found.label } : null);
    onPick(person ?? null);
  };
  return (
    <Select
      {...label}
      allowClear
      showSearch={{ filterOption: false, onSearch: setSearch }}
      value={value || undefined}
      style={{ maxWidth: 300 }}
      placeholder={placeholder ?? "no one"}
      options={options}
      onChange={pick}
      onKeyDown={(event) => {
        if (event.key === "Delete" && search === "") pick();
      }}
    />
  );
}

/** People whose name holds the text. */
function useNamed(search: string, { recordType }: PeopleFrom): Named[] {
  const everybody = api.useQuery(
    "get",
    "/api/people",
    { params: { query: { search, per_page: 50 } } },
    { enabled: recordType === undefined, placeholderData: keepPreviousData },
  );
  const forRecords = api.useQuery(
    "get",
    "/api/records/{type}/people",
    { params: { path: { type: recordType ?? "" }, query: { search } } },
    { enabled: recordType !== undefined, placeholderData: keepPreviousData },
  );
  return (recordType === undefined ? everybody.data?.items : forRecords.data?.items) ?? [];
}
