import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { ask, query } from "../../api/client";
import type { AuditRun, Finding, Findings } from "../../api/types";
import type { OpenQuestion } from "../../question/useOpenQuestion";

/** How often a running audit is asked how far it is, in milliseconds. */
const LOOK = 200;

/** What narrows the list beside the question: one kind of finding, only those between rules, and whether accepted ones are in it. */
export type Narrowing = { kind: string; accepted: boolean; between: boolean };

/** What the audit found on a question. While it runs, what is proved is fetched record type by record type. */
export function useFindings(question: OpenQuestion, { kind, accepted, between }: Narrowing) {
  const client = useQueryClient();
  const { state, type } = question;
  const parameters = { state, record_type: type, mode: question.mode, channel: question.channel, unit: question.unit, audiences: question.audiences.join(","), detector: kind, between: between ? "yes" : "", accepted: accepted ? "yes" : "" };
  const findings = useQuery({
    queryKey: ["policy", "findings", parameters],
    queryFn: () => ask<Findings>(`/api/findings${query(parameters)}`),
    placeholderData: (previous) => previous,
  });
  const again = useCallback(async () => {
    await Promise.all(["findings", "finding", "overview"].map((part) => client.invalidateQueries({ queryKey: ["policy", part] })));
  }, [client]);
  const told = findings.data?.run;
  const polled = useQuery({
    queryKey: ["audit-run", told?.id],
    queryFn: () => ask<AuditRun>(`/api/audit/${told?.id ?? 0}`),
    enabled: told?.status === "running",
    refetchInterval: (fetched) => (fetched.state.data?.status === "running" ? LOOK : false),
  });
  const run = told?.status === "running" ? (polled.data ?? told) : told;
  // Each record type that is proved, and the end, brings something new to show.
  const stage = told?.status === "running" ? `${run?.status} ${run?.proved}` : "";
  useEffect(() => {
    if (stage !== "" && stage !== "running 0") void again();
  }, [stage, again]);
  const start = useCallback(async () => {
    await ask<AuditRun>("/api/audit", { method: "POST", body: { state, ...(type ? { first: type } : {}) } });
    await again();
  }, [state, type, again]);
  const cancel = useCallback(async (id: number) => {
    await ask<AuditRun>(`/api/audit/${id}`, { method: "DELETE" });
    await again();
  }, [again]);
  return { findings, run, start, cancel, again };
}

/** One finding with everything. */
export const useFinding = (state: OpenQuestion["state"], id: string) =>
  useQuery({ queryKey: ["policy", "finding", state, id], queryFn: () => ask<Finding>(`/api/findings/${id}${query({ state })}`), enabled: id !== "", retry: false });
