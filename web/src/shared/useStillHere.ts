import { useEffect, useRef } from "react";

/**
 * Tells whether what asked is still on the screen when its answer comes: a late answer must not change what the reader
 * has gone on to.
 */
export function useStillHere(): () => boolean {
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return () => here.current;
}
