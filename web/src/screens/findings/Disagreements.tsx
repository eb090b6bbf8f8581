import type { FindingLine, Findings } from "../../api/types";
import { MatrixPicture, savePicture } from "../../ink/pictures";
import { useSource } from "../../shared/useSource";
import { DisagreementList } from "./DisagreementList";
import { DisagreementMatrix } from "./DisagreementMatrix";
import { FACETS } from "./facets";

type Props = {
  lines: FindingLine[];
  total: number;
  rules: Findings["rules"];
  onChoose: (id: string) => void;
};

/** Rules up to which a matrix reads well; above it is mostly empty and its headings run together. */
const MATRIX = 36;

/** Which rules disagree with which, record type by record type: as a matrix while there are few, else as a list. */
export function Disagreements({ lines, total, rules, onChoose }: Props) {
  const source = useSource();
  if (lines.length === 0) return <div className="empty">No rules disagree here.</div>;
  const types = [...new Map(lines.map((line) => [line.record_type, line.type_name]))];
  const known = new Map(rules.map((rule) => [rule.id, rule]));
  return (
    <>
      <p className="soft">
        {Object.values(FACETS)
          .map(({ mark, words }) => `${mark}: ${words}`)
          .join(", ")}
        .
        {total > lines.length &&
          ` The first ${lines.length} of ${total} are shown. Choose a record type to see all of its own.`}
      </p>
      {types.map(([id, name]) => {
        const own = lines.filter((line) => line.record_type === id);
        const named = [...new Set(own.flatMap((line) => line.rules))]
          .flatMap((rule) => known.get(rule) ?? [])
          .sort((one, other) => order(one.number) - order(other.number));
        const Picture = named.length > MATRIX ? DisagreementList : DisagreementMatrix;
        return (
          <section key={id} aria-label={`Which rules of ${name} disagree`}>
            <div className="head">
              {types.length > 1 && <h2>{name}</h2>}
              <span className="push">
                <button
                  type="button"
                  className="plain"
                  onClick={() =>
                    void savePicture(
                      `disagreements-${id}`,
                      <MatrixPicture lines={own} rules={named} title={`Which rules of ${name} disagree`} />,
                      source(),
                    )
                  }
                >
                  SVG
                </button>
              </span>
            </div>
            <Picture lines={own} rules={named} onChoose={onChoose} />
          </section>
        );
      })}
    </>
  );
}

/** Guardrails, like "G2", come after the numbered rules. */
const order = (number: string) => (number.startsWith("G") ? 1_000_000 : 0) + Number(number.replace("G", ""));
