import type { Entered, RecordType, Refusal, Rehearsed } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { MadeUp } from "../../shared/MadeUp";
import { Changed } from "./Changed";

/** Whose form it is, which one, and how much of it they meet. */
export function FormHead({
  met,
  about,
}: {
  met: Pick<Rehearsed, "form" | "person" | "roles">;
  about: string;
}) {
  const fields = met.form.sections.flatMap((section) => section.fields);
  const hidden = fields.filter((field) => field.level === "hidden").length;
  return (
    <div className="form-head">
      <h1>{met.person}</h1>
      <span className="soft">
        {met.roles.join(", ") || "no role"}; {about}
        {met.form.form && `; ${met.form.form.name.toLowerCase()}`}
      </span>
      <span className="push soft">
        {fields.length - hidden} fields shown, {hidden} hidden
      </span>
    </div>
  );
}

/** What the last keystroke did, and what sets two people apart. typed: has anything been typed yet? */
export function WhatChanged({ met, typed }: { met: Rehearsed; typed: boolean }) {
  const other = met.beside;
  return (
    <>
      {typed && met.changed && (
        <Changed
          type={met.form.record_type}
          lines={met.changed}
          title="What that changed"
          none="Nothing else on the form changed."
        />
      )}
      {other && met.differences && (
        <Changed
          type={met.form.record_type}
          both
          lines={met.differences}
          title={`${met.person} against ${other.person}`}
          none="Both see the same form."
        />
      )}
      {!typed && !other && (
        <p className="soft">
          This is the form that {met.person} sees, from the decision that is enforced. Type to see it update
          at once. Nothing is saved. Choose “why” beside a field for the reasoning.
        </p>
      )}
      <MadeUp names={met.made_up} />
    </>
  );
}

/** What a save would say. */
export function SaveVerdict({
  verdict,
  person,
}: {
  verdict: { accepted: boolean; refusals: Refusal[] };
  person: string;
}) {
  if (verdict.accepted) {
    return (
      <div className="notice good" role="status">
        <b>The save would be accepted</b>
      </div>
    );
  }
  return (
    <div className="notice" role="alert">
      <b>A save by {person} would be refused</b>
      <ul>
        {verdict.refusals.map((refusal) => (
          <li key={`${refusal.field} ${refusal.kind} ${refusal.words}`}>{refusal.words}</li>
        ))}
      </ul>
    </div>
  );
}

/** The fields that were typed into, and the way back to a blank form. */
export function TypedSoFar({
  entered,
  type,
  onBegin,
}: {
  entered: Entered;
  type: RecordType;
  onBegin: () => void;
}) {
  const ids = Object.keys(entered);
  if (ids.length === 0) return null;
  return (
    <>
      <h3>Typed so far</h3>
      <ul className="account-lines">
        {ids.map((id) => (
          <li key={id}>{type.fields.find((field) => field.id === id)?.name}</li>
        ))}
      </ul>
      <p>
        <button type="button" className="plain" onClick={onBegin}>
          Start over
        </button>
      </p>
    </>
  );
}

/** What the person can do with the record, each with its reasoning behind it. */
export function MayDo({
  met,
  onWhy,
}: {
  met: Pick<Rehearsed, "actions" | "locked" | "person">;
  onWhy?: (subject: string) => void;
}) {
  const actions = met.actions ?? [];
  if (actions.length === 0) return null;
  return (
    <div className="may-do" role="group" aria-label={`What ${met.person} can do with the record`}>
      {met.locked && <b className="mark-verm">The record is locked.</b>}
      {actions.map((action) => {
        const shown = (
          <>
            <Glyph cell={action.level} small named={false} />
            {action.name}
            <span className="visually-hidden"> {LEVEL_NAMES[action.level].toLowerCase()}</span>
          </>
        );
        return onWhy ? (
          <button
            type="button"
            key={action.id}
            className={`plain ${action.level}`}
            aria-label={`Why is ${action.name} ${LEVEL_NAMES[action.level].toLowerCase()}?`}
            onClick={() => onWhy(action.id)}
          >
            {shown}
          </button>
        ) : (
          <span key={action.id} className={action.level}>
            {shown}
          </span>
        );
      })}
    </div>
  );
}
