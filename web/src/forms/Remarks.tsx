import type { FieldValue, FormField } from "../api/types";
import { localWords } from "../shared/localWords";

type Offer = NonNullable<FormField["offers"]>[number];
export type OfferActs = {
  onTake: (field: string, value: FieldValue) => void;
  onDismiss: (key: string) => void;
};

/** What is to be said of a field's value beside the value itself: suggestions, who wrote it, what was put aside, why it is blank. */
export function Remarks({ field, acts, plain }: { field: FormField; acts?: OfferActs; plain: boolean }) {
  return (
    <>
      {acts &&
        (field.offers ?? []).map((offer: Offer) => (
          <div className="offer" key={offer.key} role="note">
            <span>
              Suggested: <b>{localWords(offer.words)}</b> <span className="soft">({offer.because})</span>
              {offer.note && <span className="note">{offer.note}</span>}
            </span>
            <button
              type="button"
              className="plain"
              aria-label={`Use ${offer.words} for ${field.name}`}
              onClick={() => acts.onTake(field.id, offer.value)}
            >
              Use it
            </button>
            <button
              type="button"
              className="plain"
              aria-label={`Dismiss ${offer.words} for ${field.name}`}
              onClick={() => acts.onDismiss(offer.key)}
            >
              Dismiss
            </button>
          </div>
        ))}
      {field.written_by && (
        <div className="remark">
          {plain ? "filled in: " : `by rule ${field.written_by.number} `}
          {field.written_by.title}
        </div>
      )}
      {field.aside && (
        <div className="remark">
          {localWords(field.aside)} was typed by hand; it is restored when this no longer applies
        </div>
      )}
      {field.blank_because && field.level !== "hidden" && (
        <div className="remark">
          not computed: {field.blank_because}
          {field.level === "editable" || field.level === "required" ? "; type it meanwhile" : ""}
        </div>
      )}
    </>
  );
}
