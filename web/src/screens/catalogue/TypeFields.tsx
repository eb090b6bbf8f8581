import { Link } from "react-router";
import { useDirectory } from "../../api/queries";
import type { Catalogue, RecordType } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { FormulaEditor } from "./FormulaEditor";
import { StartingState } from "./StartingState";

type Props = {
  type: RecordType;
  readOnly: boolean;
  onChange: (type: RecordType) => void;
  catalogue: Catalogue;
};

/** The fields of a record type with what they start as, and the baselines that hold for it. */
export function TypeFields({ type, readOnly, onChange, catalogue }: Props) {
  const search = useQuestionSearch();
  const kinds = new Map(catalogue.vocabulary.kinds.map((kind) => [kind.name, kind.title]));
  const labels = new Map(catalogue.labels.map((label) => [label.id, label]));
  const baselines = catalogue.baselines.filter((baseline) => baseline.record_type === type.id);
  return (
    <>
      <table className="ruled">
        <thead>
          <tr>
            <th className="margin" style={{ width: 230 }}>
              Field
            </th>
            <th>Kind</th>
            <th>Sensitivity</th>
            <th>Starts as</th>
            <th>Holds</th>
          </tr>
        </thead>
        {type.sections.map((section) => (
          <tbody key={section.id}>
            <tr className="section">
              <th className="margin" scope="rowgroup">
                {section.name}
              </th>
              <td colSpan={4} />
            </tr>
            {type.fields
              .filter((field) => field.section === section.id)
              .map((field) => {
                const label = labels.get(field.label);
                return (
                  <tr key={field.id}>
                    <th className="margin" scope="row" title={field.help}>
                      {field.name}{" "}
                      <div className="tag">
                        {field.id} ·{" "}
                        <Link
                          aria-label={`Rules that reach ${field.name}`}
                          to={{
                            pathname: "/rules",
                            search: withPart(search, "reach", `field:${type.id}:${field.id}`),
                          }}
                        >
                          rules
                        </Link>
                      </div>
                    </th>
                    <td>{kinds.get(field.kind) ?? field.kind}</td>
                    <td>
                      <span className={`tag ${field.label}`}>{label?.name ?? field.label}</span>
                    </td>
                    <td>
                      <StartingState state={{ ...label?.start, ...field.baseline }} />
                      {field.baseline && <div className="tag">by its own baseline</div>}
                    </td>
                    <td className="wrap soft">
                      {field.about.given === "computed" ? (
                        <FormulaEditor field={field} type={type} readOnly={readOnly} onChange={onChange} />
                      ) : (
                        (field.options?.map((option) => option.name).join(", ") ??
                        field.refers_to ??
                        field.about.sample)
                      )}
                    </td>
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
      <thead>
        <tr>
          <th className="margin" style={{ width: 230 }}>
            Baseline
          </th>
          <th>Holds</th>
          <th>Starting states</th>
        </tr>
      </thead>
      <tbody>
        {baselines.map((baseline) => (
          <tr key={baseline.id}>
            <th className="margin" scope="row">
              {baseline.name}
            </th>
            <td>
              {[
                ...(baseline.units ?? []).map((id) => `at ${units.get(id) ?? id}`),
                ...(baseline.categories ?? []).map(
                  (id) =>
                    `when ${category?.name} is ${category?.options?.find((option) => option.id === id)?.name ?? id}`,
                ),
              ].join("; ")}
            </td>
            <td className="wrap">
              {Object.entries(baseline.states)
                .map(
                  ([id, state]) =>
                    `${type.fields.find((field) => field.id === id)?.name ?? id}: ${[state.visibility, state.entry, state.presence].filter(Boolean).join(", ")}`,
                )
                .join("; ")}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
