import { Button, Checkbox, Progress, Select } from "antd";
import { useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { Finding } from "../../api/types";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { Disagreements } from "./Disagreements";
import { FindingPanel } from "./FindingPanel";
import { useFindings } from "./useFindings";

const SHOWN = 400;

/** What the audit proved, grouped by what it costs; the one chosen is told beside the list. */
export default function FindingsScreen() {
  const { question, type } = useSubject();
  const [search, setSearch] = useSearchParams();
  const { findings, start, cancel, again } = useFindings(question.state);
  const [error, setError] = useState<unknown>(null);
  const every = search.get("types") === "all";
  const accepted = search.get("accepted") === "yes";
  const kind = search.get("kind") ?? "";
  const picture = search.get("picture") === "yes";
  const chosen = search.get("finding") ?? "";
  const put = (name: string, value: string) => setSearch((before) => {
    const next = new URLSearchParams(before);
    if (value) next.set(name, value);
    else next.delete(name);
    return next;
  }, { replace: name !== "finding" });
  const data = findings.data;
  const running = data?.run?.status === "running" ? data.run : undefined;
  const stale = data !== undefined && !data.current && !running;
  // What is out of date is proved again by itself; somebody who cancelled it is left alone.
  const asked = useRef("");
  const key = `${question.state} ${data?.run?.id ?? 0}`;
  useEffect(() => {
    if (!stale || data?.run?.status === "cancelled" || asked.current === key) return;
    asked.current = key;
    start().catch(setError);
  }, [stale, data?.run?.status, key, start]);
  const mine = (data?.findings ?? []).filter((finding) => every || finding.record_type === type?.id);
  const shown = mine.filter((finding) => (accepted || !finding.accepted) && (!kind || finding.detector === kind));
  const kinds = [...new Map((data?.findings ?? []).map((finding) => [finding.detector, finding.title])).entries()];
  const finding = data?.findings.find((each) => each.id === chosen);
  return (
    <>
      <QuestionStrip who="audiences" />
      <main className="page">
        <div className={`split ${finding ? "wide" : "single"}`}>
          <div className="sheet">
            <div className="head">
              <h1>Findings</h1>
              <span className="soft">{data ? `${shown.length} ${shown.length === 1 ? "finding" : "findings"} ${every ? "in all record types" : `on ${type?.name.toLowerCase() ?? "…"}`}` : ""}</span>
              <span className="push">
                <Checkbox checked={every} onChange={(event) => put("types", event.target.checked ? "all" : "")}>All record types</Checkbox>
                <Checkbox checked={accepted} onChange={(event) => put("accepted", event.target.checked ? "yes" : "")}>Accepted ones</Checkbox>
                <Select aria-label="Kind of finding" value={kind} onChange={(next: string) => put("kind", next)} style={{ minWidth: 150 }} popupMatchSelectWidth={false} options={[{ value: "", label: "every kind" }, ...kinds.map(([value, label]) => ({ value, label }))]} />
                <Button aria-pressed={picture} onClick={() => put("picture", picture ? "" : "yes")}>{picture ? "List" : "Which disagree"}</Button>
              </span>
            </div>
            {findings.error || error ? <ProblemNotice error={findings.error ?? error} onAgain={() => void again()} /> : null}
            {!data && !findings.error && <Loading />}
            {running && (
              <div className="row-flex audit-progress" role="status">
                <Progress percent={running.total ? Math.round((100 * running.done) / running.total) : 0} style={{ width: 220 }} size="small" />
                <span className="soft">{running.looking_at || "Beginning"}</span>
                <button type="button" className="plain" onClick={() => void cancel(running.id).catch(setError)}>Cancel</button>
              </div>
            )}
            {stale && (
              <div className="notice calm" role="status">
                {data.run?.status === "cancelled" ? "The audit was cancelled. " : data.run?.status === "broken_off" ? "The audit was broken off when the server stopped. " : "The rules have changed since. "}
                <button type="button" className="plain" onClick={() => void start().catch(setError)}>Audit again</button>
              </div>
            )}
            {data && picture && <Disagreements findings={mine} onChoose={(id) => put("finding", id)} />}
            {data && !picture && data.groups.map((group) => <Group key={group.id} name={group.name} findings={shown.filter((each) => each.group === group.id).slice(0, SHOWN)} chosen={chosen} onChoose={(id) => put("finding", id)} />)}
            {data && shown.length === 0 && !running && data.current && <div className="empty">The audit found nothing{every ? "" : " on this record type"}{kind ? " of that kind" : ""}.</div>}
          </div>
          {finding && <FindingPanel key={finding.id} finding={finding} state={question.state} current={data?.current ?? false} onChanged={again} onClose={() => put("finding", "")} />}
        </div>
      </main>
    </>
  );
}

function Group({ name, findings, chosen, onChoose }: { name: string; findings: Finding[]; chosen: string; onChoose: (id: string) => void }) {
  if (findings.length === 0) return null;
  return (
    <section aria-label={name}>
      <h2 className="finding-group">{name} <span className="mono">{findings.length}</span></h2>
      {findings.map((finding) => (
        <button type="button" key={finding.id} className={`finding-row ${finding.severity} ${finding.id === chosen ? "on" : ""}`} aria-pressed={finding.id === chosen} onClick={() => onChoose(finding.id)}>
          <span className="kind">{finding.title}</span>
          <span className="body">{finding.words}
            {finding.accepted && <span className="tag mark-verd"> accepted by {finding.accepted.by}</span>}
            {finding.was_accepted && <span className="tag mark-verm"> accepted before its rules changed</span>}
          </span>
          <span className="tag">{finding.type_name}</span>
        </button>
      ))}
    </section>
  );
}
