import { Button } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useCatalogue, useDirectory, usePeople } from "../../api/queries";
import type { Catalogue, FieldState, RecordType } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useSubject } from "../../question/useSubject";
import { ImportPanel } from "../../shared/ImportPanel";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { FormPreviewPane } from "./FormPreviewPane";
import { FormsEditor } from "./FormsEditor";
import { FormulaEditor } from "./FormulaEditor";
import { PathEditor } from "./PathEditor";
import { TypeBar } from "./TypeBar";
import { useTypeDraft } from "./typeDraft";
import { useTypePreview } from "./useTypePreview";

/** Record types with their fields, labels and baselines. */
export default function CatalogueScreen() {
  const { question, change, type } = useSubject();
  const { may } = useAccount();
  const catalogue = useCatalogue(question.state);
  const [importing, setImporting] = useState(false);
  const data = catalogue.data;
  return (
    <>
      <QuestionStrip who="audiences" />
      <main className="page">
        <div className="with-list">
          <nav className="side-list" aria-label="Record types">
            <h3>Record types</h3>
            {(data?.record_types ?? []).map((each) => (
              <button type="button" key={each.id} aria-pressed={each.id === type?.id} onClick={() => change({ type: each.id, record: "" })}><span>{each.name}</span><span className="tag">{each.fields.length} fields</span></button>
            ))}
            {may("import") && <p style={{ margin: 0, padding: 14 }}><Button onClick={() => setImporting(true)}>Import from a file</Button></p>}
            <p style={{ margin: 0, padding: "0 14px" }}><a href={`/api/policy?state=${question.state}`} download="policy.json">Export the policy</a></p>
          </nav>
          {data && type ? <TypeView key={type.id} kept={type} catalogue={data} /> : (
            <div className="sheet">
              {catalogue.error ? <ProblemNotice error={catalogue.error} onAgain={() => void catalogue.refetch()} /> : null}
              {!data && !catalogue.error && <Loading />}
              {data && <div className="empty">No record type yet. Import one: a JSON Schema, a CSV list of fields, or a policy document.</div>}
              {data && <Labels catalogue={data} />}
            </div>
          )}
        </div>
      </main>
      {importing && <ImportPanel kinds={["fields-json-schema", "fields-csv", "policy"]} onClose={() => setImporting(false)} />}
    </>
  );
}

const VIEWS = { fields: "Fields", forms: "Forms", path: "Path of stages" } as const;
type View = keyof typeof VIEWS;

/** One record type, looked at and edited; forms and path with the form that somebody would get beside them. */
function TypeView({ kept, catalogue }: { kept: RecordType; catalogue: Catalogue }) {
  const { question } = useSubject();
  const { may } = useAccount();
  const [search, setSearch] = useSearchParams();
  const [person, setPerson] = useState("");
  const draft = useTypeDraft(kept);
  const asked = search.get("view") ?? "";
  const view: View = asked in VIEWS ? (asked as View) : "fields";
  const beside = view !== "fields";
  const someone = usePeople("", "", 1, 1).data?.items[0]?.id ?? "";
  const preview = useTypePreview(draft.type, question, person || question.as || someone, beside || draft.dirty);
  const readOnly = !may("edit") || question.state === "in_force";
  const editing = { type: draft.type, readOnly, onChange: draft.put };
  const choose = (next: View) => setSearch((before) => {
    const parts = new URLSearchParams(before);
    parts.set("view", next);
    return parts;
  });
  return (
    <div className={beside ? "type-view beside" : "type-view"}>
      <div className="sheet" tabIndex={0} role="region" aria-label="Record type">
        <div className="head">
          <h1>{kept.name}</h1>
          <span className="soft">{kept.fields.length} fields in {kept.sections.length} sections; {kept.rules} rules; {kept.records} records</span>
          <span className="push states" role="group" aria-label="What to look at">
            {(Object.keys(VIEWS) as View[]).map((each) => <button type="button" key={each} aria-pressed={each === view} onClick={() => choose(each)}>{VIEWS[each]}</button>)}
          </span>
        </div>
        {draft.dirty && !readOnly && <TypeBar type={draft.type} etag={draft.etag} faults={preview.data?.faults ?? []} onDrop={draft.drop} />}
        {view === "fields" && <><Fields {...editing} catalogue={catalogue} /><Labels catalogue={catalogue} /></>}
        {view === "forms" && <FormsEditor {...editing} />}
        {view === "path" && <PathEditor {...editing} />}
      </div>
      {beside && <FormPreviewPane preview={preview.data} person={person || question.as || someone} mode={question.mode} onPerson={setPerson} />}
    </div>
  );
}

