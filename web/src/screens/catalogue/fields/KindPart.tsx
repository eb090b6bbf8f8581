import { Input, InputNumber, Select } from "antd";
import type { Catalogue, Field, RecordType } from "../../../api/types";
import { kindHolds } from "./fieldList";
import { FormulaInput } from "./FormulaInput";
import { asKind } from "./kinds";
import { OptionsEditor } from "./OptionsEditor";
import { localWords } from "../../../shared/localWords";

type Props = {
  field: Field;
  type: RecordType;
  catalogue: Catalogue;
  set: (part: Partial<Field>) => void;
  replace: (field: Field) => void;
};

/** The kind of a field, found by typing any word for it, and what only that kind has. */
export function KindPart({ field, type, catalogue, set, replace }: Props) {
  const kinds = catalogue.vocabulary.kinds;
  const takes = kinds.find((kind) => kind.name === field.kind)?.takes ?? [];
  return (
    <>
      <Select
        aria-label="Kind"
        value={field.kind}
        popupMatchSelectWidth={false}
        showSearch={{
          filterOption: (typed, option) => {
            const kind = kinds.find((each) => each.name === option?.value);
            return kind !== undefined && kindHolds(typed, kind);
          },
        }}
        options={kinds.map((kind) => ({ value: kind.name, label: kind.title, example: kind.example }))}
        optionRender={(option) => (
          <>
            {option.label} <span className="soft">{localWords(option.data.example)}</span>
          </>
        )}
        onChange={(name: string) => {
          const kind = kinds.find((each) => each.name === name);
          if (kind) replace(asKind(field, kind, type));
        }}
      />
      {takes.includes("options") && (
        <OptionsEditor options={field.options ?? []} onChange={(options) => set({ options })} />
      )}
      {takes.includes("numbering") && (
        <Input
          aria-label="Number pattern, such as LN-####"
          value={field.numbering}
          maxLength={40}
          onChange={(event) => replace({ ...field, numbering: event.target.value })}
        />
      )}
      {takes.includes("refers_to") && (
        <Select
          aria-label="Refers to"
          value={field.refers_to}
          options={catalogue.record_types.map((each) => ({ value: each.id, label: each.name }))}
          onChange={(refers_to: string) => set({ refers_to })}
        />
      )}
      {takes.includes("formula") && <FormulaInput field={field} type={type} set={replace} />}
      {takes.includes("max_length") && (
        <label className="row-flex">
          at most
          <InputNumber
            aria-label="Maximum length, in characters"
            min={1}
            max={1_000_000}
            precision={0}
            placeholder="10000"
            value={field.max_length}
            onChange={(length) => set({ max_length: length ?? undefined })}
          />
          characters
        </label>
      )}
    </>
  );
}
