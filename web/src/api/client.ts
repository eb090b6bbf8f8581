import createClient, { type Middleware } from "openapi-fetch";
import createQueryClient from "openapi-react-query";
import type { paths } from "./schema.gen";
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

let changeSet = "";

/** Says on which change set this page stands: its number, or "" for the one that is theirs by default. */
export function chooseChangeSet(id: string): void {
  changeSet = id;
}

const NO_ANSWER: ProblemDocument = {
  type: "about:blank",
  title: "No answer",
  status: 0,
  detail: "The server did not answer. Nothing was lost. Try again.",
};

/** Sends the token along, and turns every answer that is not a success into a ProblemError. */
const manners: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("x-csrf-token", csrf);
    if (changeSet) request.headers.set("change-set", changeSet);
    return request;
  },
  async onResponse({ response, schemaPath }) {
    if (response.ok) return undefined;
    const answer: unknown = await response.json().catch(() => ({}));
    if (response.status === 401 && schemaPath !== "/api/session") signedOut();
    const problem = { type: "about:blank", title: response.statusText, status: response.status, detail: "" };
    throw new ProblemError({ ...problem, ...(answer as Partial<ProblemDocument>) });
  },
  onError({ error }) {
    return error instanceof DOMException && error.name === "AbortError"
      ? undefined
      : new ProblemError(NO_ANSWER);
  },
};

/** Asks the server by the contract. Throws ProblemError for every answer that is not a success, and for none at all. */
export const server = createClient<paths>({
  headers: { accept: "application/json" },
  querySerializer: (parameters) => search(parameters as Parameters),
});
server.use(manners);

/** The same as queries and mutations of React Query, known by method, path and what is asked. */
export const api = createQueryClient(server);

type Parameters = Record<string, string | number | undefined>;

/** Parameters as a query without its question mark; what is empty is left out. */
function search(parameters: Parameters): string {
  const found = new URLSearchParams();
  for (const [name, value] of Object.entries(parameters)) {
    if (value !== undefined && value !== "") found.set(name, String(value));
  }
  return found.toString();
}

/** Parameters as a query with its question mark, for addresses of pages. */
export function query(parameters: Parameters): string {
  const text = search(parameters);
  return text ? `?${text}` : "";
}

/** The address of a file that the browser fetches by itself: on the change set of this page, as no header can say it. */
export function fileAddress(path: string, parameters: Parameters): string {
  const state = parameters.state === "pending" && changeSet ? `set-${changeSet}` : parameters.state;
  return `${path}${query({ ...parameters, state })}`;
}
