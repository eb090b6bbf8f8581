import { Button, Checkbox, Select } from "antd";
import { useEffect, useRef } from "react";
import { useSearchParams } from "react-router";
import type { Findings } from "../../api/types";
import { useOpenQuestion, type OpenQuestion } from "../../question/useOpenQuestion";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveList } from "../../shared/SaveList";
import { AuditStanding, provedWords } from "./AuditStanding";
import { Disagreements } from "./Disagreements";
import { FindingList } from "./FindingList";
import { FindingPanel } from "./FindingPanel";
import { FindingsStrip } from "./FindingsStrip";
import { useFindings } from "./useFindings";

/** What the audit proved, grouped by what it costs; the one chosen is told beside the list. */
export default function FindingsScreen() {
  const [question, change] = useOpenQuestion();
  const [search, setSearch] = useSearchParams();
  const accepted = search.get("accepted") === "yes";
  const picture = search.get("picture") === "yes";
  const kind = picture ? "" : (search.get("kind") ?? "");
  const chosen = search.get("finding") ?? "";
  const { findings, run, start, cancel, again, error } = useFindings(question, {
    kind,
    accepted,
    between: picture,
  });
  const put = (name: string, value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: name !== "finding" },
    );
  const data = findings.data;
  useProvingByItself(question, data, run?.status, start);
  const total = data ? data.groups.reduce((sum, group) => sum + group.total, 0) : 0;
  return (
    <>
      <FindingsStrip question={question} change={change} />
      <main className="page">
        <div className={`split ${chosen ? "wide" : "single"}`}>
          <div className="sheet">
            <div className="head">
              <h1>Findings</h1>
              <span className="soft">{data ? countWords(total, data) : ""}</span>
              <span className="push">
                <Checkbox
                  checked={accepted}
                  onChange={(event) => put("accepted", event.target.checked ? "yes" : "")}
                >
                  Show accepted
                </Checkbox>
                <Select
                  aria-label="Kind of finding"
                  value={kind}
                  disabled={picture}
                  onChange={(next: string) => put("kind", next)}
                  style={{ minWidth: 150 }}
                  popupMatchSelectWidth={false}
                  options={[
                    { value: "", label: "every kind" },
                    ...(data?.kinds ?? []).map((each) => ({
                      value: each.id,
                      label: `${each.name} (${each.total})`,
                    })),
                  ]}
                />
                {data && (
                  <SaveList
                    name="findings"
                    heading={["Cost", "Kind", "Record type", "Fields", "Rules", "Finding"]}
                    rows={() =>
                      data.groups.flatMap((group) =>
                        group.findings.map((line) => [
                          group.name,
                          data.kinds.find((each) => each.id === line.detector)?.name ?? line.detector,
                          line.type_name,
                          line.fields.join(", "),
                          line.rules.join(", "),
                          line.words,
                        ]),
                      )
                    }
                  />
                )}
                <Button aria-pressed={picture} onClick={() => put("picture", picture ? "" : "yes")}>
                  {picture ? "List" : "Disagreements"}
                </Button>
              </span>
            </div>
            {findings.error || error ? (
              <ProblemNotice error={findings.error ?? error} onAgain={() => void again()} />
            ) : null}
            {!data && !findings.error && <Loading />}
            {data && <AuditStanding data={data} run={run} onStart={start} onCancel={cancel} />}
            {data && picture && (
              <Disagreements
                lines={data.groups.flatMap((group) => group.findings)}
                total={total}
                rules={data.rules}
                onChoose={(id) => put("finding", id)}
              />
            )}
            {data && !picture && (
              <FindingList
                key={JSON.stringify(question) + kind}
                groups={data.groups}
                typed={question.type !== ""}
                chosen={chosen}
                onChoose={(id) => put("finding", id)}
              />
            )}
            {data && !picture && total === 0 && (
              <div className="empty">{nothingWords(data, run?.status === "running")}</div>
            )}
            {data && data.beside > 0 && (
              <p className="soft">
                {data.beside} more {data.beside === 1 ? "is" : "are"} about rules outside this question.{" "}
                <button
                  type="button"
                  className="plain"
                  onClick={() => change({ audiences: "", mode: "", channel: "", unit: "" })}
                >
                  Show all
                </button>
              </p>
            )}
          </div>
          {chosen && (
            <FindingPanel
              key={chosen}
              id={chosen}
              state={question.state}
              current={data?.current ?? false}
              onClose={() => put("finding", "")}
            />
          )}
        </div>
      </main>
    </>
  );
}

/** What is out of date is proved again by itself; someone who cancelled it is left alone. */
function useProvingByItself(
  question: OpenQuestion,
  data: Findings | undefined,
  status: string | undefined,
  begin: () => void,
) {
  const asked = useRef("");
  const key = `${question.state} ${question.type} ${data?.run?.id ?? 0}`;
  const stale = data !== undefined && !data.current && status !== "running" && status !== "cancelled";
  useEffect(() => {
    // One that breaks off again and again is left to the reader.
    if (!stale || asked.current === key || (status === "broken_off" && asked.current !== "")) return;
    asked.current = key;
    begin();
  });
}

function countWords(total: number, data: Findings): string {
  const rules = `${data.audited} ${data.audited === 1 ? "rule" : "rules"}`;
  if (data.audited === 0 && data.current) return "";
  if (!data.proved_at) return `${rules} to look through`;
  const found = `${total} ${total === 1 ? "finding" : "findings"} on ${rules}`;
  return [
    found,
    data.set_aside > 0 && `${data.set_aside} accepted and set aside`,
    data.current && provedWords(data.proved_at),
  ]
    .filter(Boolean)
    .join(", ");
}

function nothingWords(data: Findings, running: boolean): string {
  if (data.audited === 0 && data.current) return "No rules here yet, so there is nothing to audit.";
  if (running || !data.current) return data.proved_at ? "Nothing found so far." : "Nothing proved yet.";
  return data.set_aside > 0 ? "Only accepted findings." : "The audit found nothing here.";
}
