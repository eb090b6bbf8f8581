import { useEffect, useState } from "react";
import type { Found } from "./found";
import { Finder } from "./Finder";

/** Opens the finder, also by Ctrl+K (Command+K). */
export function FindButton({ atHand }: { atHand: Found[] }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "k") return;
      event.preventDefault();
      // A dialog that is open goes first.
      if (!document.querySelector(".ant-modal-wrap:not([style*='none'])")) setOpen(true);
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
  return (
    <>
      <button type="button" title="Ctrl+K" onClick={() => setOpen(true)}>
        Find
      </button>
      {open && <Finder atHand={atHand} onClose={() => setOpen(false)} />}
    </>
  );
}
