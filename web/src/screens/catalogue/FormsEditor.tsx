import { Checkbox, Input, Select } from "antd";
import { useState } from "react";
import type { FormDesign, RecordType } from "../../api/types";
import { MODES } from "../../question/useQuestion";
import { identifier } from "../../shared/identifier";
import { AudienceEditor } from "../rules/AudienceEditor";
import { SectionEditor } from "./SectionEditor";
import { swapped } from "./swapped";

type Props = { type: RecordType; readOnly: boolean; onChange: (type: RecordType) => void };

/** Every section and field, as the one form of a record type that has no forms of its own. */
const everything = (type: RecordType): FormDesign["sections"] =>
  type.sections
    .map((section) => ({
      id: section.id,
      columns: 1,
      fields: type.fields.filter((field) => field.section === section.id).map((field) => field.id),
    }))
    .filter((section) => section.fields.length > 0);

/** The forms of a record type: who gets which, and what stands on it, in which order and columns. */
export function FormsEditor({ type, readOnly, onChange }: Props) {
  const forms = type.forms ?? [];
  const [chosen, setChosen] = useState(0);
  const form = forms[Math.min(chosen, forms.length - 1)];
  const put = (next: FormDesign[]) => {
    const { forms: _before, ...rest } = type;
    onChange(next.length > 0 ? { ...rest, forms: next } : rest);
  };
  const set = (change: Partial<FormDesign>) =>
    form && put(forms.map((each) => (each === form ? clean({ ...each, ...change }) : each)));
  const named = (name: string) => ({
    name,
    id: identifier(
      name,
      forms.map((each) => each.id),
      "-",
      "form",
    ),
  });
  // A form needs something on it: an empty one begins with what records are called by.
  const add = (copied: FormDesign | undefined) => {
    const title = type.title_field ?? type.fields[0]?.id ?? "";
    const sections = copied?.sections ?? [{ id: "main", name: "Main", columns: 1, fields: [title] }];
    put([
      { ...named(copied ? `${copied.name} copy` : "New form"), sections, audience: { any: [] } },
      ...forms,
    ]);
    setChosen(0);
  };
  const begin = () => {
    put([{ ...named("Full form"), sections: everything(type) }]);
    setChosen(0);
  };
  if (!form) {
    return (
      <div className="empty">
        Everyone gets one form with every section and field.
        {!readOnly && (
          <>
            {" "}
            <button type="button" className="plain" onClick={begin}>
              Design forms
            </button>
          </>
        )}
      </div>
    );
  }
  return (
    <fieldset disabled={readOnly} className="forms-editor">
      <div className="row-flex form-tabs" role="group" aria-label="Forms">
        {forms.map((each, index) => (
          <button type="button" key={each.id} aria-pressed={each === form} onClick={() => setChosen(index)}>
            {each.name}
            <span className="tag">{each.audience || each.modes ? "" : " fallback"}</span>
          </button>
        ))}
        <button type="button" className="plain" onClick={() => add(undefined)}>
          add an empty form
        </button>
        <button type="button" className="plain" onClick={() => add(form)}>
          add a copy of this one
        </button>
      </div>
      <div className="editor">
        <div className="part">
          <div className="word">Name</div>
          <div className="content">
            <Input
              aria-label="Name of the form"
              value={form.name}
              maxLength={200}
              onChange={(event) => set({ name: event.target.value })}
            />
          </div>
        </div>
        <div className="part">
          <div className="word">For</div>
          <div className="content">
            {form.audience ? (
              <>
                <AudienceEditor audience={form.audience} onChange={(audience) => set({ audience })} />
                <button type="button" className="plain" onClick={() => set({ audience: undefined })}>
                  everyone without another form
                </button>
              </>
            ) : (
              <span>
                everyone without another form;{" "}
                <button type="button" className="plain" onClick={() => set({ audience: { any: [] } })}>
                  only for some
                </button>
              </span>
            )}
            <Checkbox.Group
              aria-label="Modes of the form"
              value={form.modes ?? []}
              onChange={(modes) => set({ modes: modes })}
              options={Object.entries(MODES).map(([value, label]) => ({ value, label }))}
            />
          </div>
        </div>
        <div className="part">
          <div className="word">Shows</div>
          <div className="content">
            {form.sections.map((section, index) => (
              <SectionEditor
                key={`${form.id} ${section.id}`}
                section={section}
                type={type}
                placed={form.sections.flatMap((each) => each.fields)}
                first={index === 0}
                last={index === form.sections.length - 1}
                onChange={(next) =>
                  set({
                    sections: form.sections.flatMap((each) =>
                      each === section ? (next ? [next] : []) : [each],
                    ),
                  })
                }
                onMove={(by) => set({ sections: swapped(form.sections, index, by) })}
              />
            ))}
            <LeftOut form={form} type={type} />
            <AddSection
              form={form}
              type={type}
              onAdd={(section) => set({ sections: [...form.sections, section] })}
            />
          </div>
        </div>
        <p>
          <button
            type="button"
            className="plain"
            onClick={() => {
              put(forms.filter((each) => each !== form));
              setChosen(0);
            }}
          >
            Remove this form
          </button>
        </p>
      </div>
    </fieldset>
  );
}

/** Fields that have to be filled from the start and that the form leaves out: whoever gets it could not save. */
function LeftOut({ form, type }: { form: FormDesign; type: RecordType }) {
  const placed = new Set(form.sections.flatMap((section) => section.fields));
  const left = type.fields.filter(
    (field) => field.baseline?.presence === "required" && !field.retired && !placed.has(field.id),
  );
  if (left.length === 0) return null;
  return (
    <div className="fault" role="status">
      Required but missing from this form: {left.map((field) => field.name).join(", ")}. Users with this form
      can’t save a new record.
    </div>
  );
}

function AddSection({
  form,
  type,
  onAdd,
}: {
  form: FormDesign;
  type: RecordType;
  onAdd: (section: FormDesign["sections"][number]) => void;
}) {
  const placed = form.sections.flatMap((section) => section.fields);
  const left = type.fields.filter((field) => !placed.includes(field.id));
  if (left.length === 0) return <span className="soft">Every field is on this form.</span>;
  return (
    <Select
      aria-label="Add a section with"
      value={null}
      placeholder={`Add a section, starting with one of ${left.length} fields not on this form`}
      popupMatchSelectWidth={false}
      showSearch={{ optionFilterProp: "label" }}
      options={left.map((field) => ({ value: field.id, label: field.name }))}
      onChange={(field: string | null) =>
        field &&
        onAdd({
          id: identifier(
            "New section",
            form.sections.map((section) => section.id),
            "-",
            "section",
          ),
          name: "New section",
          columns: 1,
          fields: [field],
        })
      }
    />
  );
}

/** Members that say nothing are left out, so that a document does not grow by being looked at. */
function clean(form: FormDesign): FormDesign {
  return Object.fromEntries(
    (Object.entries(form) as [string, unknown][]).filter(
      ([, value]) => value !== undefined && !(Array.isArray(value) && value.length === 0),
    ),
  ) as FormDesign;
}
