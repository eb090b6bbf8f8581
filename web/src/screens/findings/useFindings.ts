import { keepPreviousData, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { api } from "../../api/client";
import type { OpenQuestion } from "../../question/useOpenQuestion";

/** How often a running audit is asked how far it is, in milliseconds. */
const LOOK = 200;

/** What narrows the list beside the question: one kind, only those between rules, and whether accepted ones are in it. */
export type Narrowing = { kind: string; accepted: boolean; between: boolean };

/** Addresses of which there is something new when a part of the audit is done. */
const TOLD = ["/api/findings", "/api/findings/{id}", "/api/overview"];

/** What the audit found on a question. While it runs, what is proved is fetched record type by record type. */
export function useFindings(question: OpenQuestion, { kind, accepted, between }: Narrowing) {
  const client = useQueryClient();
  const { state, type } = question;
  const asked = {
    state,
    record_type: type,
    mode: question.mode,
    channel: question.channel,
    unit: question.unit,
    audiences: question.audiences.join(","),
    detector: kind,
    ...(between ? { between: "yes" as const } : {}),
    ...(accepted ? { accepted: "yes" as const } : {}),
  };
  const findings = api.useQuery(
    "get",
    "/api/findings",
    { params: { query: asked } },
    { placeholderData: keepPreviousData },
  );
  const again = useCallback(
    () => client.invalidateQueries({ predicate: ({ queryKey }) => TOLD.includes(String(queryKey[1])) }),
    [client],
  );
  const told = findings.data?.run;
  const polled = api.useQuery(
    "get",
    "/api/audit/{id}",
    { params: { path: { id: told?.id ?? 0 } } },
    {
      enabled: told?.status === "running",
      refetchInterval: (fetched) => (fetched.state.data?.status === "running" ? LOOK : false),
    },
  );
  const run = told?.status === "running" ? (polled.data ?? told) : told;
  // Each record type that is proved, and the end, brings something new to show.
  const stage = told?.status === "running" ? `${run?.status} ${run?.proved}` : "";
  useEffect(() => {
    if (stage !== "" && stage !== "running 0") void again();
  }, [stage, again]);
  const starting = api.useMutation("post", "/api/audit");
  const cancelling = api.useMutation("delete", "/api/audit/{id}");
  const start = () => starting.mutate({ body: { state, ...(type ? { first: type } : {}) } });
  const cancel = (id: number) => cancelling.mutate({ params: { path: { id } } });
  return { findings, run, start, cancel, again, error: starting.error ?? cancelling.error };
}

/** One finding with everything. */
export const useFinding = (state: OpenQuestion["state"], id: string) =>
  api.useQuery(
    "get",
    "/api/findings/{id}",
    { params: { path: { id }, query: { state } } },
    { enabled: id !== "", retry: false },
  );
