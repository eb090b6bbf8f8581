import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { Entered } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { askedOf } from "../../question/asked";
import { MODES, useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { MadeUp } from "../../shared/MadeUp";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useBroughtToSight } from "../../shared/useBroughtToSight";
import { Ask } from "./Ask";
import { Ledger } from "./Ledger";
import { MakeRule } from "./MakeRule";
import { localWords } from "../../shared/localWords";

type Props = { field: string; audience: string; entered?: Entered; onClose: () => void };

/** Why a field is as it is, as a ledger with a running balance; without a record, for each outcome it can have. */
export function ReasoningPanel({ field, audience, entered, onClose }: Props) {
  const { question } = useSubject();
  const [chosen, setChosen] = useState(0);
  const panel = useBroughtToSight<HTMLElement>(`${field} ${audience}`);
  const search = useQuestionSearch();
  const asked = {
    as: audience,
    ...askedOf(question),
    ...(entered ? { entered } : {}),
  };
  const reasoning = api.useQuery(
    "post",
    "/api/reasoning",
    { body: { question: asked, field, state: question.state } },
    { placeholderData: (previous) => (previous?.field === field ? previous : undefined) },
  );
  const data = reasoning.data;
  const outcome = data?.outcomes[Math.min(chosen, data.outcomes.length - 1)];
  return (
    <aside className="side reasoning" aria-label="Reasoning" ref={panel}>
      <div className="head">
        <h1>{data?.name ?? "Reasoning"}</h1>
        <button type="button" className="plain" style={{ marginLeft: "auto" }} onClick={onClose}>
          Close
        </button>
      </div>
      {reasoning.error ? (
        <ProblemNotice error={reasoning.error} onAgain={() => void reasoning.refetch()} />
      ) : null}
      {!data && !reasoning.error && <Loading what="Loading the reasoning" />}
      {data && outcome && (
        <>
          <p className="soft">
            for {data.audience}, {MODES[question.mode]}; under {data.section}; {data.kind},{" "}
            {data.label.toLowerCase()}
          </p>
          <div className="verdict">
            <Glyph cell={outcome.level} named={false} />
            <div>
              <b>{LEVEL_NAMES[outcome.level]}</b>
              {outcome.mask_words && <small>{outcome.mask_words}</small>}
              {!question.record && !entered && data.outcomes.length === 1 && (
                <small>
                  {data.complete ? "for any record" : "in every record tried (there may be more)"}
                </small>
              )}
            </div>
          </div>
          {data.outcomes.length > 1 && (
            <div className="outcomes" role="group" aria-label="Outcomes, depending on the record">
              <p>
                It depends on the record. {data.complete ? "" : "There may be other outcomes. "}Each has an
                example:
              </p>
              {data.outcomes.map((each, index) => (
                <button
                  type="button"
                  key={each.level}
                  aria-pressed={index === chosen}
                  onClick={() => setChosen(index)}
                >
                  <Glyph cell={each.level} small named={false} />
                  <span>
                    <b>{LEVEL_NAMES[each.level]}</b>{" "}
                    {each.example.length > 0 && (
                      <>
                        {each.when ? `when ${localWords(each.when)}; ` : ""}for example when{" "}
                        {each.example
                          .map((value) => `${value.name} is ${localWords(value.words)}`)
                          .join(", ")}
                      </>
                    )}
                  </span>
                </button>
              ))}
            </div>
          )}
          <MadeUp names={data.made_up} />
          <Ledger stages={outcome.stages} value={outcome.value} search={search} />
          <Ask field={field} asked={asked} state={question.state} title={data.audience} />
          {/* The map offers it below the cells. */}
          {entered && <MakeRule field={field} audience={audience} />}
          {audience.startsWith("user:") && !entered && (
            <p>
              <Link to={{ pathname: "/rehearsal", search: withPart(search, "as", audience.slice(5)) }}>
                Rehearse the form as {data.audience}
              </Link>
            </p>
          )}
        </>
      )}
    </aside>
  );
}
