import { useEffect, useState } from "react";
import { api, ProblemError } from "../api/client";
import type { ImportAsked, ImportPreview, ImportRun } from "../api/types";

/** How often a large import is asked how far it is, in milliseconds. */
const LOOK = 500;

type Options = {
  /** What is told of a preview, also where it is refused. */
  onOffers: (offers: ImportPreview["offers"]) => void;
  onImported: (target: "directory" | "change_set") => void;
};

/** Previews an import and does it; a large file as a job, which can be watched and cancelled. */
export function useImporting({ onOffers, onImported }: Options) {
  const [runId, setRunId] = useState<number>();
  const [found, setFound] = useState<ImportPreview>();
  const previewing = api.useMutation("post", "/api/imports/preview", {
    onSuccess: (answer) => {
      if ("status" in answer) {
        setRunId(answer.id);
        return;
      }
      setFound(answer);
      onOffers(answer.offers);
    },
    onError: (error: unknown) => {
      if (error instanceof ProblemError && error.problem.offers) onOffers(error.problem.offers);
    },
  });
  const applying = api.useMutation("post", "/api/imports", {
    onSuccess: (answer) => ("status" in answer ? setRunId(answer.id) : onImported(answer.target)),
  });
  const polled = api.useQuery(
    "get",
    "/api/imports/{id}",
    { params: { path: { id: runId ?? 0 } } },
    {
      enabled: runId !== undefined,
      refetchInterval: (fetched) =>
        fetched.state.data && fetched.state.data.status !== "running" ? false : LOOK,
    },
  );
  const cancelling = api.useMutation("delete", "/api/imports/{id}");
  const run = runId === undefined ? undefined : polled.data;
  const running = runId !== undefined && (!run || run.status === "running");
  const preview = found ?? run?.preview;
  useEffect(() => {
    if (run?.target) onImported(run.target);
    if (run?.preview) onOffers(run.preview.offers);
    // Once for each run that ends.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [run?.id, run?.status]);
  const reset = () => {
    setFound(undefined);
    setRunId(undefined);
    previewing.reset();
    applying.reset();
  };
  return {
    preview,
    /** The job under way, for its progress. */
    run: running ? (run ?? { done: 0, total: 0, looking_at: undefined }) : undefined,
    busy: previewing.isPending || applying.isPending || running,
    error: applying.error ?? previewing.error ?? polled.error ?? (run && refusal(run)),
    look: (body: ImportAsked) => {
      reset();
      previewing.mutate({ body });
    },
    apply: (body: ImportAsked) => {
      // The preview stays in sight while the job that imports takes its place.
      setFound(preview);
      applying.mutate({ body: { ...body, token: preview?.token ?? "" } });
    },
    cancel: () => {
      if (runId !== undefined) cancelling.mutate({ params: { path: { id: runId } } });
    },
    reset,
  };
}

function refusal(run: ImportRun): Error | undefined {
  if (run.problem) return new ProblemError(run.problem);
  return run.status === "broken_off" ? new Error("The import stopped. Try again.") : undefined;
}
