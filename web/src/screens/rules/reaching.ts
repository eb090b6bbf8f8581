import type { Catalogue, Directory, User } from "../../api/types";
import { audienceOptions } from "../../shared/audiences";
import { CHANNELS, MODES } from "../../question/useQuestion";

/**
 * What rules are asked to reach, as it is in the address: "field:outgoing-loan:loan_fee", "role:courier",
 * "user:asha.brandt", "at:tidewater-house", "mode:edit", "channel:import" or "on:2026-12-01".
 */
export type Reaching = string;

type Asked = {
  record_type?: string;
  field?: string;
  member?: string;
  unit?: string;
  mode?: string;
  channel?: string;
  on?: string;
};

/** The same as parameters of the request. */
export function askedBy(reaching: Reaching): Asked {
  const [kind = "", first = "", ...rest] = reaching.split(":");
  const id = [first, ...rest].join(":");
  if (kind === "field") return { record_type: first, field: rest.join(":") };
  if (kind === "at") return { unit: id };
  if (kind === "mode" || kind === "channel" || kind === "on") return { [kind]: id };
  return { member: reaching };
}

/** Everything that rules can be asked to reach, for a list; what the people are is found by the server. */
export function reachable(
  catalogue: Catalogue,
  directory: Directory | undefined,
  people: User[],
  typed: string,
) {
  const fields = catalogue.record_types.map((type) => ({
    label: `Fields of ${type.name}`,
    options: type.fields.map((field) => ({ value: `field:${type.id}:${field.id}`, label: field.name })),
  }));
  const places = (directory?.units ?? []).map((unit) => ({
    value: `at:${unit.id}`,
    label: `at ${unit.name}`,
  }));
  const listed = (kind: string, names: Record<string, string>, before = "") =>
    Object.entries(names).map(([id, name]) => ({ value: `${kind}:${id}`, label: `${before}${name}` }));
  const day = /^\d{4}-\d{2}-\d{2}$/.test(typed) ? [{ value: `on:${typed}`, label: `on ${typed}` }] : [];
  return [
    { label: "Days", options: day },
    ...fields,
    ...audienceOptions(directory, people),
    { label: "Places", options: places },
    { label: "Modes", options: listed("mode", MODES) },
    { label: "Channels", options: listed("channel", CHANNELS, "through ") },
  ].filter((group) => group.options.length > 0);
}

/** "Loan fee of Outgoing loan", "Courier", "at Tidewater House". */
export function nameOf(
  reaching: Reaching,
  catalogue: Catalogue,
  directory: Directory | undefined,
  people: User[],
) {
  const asked = askedBy(reaching);
  const type = catalogue.record_types.find((each) => each.id === asked.record_type);
  const field = type?.fields.find((each) => each.id === asked.field);
  if (type && field) return `${field.name} of ${type.name}`;
  const options = reachable(catalogue, directory, people, asked.on ?? "").flatMap((group) => group.options);
  return options.find((option) => option.value === reaching)?.label ?? reaching.split(":").slice(1).join(":");
}
