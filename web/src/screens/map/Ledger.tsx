import { Fragment, useState } from "react";
import { Link } from "react-router";
import type { Entry, Stage, ValueAccount } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { withPart } from "../../question/withPart";
import { localWords } from "../../shared/localWords";

const NAMES: Record<Stage["stage"], string> = {
  baseline: "Baseline",
  rules: "Rules",
  guardrails: "Guardrails",
  consistency: "Consistency",
};

/** The stages of a decision as entries of a ledger; behind the margin rule, what the access has resulted in so far. */
export function Ledger({ stages, value, search }: { stages: Stage[]; value?: ValueAccount; search: string }) {
  const [all, setAll] = useState(false);
  const silent = stages
    .flatMap((stage) => stage.entries)
    .filter((entry) => entry.rule && entry.applies === "not_applicable").length;
  return (
    <>
      <table className="ledger">
        <tbody>
          {stages.map((stage, index) => {
            const shown = stage.entries.filter(
              (entry) => all || !entry.rule || entry.applies !== "not_applicable",
            );
            return (
              <Fragment key={stage.stage}>
                <tr className="stage">
                  <th scope="rowgroup">
                    {NAMES[stage.stage]}
                    {stage.precedence_words && ` · ${stage.precedence_words}`}
                  </th>
                  <td className="balance">{index === 0 ? "balance" : ""}</td>
                </tr>
                {shown.map((entry) => (
                  <tr
                    key={`${entry.rule ?? entry.id ?? entry.words} ${entry.otherwise ? "otherwise" : ""}`}
                    className={entry.applies === "not_applicable" ? "silent" : ""}
                  >
                    <td>
                      <EntryWords entry={entry} search={search} />
                    </td>
                    <td className="balance">
                      <Glyph cell={entry.balance} />
                    </td>
                  </tr>
                ))}
                {shown.length === 0 && (
                  <tr className="silent">
                    <td>{stage.stage === "consistency" ? "Nothing to fix" : "None apply"}</td>
                    <td className="balance">
                      <Glyph cell={stage.balance} />
                    </td>
                  </tr>
                )}
              </Fragment>
            );
          })}
        </tbody>
      </table>
      {value && <ValueLines value={value} search={search} />}
      {silent > 0 && (
        <button type="button" className="plain" onClick={() => setAll(!all)}>
          {all
            ? "Hide rules that don’t apply"
            : `Show ${silent} ${silent === 1 ? "rule" : "rules"} that ${silent === 1 ? "does" : "do"} not apply, and why`}
        </button>
      )}
    </>
  );
}

const VERDICTS = {
  won: "",
  overruled: "overruled",
  not_needed: "not needed",
  in_a_loop: "circular, so it sets nothing",
  not_applicable: "does not apply",
  in_doubt: "can’t be determined",
} as const;

/** Where the value comes from: what rules write, offer or refuse, and what is computed. */
function ValueLines({ value, search }: { value: ValueAccount; search: string }) {
  return (
    <table className="ledger" aria-label="The value">
      <tbody>
        <tr className="stage">
          <th scope="rowgroup">The value</th>
        </tr>
        {value.entries.map((entry) => (
          <tr key={`${entry.rule ?? ""} ${entry.words}`} className={entry.verdict === "won" ? "" : "silent"}>
            <td>
              {entry.rule && (
                <>
                  <span className="mono">{entry.number}</span>{" "}
                  <Link to={{ pathname: "/rules", search: withPart(search, "rule", entry.rule) }}>
                    {entry.title}
                  </Link>
                </>
              )}
              <div>
                {localWords(entry.words)}
                {VERDICTS[entry.verdict] && <span className="soft">, {VERDICTS[entry.verdict]}</span>}
              </div>
              {entry.because && <div className="because">{entry.because}</div>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function EntryWords({ entry, search }: { entry: Entry; search: string }) {
  if (!entry.rule)
    return (
      <>
        {localWords(entry.words)}
        {entry.gives && <div>{gives(entry)}</div>}
        {entry.because && <div className="because">{entry.because}</div>}
      </>
    );
  const verdicts = Object.entries(entry.facets ?? {});
  const overruled = verdicts.length > 0 && verdicts.every(([, verdict]) => verdict.verdict === "overruled");
  return (
    <>
      <span className="mono">{entry.number}</span>{" "}
      <Link
        to={{ pathname: "/rules", search: withPart(search, "rule", entry.rule) }}
        className={overruled ? "overruled" : ""}
        title={entry.sentence && localWords(entry.sentence)}
      >
        {entry.title}
      </Link>
      {entry.otherwise && <span className="soft"> · otherwise</span>}
      {entry.because && (
        <div className={entry.applies === "in_doubt" ? "doubt" : "because"}>{entry.because}</div>
      )}
      {entry.condition && entry.applies === "applies" && (
        <div className="because">
          when {localWords(entry.condition.words)}
          {entry.condition.saw ? `: ${localWords(entry.condition.saw)}` : ""}
        </div>
      )}
      {verdicts.map(([facet, verdict]) => (
        <div key={facet} className={verdict.verdict === "overruled" ? "because" : ""}>
          {verdict.gives}
          {verdict.verdict === "overruled"
            ? `, ${verdict.words ?? "overruled"}`
            : verdict.verdict === "agrees"
              ? ", as it was"
              : ""}
        </div>
      ))}
    </>
  );
}

function gives(entry: Entry): string {
  const state = entry.gives;
  return [state?.visibility, state?.entry, state?.presence, state?.permission].filter(Boolean).join(", ");
}
