import type { FormPreview } from "../../api/types";
import { RecordForm } from "../../forms/RecordForm";
import { MODES, type Mode } from "../../question/useQuestion";
import { PersonSelect } from "../../shared/PersonSelect";

type Props = {
  preview: FormPreview | undefined;
  person: string;
  mode: Mode;
  onPerson: (person: string) => void;
};

/** The form one person would get, as the record type stands now; nothing can be typed into it here. */
export function FormPreviewPane({ preview, person, mode, onPerson }: Props) {
  return (
    <aside className="side preview" aria-label="Preview of the form">
      <div className="head">
        <h2>Preview</h2>
        <span className="soft">{MODES[mode]}, as</span>
        <PersonSelect label="Previewed as" person={person} onPick={onPerson} />
      </div>
      {preview?.form?.form && (
        <p className="soft" style={{ margin: "0 0 6px" }}>
          {preview.person} gets the {preview.form.form.name.toLowerCase()}.
        </p>
      )}
      {preview?.form && (
        <div inert>
          <RecordForm
            form={preview.form}
            entered={{}}
            onEnter={() => undefined}
            peopleFrom={{}}
            faults={{}}
          />
        </div>
      )}
      {preview && !preview.form && <p className="soft">Fix the errors to see the form.</p>}
    </aside>
  );
}
