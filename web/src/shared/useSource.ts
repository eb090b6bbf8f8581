import { useOverview } from "../api/queries";
import { useQuestion } from "../question/useQuestion";
import { counted } from "./counted";

/** "Edition 3 (SHA-256 ab12…); not in force yet: 2 edits of Spring", or undefined while it is asked. digits: of the digest. */
export function useEdition(digits?: number): string | undefined {
  const { data } = useOverview();
  const [{ state }] = useQuestion();
  if (!data) return undefined;
  const { edition, change_set: set } = data;
  const pending = state === "pending" && set.edits > 0;
  const edits = pending ? `; not in force yet: ${counted(set.edits, "edit")} of ${set.name}` : "";
  const digest = digits === undefined ? edition.sha256 : `${edition.sha256.slice(0, digits)}…`;
  return `Edition ${edition.number} (SHA-256 ${digest})${edits}`;
}

/** What a file that is saved from a page was made from: edition and digest, edits on top of it, day, and the page's question. */
export function useSource(): () => string {
  const edition = useEdition();
  return () => {
    const asked = `${window.location.pathname}${window.location.search}`;
    const day = `${new Date().toISOString().slice(0, 16).replace("T", " ")} UTC`;
    return [edition, day, asked].filter(Boolean).join("; ");
  };
}
