import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { ask, query } from "../../api/client";
import type { PolicyState } from "../../api/queries";
import type { AuditRun, Findings } from "../../api/types";

/** How often a running audit is asked how far it is, in milliseconds. */
const LOOK = 400;

/** What the audit found; asks again for as long as it runs. */
export function useFindings(state: PolicyState) {
  const client = useQueryClient();
  const findings = useQuery({
    queryKey: ["policy", "findings", state],
    queryFn: () => ask<Findings>(`/api/findings${query({ state })}`),
    refetchInterval: (fetched) => (fetched.state.data?.run?.status === "running" ? LOOK : false),
  });
  const again = useCallback(() => client.invalidateQueries({ queryKey: ["policy", "findings", state] }), [client, state]);
  const start = useCallback(async () => {
    await ask<AuditRun>("/api/audit", { method: "POST", body: { state } });
    await again();
  }, [state, again]);
  const cancel = useCallback(async (id: number) => {
    await ask<AuditRun>(`/api/audit/${id}`, { method: "DELETE" });
    await again();
  }, [again]);
  return { findings, start, cancel, again };
}
