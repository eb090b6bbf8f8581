import type { ProblemDocument } from "./types";

/** An answer that says what went wrong (RFC 9457). */
export class ProblemError extends Error {
  readonly problem: ProblemDocument;

  constructor(problem: ProblemDocument) {
    super(problem.detail || problem.title);
    this.problem = problem;
  }

  get status(): number {
    return this.problem.status;
  }
}

let csrf = "";
let signedOut: () => void = () => undefined;

/** Says what to do when the server no longer knows who is asking: the session ran out or was ended. */
export function onSignedOut(act: () => void): void {
  signedOut = act;
}

/** Remembers the token that every change must carry. */
export function setCsrf(token: string | undefined): void {
  csrf = token ?? "";
}

type Options = { method?: string; body?: unknown; ifMatch?: string; signal?: AbortSignal };

/**
 * Asks the server. Path with query in, JSON out; throws ProblemError for every answer that is not a success,
 * and for a server that can't be reached.
 */
export async function ask<Answer>(path: string, options: Options = {}): Promise<Answer> {
  const headers: Record<string, string> = { accept: "application/json" };
  if (options.body !== undefined) headers["content-type"] = "application/json";
  if (options.method && options.method !== "GET") headers["x-csrf-token"] = csrf;
  if (options.ifMatch) headers["if-match"] = options.ifMatch;
  const response = await fetch(path, {
    method: options.method ?? "GET",
    headers,
    body: options.body === undefined ? undefined : JSON.stringify(options.body),
    signal: options.signal,
  }).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new ProblemError({ type: "about:blank", title: "No answer", status: 0, detail: "The server does not answer. Nothing is lost; try again." });
  });
  const answer: unknown = await response.json().catch(() => ({}));
  if (response.ok) return answer as Answer;
  if (response.status === 401 && path !== "/api/session") signedOut();
  const problem = { type: "about:blank", title: response.statusText, status: response.status, detail: "", ...(answer as object) };
  throw new ProblemError(problem as ProblemDocument);
}

/** Builds a query string, leaving out what is empty. */
export function query(parameters: Record<string, string | number | undefined>): string {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(parameters)) if (value !== undefined && value !== "") search.set(name, String(value));
  const text = search.toString();
  return text ? `?${text}` : "";
}
