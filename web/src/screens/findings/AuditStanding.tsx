import { Progress } from "antd";
import type { AuditRun, Findings } from "../../api/types";

type Props = {
  data: Findings;
  run: AuditRun | undefined;
  onStart: () => void;
  onCancel: (id: number) => void;
};

/** Audit progress: its progress while it runs, why it is out of date, and what it could not decide. */
export function AuditStanding({ data, run, onStart, onCancel }: Props) {
  const running = run?.status === "running" ? run : undefined;
  return (
    <>
      {running && (
        <div className="row-flex audit-progress" role="status">
          <Progress
            aria-label="Audit progress"
            percent={running.total ? Math.round((100 * running.done) / running.total) : 0}
            style={{ width: 220 }}
            size="small"
          />
          <span className="soft">{running.looking_at || "Beginning"}</span>
          <button type="button" className="plain" onClick={() => onCancel(running.id)}>
            Cancel
          </button>
        </div>
      )}
      {!running && !data.current && (
        <div className="notice calm" role="status">
          {WHY[run?.status ?? ""] ?? "The rules have changed since then. "}
          <button type="button" className="plain" onClick={onStart}>
            Audit again
          </button>
        </div>
      )}
      {data.undecided.length > 0 && (
        <div className="notice calm">
          Undecided:{" "}
          {data.undecided
            .slice(0, 12)
            .map((each) => `${each.field} (${each.record_type.toLowerCase()})`)
            .join(", ")}
          {data.undecided.length > 12 && ` and ${data.undecided.length - 12} more`}. Findings there are true,
          but there may be more, because not every case could be tried.
        </div>
      )}
    </>
  );
}

const WHY: Record<string, string> = {
  cancelled: "The audit was cancelled. Its results so far are kept. ",
  broken_off: "The audit stopped. Its results so far are kept. ",
};

/** "proved today at 16:20" */
export function provedWords(at: string): string {
  const moment = new Date(at);
  const day =
    moment.toDateString() === new Date().toDateString()
      ? "today"
      : `on ${moment.toLocaleDateString(undefined, { day: "numeric", month: "short" })}`;
  return `proved ${day} at ${moment.toLocaleTimeString(undefined, { hour: "numeric", minute: "2-digit" })}`;
}
