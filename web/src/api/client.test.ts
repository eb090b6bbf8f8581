import { describe, expect, it, vi } from "vitest";
import { chooseChangeSet, fileAddress, onSignedOut, ProblemError, query, server, setCsrf } from "./client";

/** A server that answers every request alike, and what it was asked. */
function answering(body: unknown, status = 200) {
  const asked: Request[] = [];
  const headers = { "content-type": "application/json" };
  const fetch = (request: Request) => {
    asked.push(request);
    return Promise.resolve(new Response(JSON.stringify(body), { status, headers }));
  };
  return { asked, at: { baseUrl: "http://here.example", fetch } };
}

const refused = async (work: Promise<unknown>): Promise<ProblemError> => {
  const error: unknown = await work.then(
    () => null,
    (caught: unknown) => caught,
  );
  if (error instanceof ProblemError) return error;
  throw new Error("it was not refused");
};

describe("asking the server", () => {
  it("leaves out what is empty, and writes the rest so that it is read as it was meant", () => {
    expect(query({ a: "", b: undefined, c: "x y&z", d: 0 })).toBe("?c=x+y%26z&d=0");
    expect(query({})).toBe("");
  });

  it("takes files from the change set of the page", () => {
    expect(fileAddress("/api/policy", { state: "pending" })).toBe("/api/policy?state=pending");
    chooseChangeSet("7");
    expect(fileAddress("/api/policy", { state: "pending" })).toBe("/api/policy?state=set-7");
    expect(fileAddress("/api/policy", { state: "in_force" })).toBe("/api/policy?state=in_force");
    chooseChangeSet("");
  });

  it("sends the token with what changes something, and with nothing else", async () => {
    const { asked, at } = answering({ items: [], total: 0, page: 1, per_page: 1 });
    setCsrf("the token");
    await server.GET("/api/people", { ...at, params: { query: { search: "é", within: "" } } });
    await server.DELETE("/api/session", at);
    expect(asked.map((request) => request.headers.get("x-csrf-token"))).toEqual([null, "the token"]);
    expect(asked[0]?.url).toBe("http://here.example/api/people?search=%C3%A9");
  });

  it("turns a refusal into what went wrong, and tells when the session is over", async () => {
    const over = vi.fn();
    onSignedOut(over);
    const { at } = answering(
      { title: "Sign in first", status: 401, detail: "Sign in to go on", type: "x" },
      401,
    );
    const error = await refused(server.GET("/api/overview", at));
    expect([error.status, error.message, over.mock.calls.length]).toEqual([401, "Sign in to go on", 1]);
  });

  it("says that nobody answers where nobody does", async () => {
    const fetch = () => Promise.reject(new TypeError("failed to fetch"));
    const error = await refused(server.GET("/api/overview", { baseUrl: "http://here.example", fetch }));
    expect([error.status, error.problem.title]).toEqual([0, "No answer"]);
  });
});
