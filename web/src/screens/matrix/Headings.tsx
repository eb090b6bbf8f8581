import { Select } from "antd";
import type { KeptMatrix } from "../../api/types";
import { optionHolds } from "../../shared/optionHolds";

type Option = { value: string; label: string };
type Props = {
  title: string;
  headings: KeptMatrix["unknown_fields"];
  options: (Option | { label: string; options: Option[] })[];
  /** key: of what is meant; blank to leave the heading out. */
  onMean: (heading: string, key: string) => void;
};

/** Headings of a spreadsheet that are not known; what each means is picked, or it is left out. */
export function Headings({ title, headings, options, onMean }: Props) {
  if (headings.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <p className="soft">They are not compared unless you say what they mean.</p>
      <ul className="headings">
        {headings.map(({ text, place, proposals }) => (
          <li key={place}>
            <b>{text}</b> <span className="soft">{place}</span>
            <span className="row-flex">
              {proposals.slice(0, 2).map(({ key, name }) => (
                <button key={key} type="button" className="plain" onClick={() => onMean(text, key)}>
                  {name}?
                </button>
              ))}
              <Select
                aria-label={`${text} means`}
                placeholder="means …"
                showSearch={{ filterOption: optionHolds }}
                options={options}
                popupMatchSelectWidth={false}
                onChange={(key: string) => onMean(text, key)}
              />
              <button
                type="button"
                className="plain"
                aria-label={`Leave out ${text}`}
                onClick={() => onMean(text, "")}
              >
                Leave out
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
