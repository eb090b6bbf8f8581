import { useState } from "react";
import { Link } from "react-router";
import type { Catalogue, Field, RecordType } from "../../api/types";
import { useQuestionSearch } from "../../question/useQuestion";
import { evidenceOf } from "../../question/evidenceOf";
import { withPart } from "../../question/withPart";
import { SectionHeading, withSection } from "./fields/SectionHeading";
import { SeveralFields } from "./fields/SeveralFields";
import { FormulaEditor } from "./FormulaEditor";
import { StartingState } from "./StartingState";
import { localWords } from "../../shared/localWords";

type Props = {
  type: RecordType;
  readOnly: boolean;
  onChange: (type: RecordType) => void;
  catalogue: Catalogue;
  /** Identifier of the field that is edited beside the list. */
  chosen: string;
  onChoose: (field: string) => void;
  /** Makes a field in a section. */
  onAdd: (section: string) => void;
};

/** The fields of a record type under their sections, with what they start as. */
export function TypeFields({ type, readOnly, onChange, catalogue, chosen, onChoose, onAdd }: Props) {
  const [several, setSeveral] = useState<RecordType["sections"][number]>();
  return (
    <>
      <table className="ruled">
        <thead>
          <tr>
            <th className="margin" style={{ width: readOnly ? 300 : 230 }}>
              Field
            </th>
            <th>Kind</th>
            <th>Sensitivity</th>
            <th>Starts as</th>
            <th className="holds">Holds</th>
          </tr>
        </thead>
        {type.sections.map((section) => (
          <tbody key={section.id}>
            <SectionHeading
              section={section}
              type={type}
              readOnly={readOnly}
              onChange={onChange}
              onAdd={() => onAdd(section.id)}
              onSeveral={() => setSeveral(section)}
            />
            {type.fields
              .filter((field) => field.section === section.id)
              .map((field) => (
                <FieldRow
                  key={field.id}
                  field={field}
                  chosen={field.id === chosen}
                  {...{ type, readOnly, onChange, catalogue, onChoose }}
                />
              ))}
          </tbody>
        ))}
      </table>
      {several && (
        <SeveralFields
          section={several}
          onClose={() => setSeveral(undefined)}
          {...{ type, catalogue, onChange }}
        />
      )}
      {!readOnly && (
        <p>
          <button type="button" className="plain" onClick={() => onChange(withSection(type))}>
            Add a section
          </button>
        </p>
      )}
    </>
  );
}

type RowProps = Omit<Props, "chosen" | "onAdd"> & { field: Field; chosen: boolean };

function FieldRow({ field, type, readOnly, onChange, catalogue, chosen, onChoose }: RowProps) {
  const search = useQuestionSearch();
  const kind = catalogue.vocabulary.kinds.find((each) => each.name === field.kind);
  const label = catalogue.labels.find((each) => each.id === field.label);
  return (
    <tr className={chosen ? "chosen" : field.retired ? "retired" : undefined}>
      <th className="margin" scope="row" title={field.help}>
        {readOnly ? (
          field.name
        ) : (
          <button
            type="button"
            className="name"
            aria-pressed={chosen}
            aria-label={`Edit ${field.name}`}
            onClick={() => onChoose(chosen ? "" : field.id)}
          >
            {field.name}
          </button>
        )}{" "}
        <div className="tag under-name">
          {field.id} ·{" "}
          <Link
            aria-label={`Rules that apply to ${field.name}`}
            to={{
              pathname: "/rules",
              search: withPart(search, "reach", `field:${type.id}:${field.id}`),
            }}
          >
            rules
          </Link>
          {readOnly && (
            <>
              {" · "}
              <Link
                aria-label={`Evidence for ${field.name}`}
                to={evidenceOf(field.id, withPart(search, "type", type.id))}
              >
                evidence
              </Link>
            </>
          )}
        </div>
      </th>
      <td>{kind?.title ?? field.kind}</td>
      <td>
        <span className={`tag ${field.label}`}>{label?.name ?? field.label}</span>
      </td>
      <td>
        {field.retired ? (
          <span className="tag">retired: no one sees it</span>
        ) : (
          <>
            <StartingState
              state={{
                ...label?.start,
                ...field.baseline,
                ...(field.about.given ? { entry: "locked" } : {}),
              }}
            />
            {field.about.given && (
              <div className="tag">
                {field.about.given === "computed" ? "calculated, not typed" : "numbered by the system"}
              </div>
            )}
            {field.baseline && <div className="tag">from its own baseline</div>}
          </>
        )}
      </td>
      <td className="wrap soft holds">
        {field.about.given === "computed" ? (
          <FormulaEditor field={field} type={type} readOnly={readOnly} onChange={onChange} />
        ) : (
          (field.options
            ?.map((option) => (option.retired ? `${option.name} (retired)` : option.name))
            .join(", ") ??
          catalogue.record_types.find((each) => each.id === field.refers_to)?.name ??
          localWords(field.about.sample))
        )}
      </td>
    </tr>
  );
}
