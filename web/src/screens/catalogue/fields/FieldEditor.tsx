import { Input, Select } from "antd";
import { Link } from "react-router";
import type { Catalogue, Field, RecordType } from "../../../api/types";
import { evidenceOf } from "../../../question/evidenceOf";
import { useQuestionSearch } from "../../../question/useQuestion";
import { withPart } from "../../../question/withPart";
import { StatePick } from "../StatePick";
import { FieldPart } from "./FieldPart";
import { KindPart } from "./KindPart";
import { NamePart } from "./NamePart";
import { PlacePart } from "./PlacePart";
import { withoutField } from "./withoutField";
import { useBroughtToSight } from "../../../shared/useBroughtToSight";

type Props = {
  field: Field;
  /** Is it already in the change set? Then it can be retired. */
  known: boolean;
  /** Is it in force? Then its identifier stays. */
  published: boolean;
  type: RecordType;
  catalogue: Catalogue;
  onChange: (type: RecordType) => void;
  onClose: () => void;
  /** Called when the field has another identifier. */
  onIdentifier: (id: string) => void;
  /** Makes the next field in the same section. */
  onNext: () => void;
};

/** One field of a record type, part by part. What that does is told where the whole edit is kept. */
export function FieldEditor(props: Props) {
  const { field, known, published, type, catalogue, onChange, onClose } = props;
  const search = useQuestionSearch();
  const panel = useBroughtToSight<HTMLElement>(field.id);
  const replace = (next: Field) =>
    onChange({ ...type, fields: type.fields.map((each) => (each === field ? next : each)) });
  const set = (part: Partial<Field>) =>
    replace(
      Object.fromEntries(
        (Object.entries({ ...field, ...part }) as [string, unknown][]).filter(
          ([, value]) => value !== undefined && value !== "",
        ),
      ) as Field,
    );
  const drop = () => {
    onChange(withoutField(type, field));
    onClose();
  };
  return (
    <aside className="side" aria-label={`Field ${field.name}`} ref={panel}>
      <div className="editor">
        <div className="head">
          <h2>{field.name || "A field"}</h2>
          <span className="push">
            {published && <Link to={evidenceOf(field.id, withPart(search, "type", type.id))}>Evidence</Link>}
            <button type="button" className="plain" onClick={onClose}>
              Close
            </button>
          </span>
        </div>
        <FieldPart word="Name">
          <NamePart {...props} />
        </FieldPart>
        <FieldPart word="Kind">
          <KindPart {...{ field, type, catalogue }} set={set} replace={replace} />
        </FieldPart>
        <FieldPart word="Stands">
          <PlacePart {...{ field, type, onChange }} set={set} />
        </FieldPart>
        <FieldPart word="Sensitivity">
          <Select
            aria-label="Sensitivity"
            value={field.label}
            options={catalogue.labels.map((label) => ({ value: label.id, label: label.name }))}
            onChange={(label: string) => set({ label })}
          />
        </FieldPart>
        <FieldPart word="Starts as">
          <StatePick
            label="Starts as"
            state={field.baseline}
            vocabulary={catalogue.vocabulary}
            onChange={(baseline) => set({ baseline })}
          />
        </FieldPart>
        <FieldPart word="Help">
          <Input.TextArea
            aria-label="Help text"
            autoSize={{ minRows: 2, maxRows: 6 }}
            value={field.help ?? ""}
            maxLength={4000}
            onChange={(event) => set({ help: event.target.value })}
          />
        </FieldPart>
        <p className="row-flex">
          {known && (
            <button
              type="button"
              className="plain"
              onClick={() => set({ retired: field.retired ? undefined : true })}
            >
              {field.retired ? "Restore" : "Retire"}
            </button>
          )}
          {type.fields.length > 1 && (
            <button type="button" className="plain" onClick={drop}>
              Remove
            </button>
          )}
        </p>
        <p className="soft">
          {field.retired
            ? "Retired: it is on no form, in no list and in no rule. Stored values remain."
            : "A retired field keeps its stored values, but no one sees it. You can remove a field only if no rule names it."}
        </p>
      </div>
    </aside>
  );
}
