import { api } from "../../api/client";
import type { Question } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { LEVEL_NAMES } from "../../ink/levels";
import { Loading } from "../../shared/Loading";
import { localMoment } from "../../shared/localMoment";
import { ProblemNotice } from "../../shared/ProblemNotice";

/** When what is asked has changed since the first edition: by whose edit, signed by whom, or because of other people. */
export function Since({ body }: { body: { question: Question; field: string } }) {
  const { question, field } = body;
  const history = api.useQuery("post", "/api/history", { body: { question, field } });
  if (history.error) return <ProblemNotice error={history.error} />;
  if (!history.data) return <Loading what="Searching the history" />;
  return (
    <ol className="difference-lines history">
      {history.data.items.map((item) => (
        <li key={`${item.at} ${item.edition} ${item.cause}`}>
          <span className="row-flex" style={{ gap: 6 }}>
            {item.levels && <Glyph cell={item.levels.join("|")} small named={false} />}
            <b>{item.levels ? item.levels.map((level) => LEVEL_NAMES[level]).join(" or ") : "Not present"}</b>
            <span>since {localMoment(item.at)}</span>
          </span>
          <span className="soft">
            {item.cause === "people"
              ? `other people, imported by ${item.by}, under edition ${item.edition}`
              : `edition ${item.edition}, published by ${item.by}`}
            {item.approved_by.length > 0 && `, approved by ${item.approved_by.join(", ")}`}
          </span>
          {item.edits.map((edit) => (
            <span key={`${edit.title} ${edit.author}`} className="soft">
              {edit.title}, by {edit.author}
            </span>
          ))}
        </li>
      ))}
      {!history.data.whole && <li className="soft">Earlier history was not searched.</li>}
    </ol>
  );
}
