import { useRef, useState } from "react";
import type { Entered, FieldValue, Form, FormField } from "../api/types";
import { Glyph } from "../ink/Glyph";
import { localised } from "../shared/localised";
import { FieldInput } from "./FieldInput";
import type { PeopleFrom } from "./PersonInput";
import { Forecast } from "./Forecast";
import { StageLine } from "./StageLine";
import { Remarks, type OfferActs } from "./Remarks";
import { TakeBack } from "./TakeBack";
import { ExplainShut, Shut, type WhoChanges } from "./Shut";

type Props = {
  form: Form;
  entered: Entered;
  onEnter: (field: string, value: FieldValue) => void;
  /** Takes back what was typed into a field, where it can't be typed over any more. */
  onTakeBack?: (field: string) => void;
  /** The address that gives the names of people to choose from. */
  peopleFrom: PeopleFrom;
  faults: Record<string, string>;
  /** Dismisses a suggestion. */
  onDismiss?: (key: string) => void;
  /** Records only: asks who could change a field. */
  whoChanges?: WhoChanges;
  /** Rehearsal only: whose form it is, to say where hidden fields would stand. */
  ghostsFor?: string;
  /** Rehearsal only: leaves room for hidden fields, so that two forms side by side stay level. */
  spaced?: boolean;
  /** Rehearsal only: opens the reasoning of a field. */
  onWhy?: (field: string) => void;
  /** Rehearsal only: fields in which this form differs from the one beside it. */
  marked?: ReadonlySet<string>;
};

/** A decided form. What can't be typed in looks it, and is no tab stop; what is hidden leaves no gap. */
export function RecordForm(props: Props) {
  const { form, ghostsFor, spaced } = props;
  const [explained, setExplained] = useState(false);
  const shut = form.sections.flatMap((section) => section.fields).filter((field) => field.shut).length;
  const sections = form.sections
    .map((section) => ({
      ...section,
      fields: section.fields.filter((field) => field.level !== "hidden" || ghostsFor || spaced),
    }))
    .filter((section) => section.fields.length > 0);
  return (
    <>
      {form.does_not_settle && (
        <div className="notice" role="alert">
          <b>The rules on this form contradict each other.</b> Values keep changing back and forth because of{" "}
          {form.does_not_settle.map((rule) => `${rule.number} ${rule.title}`).join(", ")}. The record can’t be
          saved.
        </div>
      )}
      <Forecast form={form} />
      {form.path && <StageLine path={form.path} />}
      <div className="form-sections">
        {sections.map((section) => (
          <section key={section.id} aria-label={section.name}>
            <h3 className="form-section">
              {section.name}
              {whollyShut(section) && <span className="remark"> all fields locked</span>}
            </h3>
            <div className={`form-columns of-${section.columns}`}>
              {section.fields.map((field) =>
                field.level === "hidden" && !ghostsFor ? (
                  <div
                    key={field.id}
                    className={props.marked?.has(field.id) ? "form-row differs" : "form-row"}
                    data-field={field.id}
                    aria-hidden
                  />
                ) : (
                  <Row
                    key={field.id}
                    field={field}
                    explained={explained}
                    quiet={whollyShut(section) && !explained}
                    {...props}
                  />
                ),
              )}
            </div>
          </section>
        ))}
      </div>
      {shut > 0 && props.whoChanges && (
        <ExplainShut count={shut} explained={explained} onToggle={() => setExplained(!explained)} />
      )}
      {sections.length === 0 && <div className="empty">You can’t see any field on this form.</div>}
    </>
  );
}

/** Is a section of several fields locked as a whole? Then that is said once. */
const whollyShut = (section: Form["sections"][number]): boolean =>
  section.fields.length > 1 && section.fields.every((field) => field.shut !== undefined);

function Row({
  field,
  faults,
  onWhy,
  onEnter,
  onDismiss,
  marked,
  whoChanges,
  explained,
  quiet,
  onTakeBack,
  ...rest
}: Props & { field: FormField; explained: boolean; quiet: boolean }) {
  const classes = [
    field.level === "required" || field.required ? "required" : "",
    faults[field.id] ? "refused" : "",
    onWhy ? "" : "plain-form",
    marked?.has(field.id) ? "differs" : "",
  ];
  const had = useRef(false);
  const locked = (field.level === "read_only" || field.level === "masked") && field.id in rest.entered;
  const acts: OfferActs | undefined = onDismiss && { onTake: onEnter, onDismiss };
  return (
    <div
      className={`form-row ${classes.filter(Boolean).join(" ")}`}
      data-field={field.id}
      data-level={field.level}
      onFocus={() => {
        had.current = true;
      }}
      onBlur={(event) => {
        // Without another place to go, the keyboard has only lost its box.
        if (event.relatedTarget) had.current = event.currentTarget.contains(event.relatedTarget);
      }}
    >
      {onWhy && <Glyph cell={field.level} small />}
      <span className="label" id={`label-${field.id}`} title={field.help}>
        {field.name}
        {field.required && <span className="need"> required</span>}
        {field.made_up && (
          <span className="made-up" title="You can’t see the stored value; this one is made up">
            {" "}
            made up
          </span>
        )}
        {marked?.has(field.id) && <span className="visually-hidden"> (differs)</span>}
      </span>
      <div className="value">
        <Value field={field} onEnter={onEnter} {...rest} />
        {locked && onTakeBack && (
          <TakeBack name={field.name} had={had} onTakeBack={() => onTakeBack(field.id)} />
        )}
        <Remarks field={field} acts={acts} plain={!onWhy} />
        {field.shut && whoChanges && !quiet && (
          <Shut field={field} whoChanges={whoChanges} explained={explained} />
        )}
      </div>
      {onWhy ? (
        <button
          type="button"
          className="why"
          aria-label={`Why is ${field.name} so?`}
          onClick={() => onWhy(field.id)}
        >
          why
        </button>
      ) : (
        <span />
      )}
      {faults[field.id] && (
        <div className="field-fault" role="alert">
          {faults[field.id]}
        </div>
      )}
    </div>
  );
}

function Value({
  field,
  entered,
  onEnter,
  peopleFrom,
  ghostsFor,
}: Pick<Props, "entered" | "onEnter" | "peopleFrom" | "ghostsFor"> & { field: FormField }) {
  const labelled = { role: "group", "aria-labelledby": `label-${field.id}` };
  switch (field.level) {
    case "hidden":
      return (
        <div className="ghost-value" {...labelled}>
          hidden from {ghostsFor}
        </div>
      );
    case "masked":
      return (
        <div className="masked-value" title={field.mask_words} {...labelled}>
          {field.words ?? <span className="soft">blank</span>}
        </div>
      );
    case "read_only":
      return (
        <div className="ruled-value" {...labelled}>
          <span>{localised(field) ?? " "}</span>
        </div>
      );
    case "replace_only":
      return (
        <div className="stack" style={{ gap: 3 }}>
          <div className="masked-value" title={field.mask_words} {...labelled}>
            {field.words ?? <span className="soft">blank</span>}
          </div>
          <FieldInput
            field={{ ...field, value: undefined }}
            value={entered[field.id]}
            onEnter={(value) => onEnter(field.id, value)}
            peopleFrom={peopleFrom}
            placeholder="Type to replace the hidden value"
          />
        </div>
      );
    default:
      // What a rule writes stands there instead of what was typed, which is kept beside it.
      return (
        <FieldInput
          field={field}
          value={field.id in entered && !field.written_by ? entered[field.id] : field.value}
          onEnter={(value) => onEnter(field.id, value)}
          peopleFrom={peopleFrom}
        />
      );
  }
}
