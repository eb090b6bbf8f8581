import { keepPreviousData } from "@tanstack/react-query";
import { AutoComplete } from "antd";
import { api } from "../api/client";
import type { FormField } from "../api/types";

type Props = {
  field: FormField;
  value: string;
  label: object;
  placeholder?: string;
  onPick: (number: string) => void;
};

/** A record that another refers to: found by number or by what may be seen of it, or typed by its number. */
export function ReferenceInput({ field, value, label, placeholder, onPick }: Props) {
  const found = api.useQuery(
    "get",
    "/api/records/{type}/choices",
    { params: { path: { type: field.refers_to ?? "" }, query: { search: value } } },
    { enabled: Boolean(field.refers_to), placeholderData: keepPreviousData, retry: false },
  );
  const options = (found.data?.items ?? []).map((item) => ({
    value: item.number,
    label: (
      <>
        <span className="mono">{item.number}</span> {item.words}
      </>
    ),
  }));
  return (
    <AutoComplete
      {...label}
      allowClear
      value={value}
      options={options}
      style={{ maxWidth: 300 }}
      placeholder={placeholder ?? "number or name"}
      popupMatchSelectWidth={320}
      defaultActiveFirstOption={false}
      onChange={(next?: string) => onPick(next ?? "")}
    />
  );
}
