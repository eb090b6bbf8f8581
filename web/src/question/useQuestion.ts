import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { PolicyState } from "../api/queries";
import { useAccount } from "../shell/account";

export const MODES = { create: "creating", edit: "editing", view: "viewing", list: "listing" } as const;
export const CHANNELS = {
  form: "the form",
  import: "an import",
  automation: "an automation",
  interface: "a program",
} as const;
export type Mode = keyof typeof MODES;
export type Channel = keyof typeof CHANNELS;

/** The question every page answers to; it lives in the URL, so that a link or a reload asks it again. */
export type AskedQuestion = {
  /** Identifier of the person rehearsed. */
  as: string;
  /** Columns of the map, like "role:courier"; empty for each role. */
  audiences: string[];
  type: string;
  mode: Mode;
  channel: Channel;
  record: string;
  unit: string;
  /** A moment by the clocks of the policy's zone, like "2026-03-31T14:10"; empty for now. */
  at: string;
  network: string;
  place: string;
  state: PolicyState;
  /** Number of the change set that stands on top of the edition in force; empty for the one that is theirs by default. */
  set: string;
};

/** Stands for someone with no role, group or department, where a person is named. */
export const NEWCOMER = "*";

const NAMES = {
  as: "as",
  audiences: "audiences",
  type: "type",
  mode: "mode",
  channel: "channel",
  record: "record",
  unit: "unit",
  at: "at",
  network: "network",
  place: "place",
  state: "policy",
  set: "set",
} as const;

/** The state of the policy that an address names. Where it names none, who edits sees the edits, all others what is in force. */
export function stateOf(text: string | null, edits: boolean): PolicyState {
  if (/^(in_force|pending|edition-\d+|day-\d{4}-\d{2}-\d{2})$/.test(text ?? "")) return text as PolicyState;
  return edits ? "pending" : "in_force";
}

/** Reads the question from the URL, and changes parts of it there. */
export function useQuestion(): [AskedQuestion, (change: Partial<AskedQuestion>, replace?: boolean) => void] {
  const [search, setSearch] = useSearchParams();
  const edits = useAccount().may("edit");
  const question = useMemo<AskedQuestion>(() => {
    const mode = search.get(NAMES.mode) ?? "edit";
    // Creating knows no stored record.
    const record = mode === "create" ? "" : (search.get(NAMES.record) ?? "");
    const channel = search.get(NAMES.channel) ?? "form";
    return {
      as: search.get(NAMES.as) ?? "",
      audiences: (search.get(NAMES.audiences) ?? "").split(",").filter(Boolean),
      type: search.get(NAMES.type) ?? "",
      mode: mode in MODES ? (mode as Mode) : "edit",
      channel: channel in CHANNELS ? (channel as Channel) : "form",
      record,
      unit: search.get(NAMES.unit) ?? "",
      at: search.get(NAMES.at) ?? "",
      network: search.get(NAMES.network) ?? "",
      place: search.get(NAMES.place) ?? "",
      state: stateOf(search.get(NAMES.state), edits),
      set: search.get(NAMES.set) ?? "",
    };
  }, [search, edits]);
  const change = useCallback(
    (parts: Partial<AskedQuestion>, replace = false) => {
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [part, value] of Object.entries(parts)) {
            const text = Array.isArray(value) ? value.join(",") : value;
            const name = NAMES[part as keyof AskedQuestion];
            if (text) next.set(name, text);
            else next.delete(name);
          }
          return next;
        },
        { replace },
      );
    },
    [setSearch],
  );
  return [question, change];
}

/** Does the page that is open now stand on a change set? For answers that come when the reader may be elsewhere. */
export const standsOn = (set: number): boolean =>
  new URLSearchParams(window.location.search).get(NAMES.set) === String(set);

/** The question as a query string for links to other pages. */
export function useQuestionSearch(): string {
  const [search] = useSearchParams();
  return useMemo(() => {
    const kept = new URLSearchParams();
    for (const name of Object.values(NAMES)) {
      const value = search.get(name);
      if (value) kept.set(name, value);
    }
    const text = kept.toString();
    return text ? `?${text}` : "";
  }, [search]);
}
