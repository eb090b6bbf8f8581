import { useState, type KeyboardEvent } from "react";
import type { RecordPath } from "../api/types";
import { Glyph } from "../ink/Glyph";
import { localised } from "../shared/localised";

type Stage = RecordPath["stages"][number];
type StageField = Stage["fields"][number];

const STANDING = { done: "passed", here: "current stage", ahead: "not reached yet" } as const;

/** The stages of a record on one line, and a sentence: where it is, and what is still blank before the next stage. */
export function StageLine({ path }: { path: RecordPath }) {
  const at = Math.max(
    0,
    path.stages.findIndex((stage) => stage.standing === "here"),
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = path.stages.find((stage) => stage.id === chosen) ?? path.stages[at];
  // One stop for the tab key; the arrow keys move along the line.
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const next =
      by === 0 ? undefined : path.stages[path.stages.findIndex((stage) => stage.id === shown?.id) + by];
    if (!next) return;
    event.preventDefault();
    setChosen(next.id);
    event.currentTarget.querySelector<HTMLElement>(`[data-stage="${next.id}"]`)?.focus();
  };
  return (
    <section className="stages" aria-label={`Stages: ${path.name}`}>
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
              onClick={() => setChosen(stage.id)}
            >
              {stage.name}
            </button>
          </li>
        ))}
      </ol>
      {shown && (
        <p>
          {shown === path.stages[at] ? (
            <Here stage={shown} next={path.stages[at + 1]} />
          ) : (
            <>
              <b>{shown.name}</b>
              {shown.fields.length === 0 ? " has no fields of its own." : ": "}
              {shown.fields.map((field, index) => (
                <span key={field.id} data-stage-field={field.id} data-level={field.level}>
                  {index > 0 && ", "}
                  <Glyph cell={field.level} small /> <FieldName field={field} />{" "}
                  <span className={sealed(field) ? "mono" : "soft"}>
                    {(sealed(field) ? field.words : localised(field)) ?? "blank"}
                  </span>
                </span>
              ))}
            </>
          )}
        </p>
      )}
    </section>
  );
}

function Here({ stage, next }: { stage: Stage; next: Stage | undefined }) {
  const blank = stage.fields.filter((field) => field.words === undefined);
  return (
    <>
      At <b>{stage.name}</b>.{" "}
      {blank.length > 0 ? (
        <>
          {next ? (
            <>
              To go on to <b>{next.name}</b>:{" "}
            </>
          ) : (
            "Not complete: "
          )}
          {blank.map((field, index) => (
            <span key={field.id} data-stage-field={field.id} data-level={field.level}>
              {index > 0 && (index === blank.length - 1 ? " and " : ", ")}
              <FieldName field={field} />
            </span>
          ))}{" "}
          {blank.length === 1 ? "is" : "are"} still blank.
        </>
      ) : (
        next && (
          <>
            All fields for this stage are filled. Next: <b>{next.name}</b>.
          </>
        )
      )}
    </>
  );
}

/** Leads to the field on the form. */
function FieldName({ field }: { field: StageField }) {
  const go = () => {
    const row = document.querySelector<HTMLElement>(`.form-row[data-field="${field.id}"]`);
    row?.scrollIntoView({ block: "center" });
    row?.querySelector<HTMLElement>("input, textarea, button, [tabindex]")?.focus();
  };
  return (
    <button type="button" className="plain said" onClick={go}>
      {field.name}
    </button>
  );
}

/** Is its value masked? Then only the words that stand for it are shown. */
const sealed = (field: StageField): boolean => field.level === "masked" || field.level === "replace_only";
