import { Button } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { fileAddress } from "../../api/client";
import { useCatalogue, usePeople } from "../../api/queries";
import type { Catalogue, RecordType } from "../../api/types";
import { useBegin } from "../../question/useBegin";
import { StateSwitch } from "../../question/StateSwitch";
import { useSubject } from "../../question/useSubject";
import { counted } from "../../shared/counted";
import { ImportPanel } from "../../shared/ImportPanel";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveList } from "../../shared/SaveList";
import { useAccount } from "../../shell/account";
import { NewRecordType } from "./NewRecordType";
import { BaselinesView } from "./baselines/BaselinesView";
import { FieldEditor } from "./fields/FieldEditor";
import { newField } from "./fields/kinds";
import { useChosenField } from "./fields/useChosenField";
import { FormPreviewPane } from "./FormPreviewPane";
import { FormsEditor } from "./FormsEditor";
import { PathEditor } from "./PathEditor";
import { RemoveRecordType } from "./RemoveRecordType";
import { StartingState } from "./StartingState";
import { TypeBar } from "./TypeBar";
import { useTypeDraft } from "./typeDraft";
import { TypeFields } from "./TypeFields";
import { useTypePreview } from "./useTypePreview";

/** Record types with their fields, labels and baselines. */
export default function CatalogueScreen() {
  const { question, change, type } = useSubject();
  const { may } = useAccount();
  const catalogue = useCatalogue(question.state);
  const [importing, setImporting] = useState(false);
  const [making, setMaking] = useState(false);
  const data = catalogue.data;
  useBegin("record-type", may("edit") && data !== undefined, () => {
    change({ state: "pending" });
    setMaking(true);
  });
  return (
    <>
      <main className="page">
        <div className="with-list">
          <nav className="side-list" aria-label="Record types">
            <h3>Record types</h3>
            <div className="which">
              <StateSwitch state={question.state} onState={(state) => change({ state })} />
            </div>
            {(data?.record_types ?? []).map((each) => (
              <button
                type="button"
                key={each.id}
                aria-pressed={each.id === type?.id}
                onClick={() => change({ type: each.id, record: "" })}
              >
                <span>{each.name}</span>
                <span className="tag">{counted(each.fields.length, "field")}</span>
              </button>
            ))}
            {may("edit") && question.state === "pending" && (
              <p style={{ margin: 0, padding: "14px 14px 0" }}>
                <Button onClick={() => setMaking(true)}>New record type</Button>
              </p>
            )}
            {may("import") && (
              <p style={{ margin: 0, padding: 14 }}>
                <Button onClick={() => setImporting(true)}>Import from a file</Button>
              </p>
            )}
            <p style={{ margin: 0, padding: "0 14px" }}>
              <a href={fileAddress("/api/policy", { state: question.state })} download="policy.json">
                Export the policy
              </a>
            </p>
          </nav>
          {data && type ? (
            <TypeView key={type.id} kept={type} catalogue={data} />
          ) : (
            <div className="sheet">
              {catalogue.error ? (
                <ProblemNotice error={catalogue.error} onAgain={() => void catalogue.refetch()} />
              ) : null}
              {!data && !catalogue.error && <Loading />}
              {data && (
                <div className="empty">
                  No record types yet. Add one, or import a JSON Schema, a CSV list of fields or a policy
                  document.
                </div>
              )}
              {data && <Labels catalogue={data} />}
            </div>
          )}
        </div>
      </main>
      {making && data && (
        <NewRecordType
          catalogue={data}
          onClose={() => setMaking(false)}
          onMade={(id) => {
            setMaking(false);
            change({ type: id, record: "" });
          }}
        />
      )}
      {importing && (
        <ImportPanel
          kinds={["fields-json-schema", "fields-csv", "policy"]}
          onClose={() => setImporting(false)}
          onRecordType={(id) => change({ type: id, record: "" })}
        />
      )}
    </>
  );
}

const VIEWS = { fields: "Fields", baselines: "Baselines", forms: "Forms", path: "Stages" } as const;
type View = keyof typeof VIEWS;

