import { useState, type KeyboardEvent } from "react";
import type { RecordPath } from "../api/types";
import { Glyph } from "../ink/Glyph";

const STANDING = { done: "passed", here: "current stage", ahead: "ahead" } as const;

/** The path of stages: where the record stands, and the key fields of the stage that is looked at. */
export function PathStrip({ path }: { path: RecordPath }) {
  const here = path.stages.find((stage) => stage.standing === "here") ?? path.stages[0];
  const [looked, setLooked] = useState<string | null>(null);
  const shown = path.stages.find((stage) => stage.id === looked) ?? here;
  // One stop for the tab key; the arrow keys walk along the path.
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const next =
      by === 0 ? undefined : path.stages[path.stages.findIndex((stage) => stage.id === shown?.id) + by];
    if (!next) return;
    event.preventDefault();
    setLooked(next.id);
    event.currentTarget.querySelector<HTMLElement>(`[data-stage="${next.id}"]`)?.focus();
  };
  return (
    <section className="path" aria-label={`Path: ${path.name}`}>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- the arrow keys step through its buttons */}
      <ol onKeyDown={onKeyDown}>
        {path.stages.map((stage) => (
          <li
            key={stage.id}
            className={stage.standing}
            aria-current={stage.standing === "here" ? "step" : undefined}
          >
            <button
              type="button"
              data-stage={stage.id}
              tabIndex={stage.id === shown?.id ? 0 : -1}
              aria-pressed={stage.id === shown?.id}
              title={STANDING[stage.standing]}
              onClick={() => setLooked(stage.id)}
            >
              {stage.name}
            </button>
          </li>
        ))}
      </ol>
      {shown && shown.fields.length > 0 && (
        <dl aria-label={`Key fields of ${shown.name}`}>
          {shown.fields.map((field) => (
            <div key={field.id} data-path-field={field.id} data-level={field.level}>
              <dt>
                <Glyph cell={field.level} small /> {field.name}
              </dt>
              <dd className={field.level === "masked" || field.level === "replace_only" ? "mono" : ""}>
                {field.words ?? <span className="soft">blank</span>}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}
