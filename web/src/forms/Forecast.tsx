import type { Form } from "../api/types";

/** What a save of the form would not keep of the typing, and what it would clear: told before it is made. */
export function Forecast({ form }: { form: Form }) {
  const lines = [...(form.put_aside ?? []), ...(form.clears ?? [])];
  if (lines.length === 0) return null;
  return (
    <div className="notice calm" role="status" aria-label="What a save would leave out">
      <b>{form.put_aside ? "Not all that you typed would be saved" : "A save would clear what is stored"}</b>
      <ul>
        {lines.map((line) => (
          <li key={`${line.field} ${line.words}`}>{line.words}.</li>
        ))}
      </ul>
    </div>
  );
}
