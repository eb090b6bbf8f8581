import { Checkbox } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { KeptMatrix, Level } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { counted } from "../../shared/counted";
import { SaveList } from "../../shared/SaveList";

type Cell = NonNullable<KeptMatrix["rows"][number]["cells"][number]>;
type Props = { data: KeptMatrix; name: string; busy: boolean };

/** Each cell of the spreadsheet beside what the policy gives there; where they differ, both are drawn. */
export function MatrixGrid({ data, name, busy }: Props) {
  const [all, setAll] = useState(false);
  const differing = data.counts.other + data.counts.depends + data.counts.undecided;
  const rows = all || differing === 0 ? data.rows : data.rows.filter((row) => row.cells.some(differs));
  return (
    <>
      <p className="row-flex matrix-counts" role="status">
        <span>
          <b>{countsWords(data.counts)}</b>
          <span className="soft"> For any record in any unit, while the record isn’t locked.</span>
        </span>
        <span className="push">
          {differing > 0 && (
            <Checkbox checked={all} onChange={(event) => setAll(event.target.checked)}>
              Show every row
            </Checkbox>
          )}
          <SaveList
            name="spreadsheet-and-policy"
            heading={["Field", "Audience", "Spreadsheet", "Policy", "Verdict"]}
            rows={() => lines(data)}
            inks={[2, 3]}
          />
        </span>
      </p>
      <div
        className="kept-grid"
        tabIndex={0}
        role="region"
        aria-label="Spreadsheet and policy"
        aria-busy={busy}
      >
        <table>
          <thead>
            <tr>
              <th scope="col">{name}</th>
              {data.columns.map((column) => (
                <th key={column.key} scope="col">
                  {column.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.field}>
                <th scope="row">{row.name}</th>
                {row.cells.map((cell, index) => {
                  const column = data.columns[index];
                  return cell && column ? (
                    <Compared key={column.key} cell={cell} row={row} column={column} data={data} />
                  ) : (
                    <td key={column?.key ?? index} className="soft" aria-label="nothing is said" />
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

type ComparedProps = {
  cell: Cell;
  row: { field: string; name: string };
  column: { key: string; name: string };
  data: KeptMatrix;
};

function Compared({ cell, row, column, data }: ComparedProps) {
  const search = useQuestionSearch();
  const policy = cell.levels.join("|");
  const words = `${row.name}, ${column.name}: ${verdictWords(cell)}`;
  if (!differs(cell))
    return (
      <td aria-label={words} className="agrees">
        <Glyph cell={policy} small named={false} />
      </td>
    );
  const asked = [
    ["type", data.record_type],
    ["mode", data.mode],
    ["audiences", data.columns.map((each) => each.key).join(",")],
    ["cell", `${row.field} ${column.key}`],
  ] as const;
  const to = asked.reduce((found, [part, value]) => withPart(found, part, value), search);
  return (
    <td className={`differs ${cell.verdict}`}>
      <Link to={{ pathname: "/map", search: to }} aria-label={words} title={words}>
        <Glyph cell={cell.said} small named={false} />
        <span aria-hidden="true">≠</span>
        <Glyph cell={policy + (cell.verdict === "undecided" ? "+" : "")} small named={false} />
      </Link>
    </td>
  );
}

const differs = (cell: Cell | null) => cell !== null && cell.verdict !== "same";

const levelWords = (levels: string[]) => levels.map((level) => LEVEL_NAMES[level as Level]).join(" or ");

/** "Spreadsheet Hidden, policy Editable" */
function verdictWords(cell: Cell): string {
  const policy = levelWords(cell.levels);
  if (cell.verdict === "same") return policy;
  const both = `spreadsheet ${levelWords([cell.said])}, policy ${policy}`;
  if (cell.verdict === "depends") return `${both}, depending on the record${cell.units ? " and unit" : ""}`;
  return cell.verdict === "undecided" ? `${both}, as far as it could be decided` : both;
}

function countsWords({ same, other, depends, undecided }: KeptMatrix["counts"]): string {
  const total = same + other + depends + undecided;
  if (same === total) return `All ${counted(total, "cell")} agree with the policy.`;
  return `${[
    `${same} of ${counted(total, "cell")} agree`,
    ...(other > 0 ? [`${other} differ`] : []),
    ...(depends > 0 ? [`${depends} agree for some records only`] : []),
    ...(undecided > 0 ? [`${undecided} could not be decided`] : []),
  ].join(", ")}.`;
}

const VERDICTS: Record<Cell["verdict"], string> = {
  same: "agrees",
  other: "differs",
  depends: "depends on the record",
  undecided: "not decided",
};

function lines(data: KeptMatrix): string[][] {
  return data.rows.flatMap((row) =>
    row.cells.flatMap((cell, index) =>
      cell
        ? [
            [
              row.name,
              data.columns[index]?.name ?? "",
              levelWords([cell.said]),
              levelWords(cell.levels),
              VERDICTS[cell.verdict],
            ],
          ]
        : [],
    ),
  );
}
