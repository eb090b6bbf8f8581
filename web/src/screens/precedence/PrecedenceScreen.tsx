import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Radio } from "antd";
import { useState } from "react";
import { ask, query } from "../../api/client";
import type { Precedence, PrecedencePreview } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { askedOf } from "../../question/asked";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";

const VALUES = { visibility: ["shown", "masked", "hidden"], entry: ["open", "locked"], presence: ["optional", "required"] } as const;
const NAMES = { visibility: "Sight", entry: "Entry", presence: "Presence" } as const;
type Facet = keyof typeof VALUES;

/** How two rules that speak of one facet become one: the method in force, every other, and what switching would change. */
export default function PrecedenceScreen() {
  const { question, type } = useSubject();
  const { may } = useAccount();
  const { message } = App.useApp();
  const client = useQueryClient();
  const [looked, setLooked] = useState("");
  const [error, setError] = useState<unknown>(null);
  const precedence = useQuery({ queryKey: ["policy", "precedence", question.state], queryFn: () => ask<Precedence>(`/api/precedence${query({ state: question.state })}`) });
  const data = precedence.data;
  const method = data?.methods.find((each) => each.name === (looked || data.policy));
  const other = data !== undefined && method !== undefined && method.name !== data.policy;
  const preview = useQuery({
    queryKey: ["policy", "precedence preview", method?.name, askedOf(question)],
    queryFn: () => ask<PrecedencePreview>("/api/precedence/preview", { method: "POST", body: { precedence: method?.name, question: askedOf(question) } }),
    enabled: other && question.type !== "",
  });
  const keep = async () => {
    setError(null);
    try {
      await ask("/api/precedence", { method: "PUT", body: { precedence: method?.name } });
      setLooked("");
      await client.invalidateQueries({ queryKey: ["policy"] });
      message.success("Kept in the change set");
    } catch (caught) {
      setError(caught);
    }
  };
  return (
    <>
      <QuestionStrip who="audiences" />
      <main className="page">
        <div className="split wide">
          <div className="sheet">
            <div className="head"><h1>Precedence</h1><span className="soft">how rules that disagree become one</span></div>
            {precedence.error ? <ProblemNotice error={precedence.error} onAgain={() => void precedence.refetch()} /> : null}
            {!data && !precedence.error && <Loading />}
            {data && method && (
              <>
                <Radio.Group aria-label="Method" value={method.name} onChange={(event) => setLooked(event.target.value as string)} className="methods"
                  options={data.methods.map((each) => ({ value: each.name, label: `${each.title}${each.standard ? ` (${each.standard})` : ""}${each.name === data.policy ? ", chosen" : ""}` }))} />
                <p className="soft">Rows: what the rule with the better rank, or the closer audience, gives. Columns: what the other one gives. Guardrails can only tighten, whatever the method.</p>
                <div className="outcome-tables">{(Object.keys(VALUES) as Facet[]).map((facet) => <Outcomes key={facet} facet={facet} table={method.tables[facet] ?? []} />)}</div>
                {data.choices.length > 0 && <><h3>Chosen apart</h3><ul className="account-lines">{data.choices.map((choice) => <li key={`${choice.record_type} ${choice.field ?? ""}`}>{[choice.field, choice.record_type].filter(Boolean).join(" of ")}: {data.methods.find((each) => each.name === choice.method)?.title}</li>)}</ul></>}
              </>
            )}
          </div>
          <aside className="side" aria-label="What switching would change">
            <h2>What switching would change</h2>
            {!other && <p className="soft">Choose another method to see which cells of the map and which findings of {type?.name.toLowerCase() ?? "the record type"} it would change. Nothing is kept before you say so.</p>}
            {error ? <ProblemNotice error={error} /> : null}
            {other && preview.error ? <ProblemNotice error={preview.error} /> : null}
            {other && !preview.data && !preview.error && <Loading what="Working it out" />}
            {other && preview.data && (
              <>
                <Cells preview={preview.data} fields={new Map((type?.fields ?? []).map((field) => [field.id, field.name]))} />
                <Findings title="Findings that would go" lines={preview.data.findings.gone} />
                <Findings title="Findings that would come" lines={preview.data.findings.new} />
                <Findings title="Disagreements settled otherwise" lines={preview.data.findings.settled} />
                {may("edit") && question.state === "pending" && <Button type="primary" onClick={() => void keep()}>Keep “{method.title}” in the change set</Button>}
              </>
            )}
          </aside>
        </div>
      </main>
    </>
  );
}

function Outcomes({ facet, table }: { facet: Facet; table: string[][] }) {
  return (
    <table className="outcome-table" aria-label={NAMES[facet]}>
      <thead><tr><th>{NAMES[facet]}</th>{VALUES[facet].map((value) => <th key={value} scope="col">{value}</th>)}</tr></thead>
      <tbody>{VALUES[facet].map((first, row) => <tr key={first}><th scope="row">{first}</th>{(table[row] ?? []).map((outcome, column) => <td key={VALUES[facet][column]} className={outcome === first && outcome === VALUES[facet][column] ? "soft" : outcome === first ? "own" : ""}>{outcome}</td>)}</tr>)}</tbody>
    </table>
  );
}

function Cells({ preview, fields }: { preview: PrecedencePreview; fields: Map<string, string> }) {
  return (
    <section aria-label="Cells of the map that change">
      <h3>{preview.cells.length === 0 ? "No cell of the map changes" : `${preview.cells.length} ${preview.cells.length === 1 ? "cell" : "cells"} of the map change`}</h3>
      <div className="changed-cells" tabIndex={0}>
        <table><tbody>{preview.cells.slice(0, 80).map((cell) => <tr key={`${cell.field} ${cell.column}`}><td>{fields.get(cell.field) ?? cell.field}</td><td>{cell.column.split(":")[1]?.replaceAll("-", " ")}</td><td><Glyph cell={cell.before} small /></td><td aria-hidden="true">→</td><td><Glyph cell={cell.after} small /></td></tr>)}</tbody></table>
      </div>
    </section>
  );
}

function Findings({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null;
  return <section aria-label={title} style={{ paddingTop: 12 }}><h3>{title} <span className="mono">{lines.length}</span></h3><ul className="consequences">{lines.slice(0, 40).map((line) => <li key={line}>{line}</li>)}</ul></section>;
}
