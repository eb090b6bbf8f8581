import type { RecordType, Vocabulary } from "../api/types";

/** Identifier of the record as a whole, which is open or locked. */
export const WHOLE = "record/whole";

const ACTION = "action/";

/** Is it an action on the record, or the record as a whole, and not a field? */
export const beyondFields = (id: string): boolean => id.includes("/");

/** "action/open" -> "open"; undefined for what is no action. */
export const actionOf = (id: string): string | undefined =>
  id.startsWith(ACTION) ? id.slice(ACTION.length) : undefined;

/** What a field, an action or the whole record is called. */
export function subjectName(id: string, type: RecordType | undefined, vocabulary?: Vocabulary): string {
  if (id === WHOLE) return "The whole record";
  const action = actionOf(id);
  if (action !== undefined)
    return (
      vocabulary?.actions.find((each) => each.key === action)?.name ??
      action.charAt(0).toUpperCase() + action.slice(1)
    );
  return type?.fields.find((field) => field.id === id)?.name ?? id;
}
