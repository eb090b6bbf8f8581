import { AutoComplete, Input } from "antd";
import { useCatalogue, useDirectory, usePeople } from "../../api/queries";
import { reachable, type Reaching } from "./reaching";
import type { PolicyState } from "../../api/queries";

type Props = {
  state: PolicyState;
  text: string;
  onText: (text: string) => void;
  onReaching: (reaching: Reaching) => void;
};

/** Options shown at most, of each kind. */
const SHOWN = 6;

/** Finds rules by their words while one types, and by what they reach once it is picked from the list. */
export function FindInRules({ state, text, onText, onReaching }: Props) {
  const catalogue = useCatalogue(state);
  const directory = useDirectory();
  const wanted = text.trim().toLowerCase();
  const people = usePeople(wanted, "", 1, SHOWN);
  const groups =
    catalogue.data && wanted
      ? reachable(catalogue.data, directory.data, people.data?.items ?? [], wanted).flatMap((group) => {
          const options = group.options.filter((option) => option.label.toLowerCase().includes(wanted));
          return options.length > 0 ? [{ ...group, options: options.slice(0, SHOWN) }] : [];
        })
      : [];
  const options = groups.map((group) => ({ ...group, label: <span>{group.label}: rules that reach</span> }));
  return (
    <AutoComplete
      value={text}
      options={options}
      popupMatchSelectWidth={320}
      defaultActiveFirstOption={false}
      onChange={(next: string) => onText(next.includes(":") && isKey(next) ? text : next)}
      onSelect={(key: string) => {
        onReaching(key);
        onText("");
      }}
    >
      <Input allowClear placeholder="Find in rules" aria-label="Find in rules" style={{ width: 190 }} />
    </AutoComplete>
  );

  /** Is it an option that was picked, and not something typed? */
  function isKey(value: string): boolean {
    return groups.some((group) => group.options.some((option) => option.value === value));
  }
}
