import { MutationCache, QueryClient, type Query } from "@tanstack/react-query";
import { ProblemError } from "./client";
import { noteHowThingsStand } from "./pulse";

/** Addresses under which something is only tried, or kept for one person: nothing that others see changes. */
const HARMLESS = [
  /\/(preview|draft|try)$/,
  /^\/api\/rehearsal\//,
  /^\/api\/session/,
  /^\/api\/setup$/,
  /\/dismissals$/,
];

/** What a change under one address makes out of date: all that was fetched of records, or all else but who is signed in. */
export function madeStale(path: string): ((fetched: string) => boolean) | null {
  if (HARMLESS.some((pattern) => pattern.test(path))) return null;
  const records = (address: string) => address.startsWith("/api/records");
  return records(path) ? records : (fetched) => !records(fetched) && fetched !== "/api/session";
}

/** The address of what was fetched, or of a mutation: queries and mutations are known by method and path. */
const pathOf = (key: readonly unknown[] | undefined) => (typeof key?.[1] === "string" ? key[1] : "");

/** The cache of all that was fetched. After every change that succeeded, what it made out of date is fetched anew. */
export function makeQueryClient(): QueryClient {
  const client: QueryClient = new QueryClient({
    defaultOptions: {
      queries: { retry: (count, error) => count < 2 && error instanceof ProblemError && error.status === 0 },
    },
    mutationCache: new MutationCache({
      onSuccess: async (_data, _variables, _context, mutation) => {
        const stale = madeStale(pathOf(mutation.options.mutationKey));
        if (!stale) return;
        await noteHowThingsStand();
        await client.invalidateQueries({ predicate: (fetched: Query) => stale(pathOf(fetched.queryKey)) });
      },
    }),
  });
  return client;
}
