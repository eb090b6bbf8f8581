import { App, Button, Checkbox, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { api, ProblemError } from "../../api/client";
import { useCatalogue, type PolicyState } from "../../api/queries";
import type { Expectation, Finding } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { useQuestionSearch } from "../../question/useQuestion";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { saveAsFile } from "../../shared/saveAsFile";
import { useAccount } from "../../shell/account";
import { ExpectationEditor } from "../changes/expectations/ExpectationEditor";
import { SentenceWords } from "../rules/SentenceWords";
import { ConcernedCells } from "./ConcernedCells";
import { exampleSearch } from "../../question/exampleSearch";
import { RuleLink } from "./RuleLink";
import { useFinding } from "./useFindings";
import { useBroughtToSight } from "../../shared/useBroughtToSight";
import { localWords } from "../../shared/localWords";

type Props = { id: string; state: PolicyState; current: boolean; onClose: () => void };

/** The finding chosen, fetched with everything; one that is no longer there says so. */
export function FindingPanel({ id, ...rest }: Props) {
  const finding = useFinding(rest.state, id);
  if (finding.data && !finding.error) return <Told finding={finding.data} {...rest} />;
  const gone = finding.error instanceof ProblemError && finding.error.status === 404;
  return (
    <aside className="side finding" aria-label="Finding">
      <div className="head">
        <h1>{gone ? "Resolved" : "Finding"}</h1>
        <button type="button" className="plain" style={{ marginLeft: "auto" }} onClick={rest.onClose}>
          Close
        </button>
      </div>
      {gone ? (
        <p>The rules have changed, and the audit no longer finds this.</p>
      ) : finding.error ? (
        <ProblemNotice error={finding.error} />
      ) : (
        <Loading />
      )}
    </aside>
  );
}

/** One finding: the rules face to face, where they meet, who wins, the example that shows it, and what can be done. */
function Told({ finding, state, current, onClose }: Omit<Props, "id"> & { finding: Finding }) {
  const search = useQuestionSearch();
  const [expected, setExpected] = useState(false);
  const panel = useBroughtToSight<HTMLElement>(finding.id);
  const { may } = useAccount();
  const zone = useCatalogue(state).data?.vocabulary.time_zone ?? "";
  const levels = Object.entries(finding.example?.levels ?? {});
  const names = new Map(finding.fields.map((field) => [field.id, field.name]));
  return (
    <aside className="side finding" aria-label="Finding" ref={panel}>
      <div className="head">
        <h1>{finding.title}</h1>
        <span className="soft">{finding.type_name}</span>
        <button type="button" className="plain" style={{ marginLeft: "auto" }} onClick={onClose}>
          Close
        </button>
      </div>
      <p className="lead">{localWords(finding.words)}</p>
      <p className="soft">{finding.meaning}</p>
      {finding.rules.length > 0 && (
        <div className={`faces ${finding.rules.length === 2 ? "two" : ""}`}>
          {finding.rules.map((rule) => (
            <section key={rule.id} aria-label={`Rule ${rule.number}`}>
              <h3>
                <RuleLink rule={rule} type={finding.record_type} />
              </h3>
              <SentenceWords segments={rule.sentence} />
            </section>
          ))}
        </div>
      )}
      {finding.overlap && (
        <dl className="overlap" aria-label="Where they overlap">
          <dt>Who</dt>
          <dd>{finding.overlap.who}</dd>
          <dt>Where</dt>
          <dd>{finding.overlap.where}</dd>
          <dt>Modes</dt>
          <dd>{finding.overlap.modes}</dd>
          <dt>When</dt>
          <dd>{localWords(finding.overlap.when)}</dd>
        </dl>
      )}
      {finding.winner && (
        <p className="winner">
          <b>{localWords(finding.winner)}</b> <Link to={{ pathname: "/precedence", search }}>Precedence</Link>
        </p>
      )}
      {finding.example && (
        <section aria-label="Example">
          <h3>Example</h3>
          {finding.example.lines.length > 0 && (
            <p>
              As when{" "}
              {finding.example.lines.map((line) => `${line.name} is ${localWords(line.words)}`).join(", ")}.
            </p>
          )}
          {levels.map(([field, level]) => (
            <p key={field} className="row-flex" style={{ gap: 6 }}>
              <Glyph cell={level} small named={false} />
              {names.get(field) ?? field} is {level.replace("_", "-")}
            </p>
          ))}
          <p className="row-flex" style={{ gap: 14 }}>
            <Link to={{ pathname: "/rehearsal", search: exampleSearch(finding.example, state, zone) }}>
              Open in rehearsal
            </Link>
            <button
              type="button"
              className="plain"
              onClick={() => saveAsFile("example.json", finding.example?.question ?? {})}
            >
              Save as a file for bin/ledger
            </button>
            {may("edit") && (
              <button type="button" className="plain" onClick={() => setExpected(true)}>
                Add expectation
              </button>
            )}
          </p>
        </section>
      )}
      {expected && finding.example && (
        <ExpectationEditor
          given={expectationOf(finding.example)}
          groups={[]}
          onClose={() => setExpected(false)}
        />
      )}
      <ConcernedCells finding={finding} state={state} />
      {may("edit") && state === "pending" && <Mend finding={finding} current={current} />}
      {may("edit") && <Accept finding={finding} state={state} />}
    </aside>
  );
}

/** The question of an example with what it gets now, to be corrected to what it should get. */
function expectationOf({ question, levels }: NonNullable<Finding["example"]>): Expectation {
  const split = (action: boolean) =>
    Object.fromEntries(
      Object.entries(levels)
        .filter(([id]) => id.startsWith("action/") === action)
        .map(([id, level]) => [id.replace("action/", ""), level]),
    );
  const actions = split(true) as Record<string, "allowed" | "denied">;
  return {
    id: "",
    title: "",
    question,
    answer: { levels: split(false), ...(Object.keys(actions).length > 0 ? { actions } : {}) },
  };
}

/** The remedies: what each would do is shown before it is taken, and none is taken by itself. */
function Mend({ finding, current }: { finding: Finding; current: boolean }) {
  const { message } = App.useApp();
  const [looked, setLooked] = useState<number | null>(null);
  const looking = api.useMutation("post", "/api/findings/{id}/remedies/{index}/preview");
  const taking = api.useMutation("post", "/api/findings/{id}/remedies/{index}", {
    onSuccess: () => message.success("Saved to the change set"),
  });
  if (finding.remedies.length === 0) return null;
  const of = (index: number) => ({
    params: { path: { id: finding.id, index: String(index) }, query: { state: "pending" as const } },
    body: {},
  });
  const look = (index: number) => looking.mutate(of(index), { onSuccess: () => setLooked(index) });
  const take = (index: number) => taking.mutate(of(index));
  const sentences = looking.data?.sentences ?? [];
  const error: unknown = looking.error ?? taking.error;
  return (
    <section aria-label="Possible fixes">
      <h3>Possible fixes</h3>
      <ul className="remedies">
        {finding.remedies.map((words, index) => (
          <li key={words}>
            <button
              type="button"
              className="plain"
              aria-expanded={looked === index}
              onClick={() => look(index)}
            >
              {localWords(words)}
            </button>
            {looked === index && (
              <div className="what">
                {sentences.map((sentence) => (
                  <div key={sentence}>{localWords(sentence)}</div>
                ))}
                {sentences.length === 0 && <div className="soft">Proved: no one’s access changes.</div>}
                <Button size="small" type="primary" disabled={!current} onClick={() => take(index)}>
                  Add to change set
                </Button>
              </div>
            )}
          </li>
        ))}
      </ul>
      {error ? <ProblemNotice error={error} /> : null}
    </section>
  );
}

/** Accepting a finding with a reason and an end; it holds until its rules change. */
function Accept({ finding, state }: { finding: Finding; state: PolicyState }) {
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("");
  const [open, setOpen] = useState(false);
  const [alike, setAlike] = useState(false);
  const of = { params: { path: { id: finding.id }, query: { state } } };
  const shut = { onSuccess: () => setOpen(false) };
  const accepting = api.useMutation("put", "/api/findings/{id}/acceptance", shut);
  const releasing = api.useMutation("delete", "/api/findings/{id}/acceptance", shut);
  const error: unknown = accepting.error ?? releasing.error;
  if (finding.accepted) {
    return (
      <section aria-label="Accepted">
        <h3>Accepted</h3>
        <p>
          {finding.accepted.reason}{" "}
          <span className="soft">
            ({finding.accepted.by}
            {finding.accepted.until ? `, until ${finding.accepted.until}` : ", indefinitely"})
          </span>
        </p>
        <button
          type="button"
          className="plain"
          onClick={() => releasing.mutate({ params: { path: { id: finding.id } } })}
        >
          Stop accepting
        </button>
      </section>
    );
  }
  if (!open)
    return (
      <p>
        <button type="button" className="plain" onClick={() => setOpen(true)}>
          Accept with a reason
        </button>
      </p>
    );
  return (
    <section aria-label="Accept" className="stack">
      <Input.TextArea
        aria-label="Reason for accepting it"
        autoSize={{ minRows: 2, maxRows: 5 }}
        maxLength={1000}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        placeholder="Why this is acceptable"
      />
      <label className="line" style={{ maxWidth: 180 }}>
        Until
        <Input type="date" value={until} onChange={(event) => setUntil(event.target.value)} />
      </label>
      {finding.alike > 1 && (
        <Checkbox checked={alike} onChange={(event) => setAlike(event.target.checked)}>
          all {finding.alike} findings of this kind about {finding.fields[0]?.name}
        </Checkbox>
      )}
      <span className="row-flex">
        <Button
          type="primary"
          disabled={reason.trim() === ""}
          onClick={() =>
            accepting.mutate({
              ...of,
              body: { reason, ...(until ? { until } : {}), ...(alike ? { alike } : {}) },
            })
          }
        >
          Accept
        </Button>
        <button type="button" className="plain" onClick={() => setOpen(false)}>
          Cancel
        </button>
      </span>
      {error ? <ProblemNotice error={error} /> : null}
    </section>
  );
}