type FieldsProps = { type: RecordType; readOnly: boolean; onChange: (type: RecordType) => void; catalogue: Catalogue };

function Fields({ type, readOnly, onChange, catalogue }: FieldsProps) {
  const kinds = new Map(catalogue.vocabulary.kinds.map((kind) => [kind.name, kind.title]));
  const labels = new Map(catalogue.labels.map((label) => [label.id, label]));
  const baselines = catalogue.baselines.filter((baseline) => baseline.record_type === type.id);
  return (
    <>
      <table className="ruled">
        <thead><tr><th className="margin" style={{ width: 230 }}>Field</th><th>Kind</th><th>Sensitivity</th><th>Starts as</th><th>Holds</th></tr></thead>
        {type.sections.map((section) => (
          <tbody key={section.id}>
            <tr className="section"><th className="margin" scope="rowgroup">{section.name}</th><td colSpan={4} /></tr>
            {type.fields.filter((field) => field.section === section.id).map((field) => {
              const label = labels.get(field.label);
              return (
                <tr key={field.id}>
                  <th className="margin" scope="row" title={field.help}>{field.name} <div className="tag">{field.id}</div></th>
                  <td>{kinds.get(field.kind) ?? field.kind}</td>
                  <td><span className={`tag ${field.label}`}>{label?.name ?? field.label}</span></td>
                  <td><Start state={{ ...label?.start, ...field.baseline }} />{field.baseline && <div className="tag">by its own baseline</div>}</td>
                  <td className="wrap soft">{field.about.given === "computed" ? <FormulaEditor field={field} type={type} readOnly={readOnly} onChange={onChange} /> : field.options?.map((option) => option.name).join(", ") ?? field.refers_to ?? field.about.sample}</td>
                </tr>
              );
            })}
          </tbody>
        ))}
      </table>
      {baselines.length > 0 && <Baselines type={type} baselines={baselines} />}
    </>
  );
}

function Baselines({ type, baselines }: { type: RecordType; baselines: Catalogue["baselines"] }) {
  const directory = useDirectory();
  const units = new Map((directory.data?.units ?? []).map((unit) => [unit.id, unit.name]));
  const category = type.fields.find((field) => field.id === type.category_field);
  return (
    <table className="ruled" style={{ marginTop: 18 }}>
      <thead><tr><th className="margin" style={{ width: 230 }}>Baseline</th><th>Holds</th><th>Starting states</th></tr></thead>
      <tbody>
        {baselines.map((baseline) => (
          <tr key={baseline.id}>
            <th className="margin" scope="row">{baseline.name}</th>
            <td>{[...(baseline.units ?? []).map((id) => `at ${units.get(id) ?? id}`), ...(baseline.categories ?? []).map((id) => `when ${category?.name} is ${category?.options?.find((option) => option.id === id)?.name ?? id}`)].join("; ")}</td>
            <td className="wrap">{Object.entries(baseline.states).map(([id, state]) => `${type.fields.find((field) => field.id === id)?.name ?? id}: ${[state.visibility, state.entry, state.presence].filter(Boolean).join(", ")}`).join("; ")}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Labels({ catalogue }: { catalogue: Catalogue }) {
  return (
    <table className="ruled" style={{ marginTop: 18, maxWidth: 620 }}>
      <thead><tr><th className="margin" style={{ width: 230 }}>Sensitivity label</th><th>A field that carries it starts as</th></tr></thead>
      <tbody>{catalogue.labels.map((label) => <tr key={label.id}><th className="margin" scope="row">{label.name}</th><td><Start state={label.start} /></td></tr>)}</tbody>
    </table>
  );
}

/** A starting state in ink and words. */
function Start({ state }: { state: FieldState }) {
  const level = state.visibility === "hidden" ? "hidden" : state.visibility === "masked" ? "masked" : state.entry === "locked" ? "read_only" : state.presence === "required" ? "required" : "editable";
  return <span className="row-flex" style={{ gap: 6, flexWrap: "nowrap" }}><Glyph cell={level} small named={false} />{[state.visibility, state.entry, state.presence === "required" ? "required" : ""].filter(Boolean).join(", ")}</span>;
}
