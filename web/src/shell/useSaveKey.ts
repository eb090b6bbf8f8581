import { useEffect } from "react";

/** A signature is given by pressing its own button alone. */
const MAIN = ".ant-btn-primary:not(:disabled, [data-by-hand])";

/**
 * Ctrl+Enter (Cmd+Enter) presses the main button of what the keyboard is in: a dialog, a panel, or the page. Enter alone
 * is for the field that it is pressed in.
 */
export function useSaveKey() {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
      const at = event.target instanceof Element ? event.target : null;
      const places = [at?.closest(".ant-modal"), at?.closest("aside"), document.querySelector("main")];
      for (const place of places) {
        const main = place?.querySelector<HTMLButtonElement>(MAIN);
        if (!main) continue;
        event.preventDefault();
        event.stopPropagation();
        main.click();
        return;
      }
    };
    // Before the field: lists that are picked from take Enter for themselves.
    document.addEventListener("keydown", press, true);
    return () => document.removeEventListener("keydown", press, true);
  }, []);
}
