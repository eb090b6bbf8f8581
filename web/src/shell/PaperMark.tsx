import { useEdition } from "../shared/useSource";

/** On each page that is printed: the edition, with its digest, the day, and the number of the page (CSS Paged Media). */
export function PaperMark() {
  const edition = useEdition(16);
  if (!edition) return null;
  const words = JSON.stringify(`${edition}; ${new Date().toISOString().slice(0, 10)}`);
  return (
    <style>{`@page {
      @bottom-left { content: ${words}; font-size: 8pt; color: #444; }
      @bottom-right { content: counter(page) " / " counter(pages); font-size: 8pt; color: #444; }
    }`}</style>
  );
}
