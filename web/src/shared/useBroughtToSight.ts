import { useEffect, useRef } from "react";

/** Where panels stand below or above the list and not beside it: as in theme/narrow.css. */
const NARROW = "(max-width: 900px)";

/** The ref of a panel that comes into sight when it is opened, or is about something else, where it can't stand beside the list. */
export function useBroughtToSight<Panel extends HTMLElement>(about: string) {
  const panel = useRef<Panel>(null);
  useEffect(() => {
    if (matchMedia(NARROW).matches) panel.current?.scrollIntoView({ block: "start" });
  }, [about]);
  return panel;
}
