import { api } from "../../api/client";
import { Word } from "../../help/Word";
import { moment } from "../../shared/moment";
import { SaveCsv } from "../../shared/SaveCsv";

/** What has been published, newest first. */
export function Editions() {
  const editions = api.useQuery("get", "/api/editions", { params: { query: { per_page: 50 } } });
  return (
    <section>
      <h2>
        <Word word="edition">Editions</Word>{" "}
        <SaveCsv
          name="editions"
          heading={["Edition", "By", "At", "For", "SHA-256"]}
          rows={() =>
            (editions.data?.items ?? []).map((each) => [
              each.number,
              each.published_by,
              each.published_at,
              each.note,
              each.sha256,
            ])
          }
        />
      </h2>
      {(editions.data?.items ?? []).map((edition, index) => (
        <div
          key={edition.number}
          style={{
            borderBottom: "1px solid var(--rule)",
            padding: "7px 0",
            fontSize: 13,
            lineHeight: "18px",
          }}
        >
          <b className="mono">{edition.number}</b>{" "}
          {index === 0 && <span className="tag mark-verd">in force</span>}{" "}
          <span className="soft">
            {edition.published_by}, {moment(edition.published_at)}
          </span>
          {edition.note && <div>{edition.note}</div>}
          <div className="tag" title={`SHA-256 ${edition.sha256}`}>
            SHA-256 {edition.sha256.slice(0, 16)}…
          </div>
        </div>
      ))}
    </section>
  );
}
