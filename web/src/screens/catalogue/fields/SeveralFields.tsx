import { useState } from "react";
import type { Catalogue, RecordType } from "../../../api/types";
import { Dialog } from "../../../shared/Dialog";
import { counted } from "../../../shared/counted";
import { FieldListBox } from "./FieldListBox";
import { readFieldList } from "./fieldList";
import { sharedBaseline } from "./kinds";

type Props = {
  type: RecordType;
  section: RecordType["sections"][number];
  catalogue: Catalogue;
  onChange: (type: RecordType) => void;
  onClose: () => void;
};

/** Adds a list of fields, typed or pasted, to a section. */
export function SeveralFields({ type, section, catalogue, onChange, onClose }: Props) {
  const [text, setText] = useState("");
  const kinds = catalogue.vocabulary.kinds;
  const label = catalogue.labels[0]?.id ?? "";
  const listed = readFieldList(text, { kinds, type, section: section.id, label });
  const baseline = sharedBaseline(type);
  const add = () => {
    const added = listed.fields.map((field) => (baseline ? { ...field, baseline } : field));
    onChange({ ...type, fields: [...type.fields, ...added] });
    onClose();
  };
  return (
    <Dialog
      open
      title={`Add fields to ${section.name}`}
      okText={listed.fields.length > 0 ? `Add ${counted(listed.fields.length, "field")}` : "Add"}
      okButtonProps={{ disabled: listed.fields.length === 0 || listed.faults.length > 0 }}
      onOk={add}
      onCancel={onClose}
    >
      <FieldListBox text={text} onText={setText} listed={listed} kinds={kinds} />
    </Dialog>
  );
}
