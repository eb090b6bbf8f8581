import { Link } from "react-router";
import { useCatalogue, type PolicyState } from "../../../api/queries";
import type { Verdict } from "../../../api/types";
import { exampleSearch } from "../../../question/exampleSearch";
import { localWords } from "../../../shared/localWords";

const STANDING = {
  holds: ["holds", "mark-verd"],
  fails: ["fails", "mark-verm"],
  undecided: ["not decided", "mark-verm"],
  unaskable: ["can’t be checked", "mark-verm"],
} as const;

/** How an expectation stands, why, and the record that shows it. */
export function VerdictLine({ verdict, state }: { verdict: Verdict; state: PolicyState }) {
  const zone = useCatalogue(state).data?.vocabulary.time_zone ?? "";
  const [words, mark] = STANDING[verdict.status];
  const example = verdict.example as { user?: string } | undefined;
  return (
    <>
      <span className={`tag ${mark}`}>{words}</span>{" "}
      <span className={verdict.status === "holds" ? "soft" : undefined}>{verdict.words.join("; ")}</span>
      {verdict.lines && verdict.lines.length > 0 && (
        <span className="soft">
          , as when {verdict.lines.map((line) => `${line.name} is ${localWords(line.words)}`).join(", ")}
        </span>
      )}
      {example?.user && verdict.status === "fails" && (
        <>
          {" "}
          <Link to={{ pathname: "/rehearsal", search: exampleSearch({ question: example }, state, zone) }}>
            Open in rehearsal
          </Link>
        </>
      )}
    </>
  );
}
