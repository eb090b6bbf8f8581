import { useState } from "react";
import { api } from "../api/client";
import type { FormField } from "../api/types";

/** Which record it is about, for asking who could change a field of it. */
export type WhoChanges = { type: string; mode: "create" | "edit"; number?: string; unit?: string };

type Props = {
  field: FormField;
  whoChanges: WhoChanges;
  /** Is it said of all fields why they are locked? Only then is it a stop for the keyboard. */
  explained: boolean;
};

/** That nothing can be typed here; asked, it says why, and who could. */
export function Shut({ field, whoChanges, explained }: Props) {
  const [asked, setAsked] = useState(false);
  return (
    <div className="remark shut">
      <button
        type="button"
        className="plain"
        tabIndex={explained ? 0 : -1}
        aria-expanded={asked}
        aria-label={`${field.name} is locked: ${explained ? "who can edit it?" : "why?"}`}
        onClick={() => setAsked(!asked)}
      >
        locked
      </button>
      {(explained || asked) && ` ${field.shut}.`}
      {asked && (
        <span role="status">
          {" "}
          <Who field={field.id} whoChanges={whoChanges} />
        </span>
      )}
    </div>
  );
}

/** One stop for the keyboard, at the end of a form, that says of all its locked fields why they are. */
export function ExplainShut({
  count,
  explained,
  onToggle,
}: {
  count: number;
  explained: boolean;
  onToggle: () => void;
}) {
  return (
    <p>
      <button type="button" className="plain" aria-pressed={explained} onClick={onToggle}>
        {explained ? "Hide why" : `Show why ${count === 1 ? "a field is" : `${count} fields are`} locked`}
      </button>
    </p>
  );
}

function Who({ field, whoChanges: { type, ...rest } }: { field: string; whoChanges: WhoChanges }) {
  const asked = api.useQuery("post", "/api/records/{type}/changers", {
    params: { path: { type } },
    body: { field, ...rest },
  });
  if (asked.error) return <>Can’t tell right now who could edit it.</>;
  if (!asked.data) return <>…</>;
  const { names, total, whole } = asked.data;
  if (total === 0)
    return <>{whole ? "No one can edit this field at present." : "No one was found who could edit it."}</>;
  const more = total - names.length;
  return (
    <>
      {names.join(", ")}
      {more > 0 && ` and ${more} ${more === 1 ? "other" : "others"}`} can edit it
      {!whole && "; not everyone was checked"}.
    </>
  );
}
