import type { Form } from "../api/types";
import { localWords } from "../shared/localWords";

/** What a save of the form would not keep of the typing, what it would clear, and what stands against it. */
export function Forecast({ form }: { form: Form }) {
  const lines = [...(form.put_aside ?? []), ...(form.clears ?? [])];
  const refused = form.refused ?? [];
  if (lines.length + refused.length === 0) return null;
  return (
    <>
      {refused.length > 0 && (
        <div className="notice" role="status" aria-label="What prevents saving">
          <b>This can’t be saved yet</b>
          <ul>
            {refused.map((each) => (
              <li key={`${each.field} ${each.words}`}>{localWords(each.words)}</li>
            ))}
          </ul>
        </div>
      )}
      {lines.length > 0 && (
        <div className="notice calm" role="status" aria-label="What saving would leave out">
          <b>
            {form.put_aside ? "Not everything you typed would be saved" : "Saving would clear stored values"}
          </b>
          <ul>
            {lines.map((line) => (
              <li key={`${line.field} ${line.words}`}>{localWords(line.words)}.</li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
