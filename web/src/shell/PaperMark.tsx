import { useOverview } from "../api/queries";

/** On each page that is printed: the edition, with its digest, the day, and the number of the page (CSS Paged Media). */
export function PaperMark() {
  const { data } = useOverview();
  if (!data) return null;
  const { edition, change_set: set } = data;
  const edits = set.edits > 0 ? `, ${set.edits} edits pending` : "";
  const day = new Date().toISOString().slice(0, 10);
  const words = `Edition ${edition.number} (SHA-256 ${edition.sha256.slice(0, 16)}…)${edits}; ${day}`;
  return (
    <style>{`@page {
      @bottom-left { content: ${JSON.stringify(words)}; font-size: 8pt; color: #444; }
      @bottom-right { content: counter(page) " / " counter(pages); font-size: 8pt; color: #444; }
    }`}</style>
  );
}
