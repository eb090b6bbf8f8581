import { useState } from "react";
import type { PrecedencePreview, RecordType } from "../../api/types";
import { ChangedCells } from "../../ink/ChangedCells";
import { localWords } from "../../shared/localWords";

/** Lines of one list shown before the reader asks for all. */
const SHOWN = 8;

/** What another method would change: cells of the map, access of people, and findings that go, come or are settled otherwise. */
export function SwitchingPreview({ preview, type }: { preview: PrecedencePreview; type: RecordType }) {
  return (
    <>
      <ChangedCells cells={preview.cells} type={type} />
      <Told title="Who this affects" lines={preview.sentences} />
      {preview.sentences.length === 0 && <p className="soft">Proved: no one’s access changes.</p>}
      <Told title="Resolved findings" lines={preview.findings.gone} />
      <Told title="New findings" lines={preview.findings.new} />
      <Told title="Disagreements resolved differently" lines={preview.findings.settled} />
    </>
  );
}

function Told({ title, lines }: { title: string; lines: string[] }) {
  const [every, setEvery] = useState(false);
  if (lines.length === 0) return null;
  return (
    <section aria-label={title} style={{ paddingTop: 12 }}>
      <h3>
        {title} <span className="mono">{lines.length}</span>
      </h3>
      <ul className="consequences">
        {(every ? lines : lines.slice(0, SHOWN)).map((line) => (
          <li key={line}>{localWords(line)}</li>
        ))}
      </ul>
      {!every && lines.length > SHOWN && (
        <button type="button" className="plain" onClick={() => setEvery(true)}>
          Show all {lines.length}
        </button>
      )}
    </section>
  );
}
