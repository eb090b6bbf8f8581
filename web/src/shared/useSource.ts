import { useOverview } from "../api/queries";
import { useQuestion } from "../question/useQuestion";
import { counted } from "./counted";

/** What a file that is saved from a page was made from: edition and digest, edits on top of it, day, and the page's question. */
export function useSource(): () => string {
  const { data } = useOverview();
  const [{ state }] = useQuestion();
  return () => {
    const asked = `${window.location.pathname}${window.location.search}`;
    const day = `${new Date().toISOString().slice(0, 16).replace("T", " ")} UTC`;
    if (!data) return `${day}; ${asked}`;
    const { edition, change_set: set } = data;
    const pending = state === "pending" && set.edits > 0;
    const edits = pending ? `; not in force yet: ${counted(set.edits, "edit")} of ${set.name}` : "";
    return `Edition ${edition.number} (SHA-256 ${edition.sha256})${edits}; ${day}; ${asked}`;
  };
}
