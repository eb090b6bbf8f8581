import { useQueries } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { api } from "../../api/client";
import { MODES, type AskedQuestion } from "../../question/useQuestion";

/**
 * Rules that the mode and the audiences of the strip leave, where the address names any: their identifiers and how it is
 * said; null where all are meant.
 */
export function useNarrowed(question: AskedQuestion): { ids: ReadonlySet<string>; words: string } | null {
  const [search] = useSearchParams();
  const mode = search.has("mode") ? question.mode : undefined;
  const members: (string | undefined)[] =
    question.audiences.length > 0
      ? question.audiences.filter((key) => !key.startsWith("everyone"))
      : [undefined];
  const wanted = mode !== undefined || question.audiences.length > 0;
  const found = useQueries({
    queries: members.map((member) =>
      api.queryOptions(
        "get",
        "/api/rules/touching",
        {
          params: {
            query: {
              state: question.state,
              record_type: question.type,
              ...(mode ? { mode } : {}),
              ...(member ? { member } : {}),
            },
          },
        },
        { enabled: wanted && question.type !== "" },
      ),
    ),
  });
  if (!wanted || found.some((each) => !each.data)) return null;
  const ids = new Set(found.flatMap((each) => each.data?.items.map((item) => item.rule.id ?? "") ?? []));
  const parts = [
    mode ? MODES[mode] : "",
    question.audiences.length > 0
      ? `${question.audiences.length === 1 ? "the audience" : `the ${question.audiences.length} audiences`} chosen`
      : "",
  ].filter(Boolean);
  return { ids, words: parts.join(" and ") };
}
