import { useQueries } from "@tanstack/react-query";
import { useMemo } from "react";
import { api } from "../../api/client";
import { useCatalogue, usePeople } from "../../api/queries";
import { useQuestion, useQuestionSearch } from "../../question/useQuestion";
import { withPart } from "../../question/withPart";
import { useAccount } from "../account";
import type { Found } from "./found";

/** Rules that are looked through, and record types whose records are. */
const RULES = 1000;
const TYPES = 8;

/**
 * What there is to find beside pages and commands. typed: as it was a moment ago; people and records are asked of the
 * server, the rest is at hand. Returns what there is of it, and whether some is still being looked for.
 */
export function useFindable(typed: string): { all: Found[]; searched: Found[]; looking: boolean } {
  const { may, account } = useAccount();
  const [question] = useQuestion();
  const search = useQuestionSearch();
  const reads = may("read");
  const catalogue = useCatalogue(question.state, reads);
  const rules = api.useQuery(
    "get",
    "/api/rules",
    { params: { query: { state: question.state, per_page: RULES } } },
    { enabled: reads, staleTime: 30_000 },
  );
  const asks = typed.trim().length > 1;
  const people = usePeople(typed.trim(), "", 1, 6, reads && asks);
  const kinds = api.useQuery("get", "/api/records", {}, { enabled: account.person !== undefined });
  const records = useQueries({
    queries: (kinds.data?.record_types ?? [])
      .slice(0, TYPES)
      .map((type) =>
        api.queryOptions(
          "get",
          "/api/records/{type}",
          { params: { path: { type: type.id }, query: { search: typed.trim(), per_page: 4 } } },
          { enabled: asks, retry: false },
        ),
      ),
  });
  const all = useMemo<Found[]>(() => {
    const types = catalogue.data?.record_types ?? [];
    const names = new Map(types.map((type) => [type.id, type.name]));
    return [
      ...(rules.data?.items ?? []).map((view): Found => {
        const { id = "", record_type: type, title } = view.rule;
        const to = withPart(withPart(search, "type", type), "rule", id);
        return {
          key: `rule ${id}`,
          kind: "Rules",
          name: title,
          more: names.get(type),
          to: { pathname: "/rules", search: to },
        };
      }),
      ...types.flatMap((type) =>
        type.fields.map((field): Found => {
          const to = withPart(withPart(search, "type", type.id), "reach", `field:${type.id}:${field.id}`);
          return {
            key: `field ${type.id} ${field.id}`,
            kind: "Fields",
            name: field.name,
            more: `${type.name}: rules that apply to it`,
            to: { pathname: "/rules", search: to },
          };
        }),
      ),
    ];
  }, [catalogue.data, rules.data, search]);
  const searched: Found[] = asks
    ? [
        ...(people.data?.items ?? []).map((user): Found => ({
          key: `person ${user.id}`,
          kind: "People",
          name: user.name,
          more: user.id,
          to: { pathname: `/people/${encodeURIComponent(user.id)}`, search },
        })),
        ...records.flatMap((list, place) =>
          (list.data?.rows ?? []).map((record): Found => {
            const type = kinds.data?.record_types[place];
            return {
              key: `record ${type?.id} ${record.number}`,
              kind: "Records",
              name: record.number,
              more: type?.name,
              to: { pathname: `/records/${type?.id}/${encodeURIComponent(record.number)}` },
            };
          }),
        ),
      ]
    : [];
  const looking = asks && (people.isFetching || records.some((list) => list.isFetching));
  return { all, searched, looking };
}
