import { useQuery } from "@tanstack/react-query";
import { ask, query } from "./client";
import type { Catalogue, Directory, Overview, Page, RuleView, User } from "./types";

/** Which policy is looked at: the edition in force, or the one with the pending edits. */
export type PolicyState = "in_force" | "pending";

export const useOverview = () => useQuery({ queryKey: ["policy", "overview"], queryFn: () => ask<Overview>("/api/overview") });

export const useCatalogue = (state: PolicyState) =>
  useQuery({ queryKey: ["policy", "catalogue", state], queryFn: () => ask<Catalogue>(`/api/catalogue${query({ state })}`), staleTime: 30_000 });

export const useDirectory = () => useQuery({ queryKey: ["policy", "directory"], queryFn: () => ask<Directory>("/api/directory"), staleTime: 30_000 });

/** Users whose name, address or identifier holds the text; within: "role:courier" and the like. */
export const usePeople = (search: string, within = "", page = 1, perPage = 50) =>
  useQuery({
    queryKey: ["policy", "people", search, within, page, perPage],
    queryFn: () => ask<Page<User>>(`/api/people${query({ search, within, page, per_page: perPage })}`),
    placeholderData: (previous) => previous,
  });

export const useRules = (recordType: string, state: PolicyState) =>
  useQuery({
    queryKey: ["policy", "rules", recordType, state],
    queryFn: () => ask<Page<RuleView>>(`/api/rules${query({ record_type: recordType, state, per_page: 1000 })}`),
    enabled: recordType !== "",
    placeholderData: (previous) => previous,
  });
