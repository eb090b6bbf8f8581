import { Select } from "antd";
import { optionHolds } from "../shared/optionHolds";

type Option = { value: string; label: string; hint?: string };

type Props = {
  label: string;
  value: string;
  options: Option[];
  onPick: (value: string) => void;
  onSearch?: (text: string) => void;
};

/** One part of the question, changed where it stands in the sentence. */
export function Pick({ label, value, options, onPick, onSearch }: Props) {
  const known = options.some((option) => option.value === value);
  return (
    <Select
      className="pick"
      variant="borderless"
      aria-label={label}
      value={value}
      popupMatchSelectWidth={false}
      suffix={null}
      showSearch={{
        filterOption: onSearch ? false : optionHolds,
        onSearch,
      }}
      options={known ? options : [{ value, label: value }, ...options]}
      optionRender={(option) => (
        <span>
          {option.label}
          {option.data.hint && <span className="tag"> {option.data.hint}</span>}
        </span>
      )}
      onChange={onPick}
    />
  );
}
