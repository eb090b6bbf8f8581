import type { Precedence } from "../../api/types";

const VALUES = {
  visibility: ["shown", "masked", "hidden"],
  entry: ["open", "locked"],
  presence: ["optional", "required"],
} as const;
const NAMES = { visibility: "Sight", entry: "Entry", presence: "Presence" } as const;
type Facet = keyof typeof VALUES;

/** What any two contributions come to under one method, facet by facet. */
export function OutcomeTables({ method }: { method: Precedence["methods"][number] }) {
  return (
    <>
      <p className="soft">
        Rows: the result of the rule with the better rank or the closer audience. Columns: the result of the
        other rule. Guardrails can only tighten, under every method.
      </p>
      <div className="outcome-tables">
        {(Object.keys(VALUES) as Facet[]).map((facet) => (
          <Outcomes key={facet} facet={facet} table={method.tables[facet] ?? []} />
        ))}
      </div>
    </>
  );
}

function Outcomes({ facet, table }: { facet: Facet; table: string[][] }) {
  const values = VALUES[facet];
  return (
    <table className="outcome-table" aria-label={NAMES[facet]}>
      <thead>
        <tr>
          <th>{NAMES[facet]}</th>
          {values.map((value) => (
            <th key={value} scope="col">
              {value}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {values.map((first, row) => (
          <tr key={first}>
            <th scope="row">{first}</th>
            {(table[row] ?? []).map((outcome, column) => (
              <td
                key={values[column]}
                className={
                  outcome === first && outcome === values[column] ? "soft" : outcome === first ? "own" : ""
                }
              >
                {outcome}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
