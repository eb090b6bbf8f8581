import { useCallback, useEffect, useRef, useState } from "react";

const PAUSE = 200;

/**
 * Text of a search box that lives in the URL: typed letters show at once, and reach the URL after a pause,
 * so that fast typing loses none of them. Returns the text and what to call on each change.
 */
export function useSearchBox(kept: string, keep: (text: string) => void): [string, (text: string) => void] {
  const [typed, setTyped] = useState<string | null>(null);
  const latest = useRef(keep);
  useEffect(() => {
    latest.current = keep;
  });
  useEffect(() => {
    if (typed === null) return undefined;
    const timer = setTimeout(() => {
      latest.current(typed);
      setTyped(null);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  return [typed ?? kept, useCallback((text: string) => setTyped(text), [])];
}
