import type { QueryClient } from "@tanstack/react-query";
import { server } from "./client";

/** Milliseconds between two looks at whether something has changed elsewhere. */
const EVERY = 4000;

type Pulse = { edition: number; state: string };
let known: Pulse | undefined;

async function ask(): Promise<Pulse | undefined> {
  const answer = await server.GET("/api/session/pulse").catch(() => undefined);
  return answer?.data;
}

/** Takes note of how things stand, before all is fetched anew because of what was done here. */
export async function noteHowThingsStand(): Promise<void> {
  if (known) known = (await ask()) ?? known;
}

/**
 * Looks every few seconds, while the page is in sight, whether something has changed elsewhere: in another tab, by another
 * person, by the clock. All that was fetched is then fetched anew. onChange: told of it, with the number of the edition
 * where another is in force. Returns how to stop.
 */
export function watch(client: QueryClient, onChange: (edition?: number) => void): () => void {
  const look = async () => {
    if (document.visibilityState === "hidden") return;
    const before = known;
    const now = await ask();
    // What was noted meanwhile is newer than this answer.
    if (!now || known !== before) return;
    known = now;
    if (!before || before.state === now.state) return;
    onChange(before.edition === now.edition ? undefined : now.edition);
    await client.invalidateQueries();
  };
  known = undefined;
  void look();
  const timer = setInterval(() => void look(), EVERY);
  return () => clearInterval(timer);
}