/** One record type, looked at and edited; forms and path with the form that someone would get beside them. */
function TypeView({ kept, catalogue }: { kept: RecordType; catalogue: Catalogue }) {
  const { question, change } = useSubject();
  const { may } = useAccount();
  const [search, setSearch] = useSearchParams();
  const [person, setPerson] = useState("");
  const { chosen, opening, choose: chooseField, follow } = useChosenField();
  const draft = useTypeDraft(kept);
  const asked = search.get("view") ?? "";
  const view: View = asked in VIEWS ? (asked as View) : "fields";
  const beside = view === "forms" || view === "path";
  const someone = usePeople("", "", 1, 1).data?.items[0]?.id ?? "";
  const preview = useTypePreview(draft.type, question, person || question.as || someone, beside);
  const readOnly = !may("edit") || question.state === "in_force";
  const field = view === "fields" && !readOnly && draft.type.fields.find((each) => each.id === chosen);
  const editing = { type: draft.type, readOnly, onChange: draft.put };
  const inForce = useCatalogue("in_force").data?.record_types.find((each) => each.id === kept.id);
  const add = (section: string) => {
    const added = newField(draft.type, section, catalogue.labels[0]?.id ?? "");
    draft.put({ ...draft.type, fields: [...draft.type.fields, added] });
    chooseField(added.id);
  };
  const choose = (next: View) =>
    setSearch((before) => {
      const parts = new URLSearchParams(before);
      parts.set("view", next);
      return parts;
    });
  return (
    <div className={beside || field ? "type-view beside" : "type-view"}>
      <div className="sheet" tabIndex={0} role="region" aria-label="Record type">
        <div className="head">
          <h1>{kept.name}</h1>
          <span className="soft">
            {counted(kept.fields.length, "field")} in {counted(kept.sections.length, "section")};{" "}
            {counted(kept.rules, "rule")}; {counted(kept.records, "record")}
          </span>
          {view === "fields" && (
            <SaveList
              name={`fields-${kept.id}`}
              heading={["Section", "Identifier", "Name", "Kind", "Sensitivity", "Options", "Help"]}
              rows={() =>
                draft.type.fields.map((each) => [
                  kept.sections.find((section) => section.id === each.section)?.name ?? each.section,
                  each.id,
                  each.name,
                  each.kind,
                  catalogue.labels.find((label) => label.id === each.label)?.name ?? each.label,
                  each.options?.map((option) => option.name).join("; "),
                  each.help,
                ])
              }
            />
          )}
          <span className="push states" role="group" aria-label="View">
            {(Object.keys(VIEWS) as View[]).map((each) => (
              <button type="button" key={each} aria-pressed={each === view} onClick={() => choose(each)}>
                {VIEWS[each]}
              </button>
            ))}
          </span>
        </div>
        {draft.dirty && !readOnly && (
          <TypeBar
            type={draft.type}
            etag={draft.etag}
            onDrop={draft.drop}
            onBack={draft.undo}
            onType={draft.put}
          />
        )}
        {view === "fields" && (
          <>
            <TypeFields
              {...editing}
              catalogue={catalogue}
              chosen={chosen}
              onChoose={chooseField}
              onAdd={add}
            />
            <Labels catalogue={catalogue} />
            {!readOnly && !draft.dirty && (
              <p>
                <RemoveRecordType type={kept} onRemoved={() => change({ type: "", record: "" })} />
              </p>
            )}
          </>
        )}
        {view === "baselines" && <BaselinesView type={kept} catalogue={catalogue} readOnly={readOnly} />}
        {view === "forms" && <FormsEditor {...editing} />}
        {view === "path" && <PathEditor {...editing} />}
      </div>
      {field && (
        <FieldEditor
          key={opening}
          field={field}
          known={kept.fields.some((each) => each.id === field.id)}
          published={inForce?.fields.some((each) => each.id === field.id) ?? false}
          type={draft.type}
          catalogue={catalogue}
          onChange={draft.put}
          onClose={() => chooseField("")}
          onIdentifier={follow}
          onNext={() => add(field.section)}
        />
      )}
      {beside && (
        <FormPreviewPane
          preview={preview.data}
          person={person || question.as || someone}
          mode={question.mode}
          onPerson={setPerson}
        />
      )}
    </div>
  );
}

function Labels({ catalogue }: { catalogue: Catalogue }) {
  return (
    <table className="ruled" style={{ marginTop: 18, maxWidth: 620 }}>
      <thead>
        <tr>
          <th className="margin" style={{ width: 230 }}>
            Sensitivity label
          </th>
          <th>Fields with this label start as</th>
        </tr>
      </thead>
      <tbody>
        {catalogue.labels.map((label) => (
          <tr key={label.id}>
            <th className="margin" scope="row">
              {label.name}
            </th>
            <td>
              <StartingState state={label.start} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
