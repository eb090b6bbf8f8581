import { Select } from "antd";
import type { components } from "../api/schema.gen";

export type CsvWritten = components["schemas"]["ReadAs"];

const SEPARATORS: { value: CsvWritten["separator"]; label: string }[] = [
  { value: "comma", label: "commas" },
  { value: "semicolon", label: "semicolons" },
  { value: "tab", label: "tabs" },
];
const ENCODINGS: CsvWritten["encoding"][] = ["UTF-8", "UTF-16LE", "UTF-16BE", "Windows-1252"];

/** How a CSV was read: found out from the file, and changed here where that went wrong. */
export function ReadAs({ as, onChange }: { as: CsvWritten; onChange: (as: CsvWritten) => void }) {
  return (
    <span className="row-flex read-as">
      Columns separated by
      <Select
        aria-label="Separator"
        value={as.separator}
        options={SEPARATORS}
        onChange={(separator) => onChange({ ...as, separator })}
      />
      in
      <Select
        aria-label="Encoding"
        value={as.encoding}
        options={ENCODINGS.map((value) => ({ value, label: value }))}
        popupMatchSelectWidth={false}
        onChange={(encoding) => onChange({ ...as, encoding })}
      />
    </span>
  );
}
