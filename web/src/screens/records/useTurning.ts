import { useEffect, useState } from "react";

/** The longest wait that browsers keep, in milliseconds. */
const LONGEST = 2_147_483_647;

/**
 * Has a form decided anew when its time comes. at: the moment from which something else may hold; again: asks anew.
 * Returns whether that has happened since the form was opened.
 */
export function useTurning(at: string | undefined, again: () => unknown): boolean {
  const [turned, setTurned] = useState(false);
  useEffect(() => {
    if (!at) return undefined;
    // A little late, so that the server's clock has passed it too.
    const wait = new Date(at).getTime() - Date.now() + 500;
    if (wait > LONGEST) return undefined;
    const clock = window.setTimeout(
      () => {
        setTurned(true);
        again();
      },
      Math.max(wait, 1_000),
    );
    return () => window.clearTimeout(clock);
  }, [at, again]);
  return turned;
}
