import type { Entered, FieldValue, Form, FormField } from "../api/types";
import { Glyph } from "../ink/Glyph";
import { FieldInput } from "./FieldInput";

type Props = {
  form: Form;
  entered: Entered;
  onEnter: (field: string, value: FieldValue) => void;
  /** The address that gives the names of people to choose from. */
  peopleFrom: string;
  faults: Record<string, string>;
  /** Rehearsal only: whose form it is, to say where hidden fields would stand. */
  ghostsFor?: string;
  /** Rehearsal only: opens the reasoning of a field. */
  onWhy?: (field: string) => void;
};

/** A decided form. What can't be typed in looks it, and is no tab stop; what is hidden leaves no gap. */
export function RecordForm({ form, entered, onEnter, peopleFrom, faults, ghostsFor, onWhy }: Props) {
  const sections = form.sections.map((section) => ({ ...section, fields: section.fields.filter((field) => field.level !== "hidden" || ghostsFor) }));
  return (
    <>
      {sections.filter((section) => section.fields.length > 0).map((section) => (
        <section key={section.id} aria-label={section.name}>
          <h3 className="form-section">{section.name}</h3>
          {section.fields.map((field) => (
            <div key={field.id} className={`form-row ${field.level === "required" || field.required ? "required" : ""} ${faults[field.id] ? "refused" : ""} ${onWhy ? "" : "plain-form"}`} data-field={field.id} data-level={field.level}>
              {onWhy && <Glyph cell={field.level} small />}
              <span className="label" id={`label-${field.id}`}>{field.name}{field.required && <span className="need"> required</span>}</span>
              <div className="value"><Value field={field} entered={entered} onEnter={onEnter} peopleFrom={peopleFrom} ghostsFor={ghostsFor} /></div>
              {onWhy ? <button type="button" className="why" aria-label={`Why is ${field.name} so?`} onClick={() => onWhy(field.id)}>why</button> : <span />}
              {faults[field.id] && <div className="field-fault" role="alert">{faults[field.id]}</div>}
            </div>
          ))}
        </section>
      ))}
      {sections.every((section) => section.fields.length === 0) && <div className="empty">Nothing on this form may be seen.</div>}
    </>
  );
}

function Value({ field, entered, onEnter, peopleFrom, ghostsFor }: { field: FormField; entered: Entered; onEnter: Props["onEnter"]; peopleFrom: string; ghostsFor?: string }) {
  const labelled = { role: "group", "aria-labelledby": `label-${field.id}` };
  switch (field.level) {
    case "hidden":
      return <div className="ghost-value" {...labelled}>hidden from {ghostsFor}</div>;
    case "masked":
      return <div className="masked-value" title={field.mask_words} {...labelled}>{field.words ?? <span className="soft">blank</span>}</div>;
    case "read_only":
      return <div className="ruled-value" {...labelled}><span>{field.words ?? " "}</span></div>;
    case "replace_only":
      return (
        <div className="stack" style={{ gap: 3 }}>
          <div className="masked-value" title={field.mask_words} {...labelled}>{field.words ?? <span className="soft">blank</span>}</div>
          <FieldInput field={{ ...field, value: undefined }} value={entered[field.id]} onEnter={(value) => onEnter(field.id, value)} peopleFrom={peopleFrom} placeholder="Type to replace it unseen" />
        </div>
      );
    default:
      return <FieldInput field={field} value={field.id in entered ? entered[field.id] : field.value} onEnter={(value) => onEnter(field.id, value)} peopleFrom={peopleFrom} />;
  }
}
