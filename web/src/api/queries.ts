import { keepPreviousData } from "@tanstack/react-query";
import { api } from "./client";

/** Which policy is looked at: the one in force, the one with the edits of the change set, or one of the past. */
export type PolicyState = "in_force" | "pending" | `edition-${number}` | `day-${string}`;

/** For this long, in milliseconds, what seldom changes is not fetched again. */
const CALM = { staleTime: 30_000 };

/** How often it is asked again while what was edited is being proved, in milliseconds. */
const PROVING = 700;

export const useOverview = () =>
  api.useQuery(
    "get",
    "/api/overview",
    {},
    { refetchInterval: (fetched) => (fetched.state.data?.proving ? PROVING : false) },
  );

export const useCatalogue = (state: PolicyState, enabled = true) =>
  api.useQuery("get", "/api/catalogue", { params: { query: { state } } }, { ...CALM, enabled });

export const useDirectory = () => api.useQuery("get", "/api/directory", {}, CALM);

/** Users whose name, address or identifier holds the text; within: "role:courier" and the like. */
export const usePeople = (search: string, within = "", page = 1, perPage = 50, enabled = true) =>
  api.useQuery(
    "get",
    "/api/people",
    { params: { query: { search, within, page, per_page: perPage } } },
    { placeholderData: keepPreviousData, enabled },
  );

/** Rules of a record type, all of them at once. */
export const useRules = (recordType: string, state: PolicyState) =>
  api.useQuery(
    "get",
    "/api/rules",
    { params: { query: { record_type: recordType, state, per_page: 1000 } } },
    { enabled: recordType !== "", placeholderData: keepPreviousData },
  );
