import { Input, Radio, Select } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { Catalogue, Field, FieldState, RecordType, RecordTypeDocument } from "../../api/types";
import { Dialog } from "../../shared/Dialog";
import { identifier } from "../../shared/identifier";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useStillHere } from "../../shared/useStillHere";
import { FieldListBox } from "./fields/FieldListBox";
import { readFieldList } from "./fields/fieldList";
import { documentOf } from "./typeDraft";

type Props = { catalogue: Catalogue; onMade: (id: string) => void; onClose: () => void };

/** What the fields of a new record type can start as, before any rule. */
const STARTS: { value: string; label: string; baseline?: FieldState }[] = [
  { value: "label", label: "As their sensitivity says: everyone can edit open fields" },
  { value: "read_only", label: "Read-only for everyone", baseline: { entry: "locked" } },
  {
    value: "hidden",
    label: "Hidden from everyone until a rule shows them",
    baseline: { visibility: "hidden" },
  },
];

/** A record type made by hand: its name, its first fields, and what they start as. The rest is done in the catalogue. */
export function NewRecordType({ catalogue, onMade, onClose }: Props) {
  const [name, setName] = useState("");
  const [plural, setPlural] = useState("");
  const [text, setText] = useState("");
  const [start, setStart] = useState("label");
  const [title, setTitle] = useState<string>();
  const stillHere = useStillHere();
  const making = api.useMutation("post", "/api/record-types", {
    onSuccess: (_done, { body }) => stillHere() && onMade(String(body.record_type.id)),
  });
  const kinds = catalogue.vocabulary.kinds;
  const label = catalogue.labels[0]?.id ?? "";
  const taken = catalogue.record_types.map((type) => type.id);
  const id = identifier(name, taken, "-", "record-type");
  const empty = { id, name: name.trim(), sections: [{ id: "main", name: "Main" }], fields: [] as Field[] };
  const listed = readFieldList(text, { kinds, type: empty, section: "main", label });
  const titles = listed.fields.filter((field) => ["text", "auto_number"].includes(field.kind));
  const titled = titles.find((field) => field.id === title) ?? titles[0];
  const save = () => {
    const baseline = STARTS.find((each) => each.value === start)?.baseline;
    const fields = listed.fields.length > 0 ? listed.fields : [firstField(label)];
    const type = {
      ...empty,
      ...(plural.trim() ? { plural: plural.trim() } : {}),
      ...(titled ? { title_field: titled.id } : {}),
      fields: fields.map((field) => (baseline ? { ...field, baseline } : field)),
    } as unknown as RecordType;
    making.mutate({ body: { record_type: documentOf(type) satisfies RecordTypeDocument } });
  };
  return (
    <Dialog
      open
      title="New record type"
      okText="Add to change set"
      okButtonProps={{
        disabled: name.trim() === "" || listed.faults.length > 0,
        loading: making.isPending,
      }}
      onOk={save}
      onCancel={onClose}
    >
      <div className="stack">
        <div className="in-two">
          <label className="line">
            Name, such as Study visit
            <Input value={name} maxLength={200} onChange={(event) => setName(event.target.value)} />
          </label>
          <label className="line">
            Plural
            <Input
              value={plural}
              maxLength={200}
              placeholder={name.trim() && `${name.trim()}s`}
              onChange={(event) => setPlural(event.target.value)}
            />
          </label>
        </div>
        <FieldListBox text={text} onText={setText} listed={listed} kinds={kinds} />
        {titles.length > 1 && (
          <label className="line">
            Title of a record
            <Select
              aria-label="Title of a record"
              value={titled?.id}
              options={titles.map((field) => ({ value: field.id, label: field.name }))}
              onChange={setTitle}
            />
          </label>
        )}
        <div className="stack" style={{ gap: 4 }}>
          <span id="starts">Before any rule, its fields are</span>
          <Radio.Group
            vertical
            aria-labelledby="starts"
            value={start}
            options={STARTS.map(({ value, label: words }) => ({ value, label: words }))}
            onChange={(event) => setStart(String(event.target.value))}
          />
        </div>
        {making.error ? <ProblemNotice error={making.error} title="The record type was not added" /> : null}
      </div>
    </Dialog>
  );
}

/** The field of a record type for which none are listed. */
const firstField = (label: string): Field => ({
  id: "title",
  name: "Title",
  kind: "text",
  section: "main",
  label,
  about: { sample: "", family: "text" },
});
