import { Input } from "antd";
import type { Vocabulary } from "../../../api/types";
import { counted } from "../../../shared/counted";
import type { Listed } from "./fieldList";

type Props = {
  text: string;
  onText: (text: string) => void;
  listed: Listed;
  kinds: Vocabulary["kinds"];
};

/** A box for a list of fields, and what is read of it. */
export function FieldListBox({ text, onText, listed, kinds }: Props) {
  const { fields, faults } = listed;
  return (
    <div className="stack" style={{ gap: 4 }}>
      <label className="line">
        Fields, one per line: name, kind
        <Input.TextArea
          value={text}
          autoSize={{ minRows: 6, maxRows: 14 }}
          maxLength={60_000}
          placeholder={"Borrower\nLoan value, money\nCondition, choice, Good | Fair | Poor"}
          onChange={(event) => onText(event.target.value)}
        />
      </label>
      {fields.length > 0 && (
        <p className="soft" role="status" style={{ margin: 0 }}>
          {counted(fields.length, "field")}:{" "}
          {fields
            .slice(0, 12)
            .map((field) => `${field.name} (${kinds.find((kind) => kind.name === field.kind)?.title})`)
            .join(", ")}
          {fields.length > 12 && ` and ${fields.length - 12} more`}
        </p>
      )}
      {faults.length > 0 && (
        <div role="alert" className="mark-verm">
          {faults.slice(0, 3).join(". ")}. Kinds are {kinds.map((kind) => kind.title).join(", ")}.
        </div>
      )}
    </div>
  );
}
