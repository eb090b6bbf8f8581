import { useNavigate } from "react-router";
import { useCatalogue, usePeople } from "../../api/queries";
import { useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { principalOf } from "../../shared/audiences";
import { useAccount } from "../../shell/account";
import { beyondFields, subjectName } from "../../shared/subjects";
import { freshKey, keepDraft } from "../rules/drafts";
import { linesFor } from "./selection";
import { inWords, reachOf, useModesMet } from "./useModesMet";

/** Begins a rule about a field with the question filled in: for the person's roles, in the modes where it is met, through the channel. */
export function MakeRule({ field, audience }: { field: string; audience: string }) {
  const { question, type } = useSubject();
  const { may } = useAccount();
  const navigate = useNavigate();
  const search = useQuestionSearch();
  const person = audience.startsWith("user:") ? audience.slice(5) : "";
  const roles = usePeople(person, "", 1, 50).data?.items.find((user) => user.id === person)?.roles ?? [];
  const known = useCatalogue(question.state).data?.record_types.find((each) => each.id === question.type);
  const name = subjectName(field, known);
  const met = useModesMet([field], [audience]);
  if (!may("edit") || !type || !met) return null;
  const make = () => {
    // Whoever has the role, and not one person alone, is meant more often.
    const any = roles.length > 0 ? roles.map((role) => ({ role })) : [principalOf(audience)];
    const rule = {
      title: name,
      kind: "ordinary" as const,
      record_type: type.id,
      audience: audience.startsWith("everyone") ? { everyone: true } : { any },
      reach: {
        ...reachOf(met),
        ...(question.channel === "form" ? {} : { channels: [question.channel] }),
      },
      lines: linesFor([field]),
    };
    const key = keepDraft({ rule, etag: null }, freshKey());
    void navigate({ pathname: "/rules", search: withPart(withPart(search, "policy", ""), "rule", key) });
  };
  return (
    <p className="make-rule">
      <button type="button" className="plain" onClick={make}>
        Make a rule for this {beyondFields(field) ? "action" : "field"} {inWords(met)}
      </button>
    </p>
  );
}
