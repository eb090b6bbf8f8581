import { ProblemError } from "../api/client";

/** What went wrong, with every fault and its place. */
export function ProblemNotice({
  error,
  title,
  onAgain,
}: {
  error: unknown;
  title?: string;
  onAgain?: () => void;
}) {
  if (!error) return null;
  const problem = error instanceof ProblemError ? error.problem : undefined;
  const faults = problem?.faults ?? [];
  return (
    <div className="notice" role="alert">
      <b>{title ?? problem?.title ?? "Something went wrong"}</b>
      {faults.length === 0 && <div>{error instanceof Error ? error.message : "Try again."}</div>}
      {faults.length > 0 && (
        <ul>
          {faults.slice(0, 30).map((fault) => (
            <li key={`${fault.pointer} ${fault.message}`}>
              {fault.pointer && <span className="mono">{fault.pointer} </span>}
              {fault.message}
            </li>
          ))}
          {faults.length > 30 && <li>and {faults.length - 30} more</li>}
        </ul>
      )}
      {onAgain && (
        <button type="button" className="plain" onClick={onAgain}>
          Try again
        </button>
      )}
    </div>
  );
}
