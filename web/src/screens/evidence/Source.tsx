import type { Evidence } from "../../api/types";
import { counted } from "../../shared/counted";
import { Moment } from "../../shared/Moment";

/** What the page was drawn up from: edition and signatures, people, journal, moment. */
export function Source({ data: { source, drawn_up_at, by } }: { data: Evidence }) {
  const { edition, people } = source;
  const signed = edition.approved_by ?? [];
  return (
    <dl className="source" aria-label="Drawn up from">
      <dt>Edition {edition.number}</dt>
      <dd>
        <span>
          in force since <Moment at={edition.published_at} />, published by {edition.published_by}
          {signed.length > 0 && `, approved by ${signed.join(", ")}`}
        </span>
        <Digest of={edition.sha256} />
      </dd>
      {source.change_set && (source.edits ?? 0) > 0 && (
        <>
          <dt>Not in force</dt>
          <dd>
            {counted(source.edits ?? 0, "edit")} in {source.change_set}
          </dd>
        </>
      )}
      <dt>People</dt>
      <dd>
        <span>
          as saved on <Moment at={people.at} /> by {people.by}
        </span>
        <Digest of={people.sha256} />
      </dd>
      {source.journal && (
        <>
          <dt>Journal</dt>
          <dd>
            <span>sealed up to entry {source.journal.split(":")[0]}</span>
            <Digest of={source.journal.split(":")[1] ?? ""} />
          </dd>
        </>
      )}
      {source.as_of && (
        <>
          <dt>As of</dt>
          <dd>
            <Moment at={source.as_of} />
          </dd>
        </>
      )}
      <dt>Drawn up</dt>
      <dd>
        <span>
          <Moment at={drawn_up_at} /> by {by}
        </span>
      </dd>
    </dl>
  );
}

/** A SHA-256 digest in full: what is proved by it has to be compared letter by letter. */
const Digest = ({ of }: { of: string }) => <span className="digest mono">SHA-256 {of}</span>;
