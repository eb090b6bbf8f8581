import type { Directory, Principal, User } from "../api/types";

export type AudienceOption = { value: string; label: string };
export type AudienceGroup = { label: string; options: AudienceOption[] };

/** All that an audience can name, grouped for a list; values are like "role:courier". */
export function audienceOptions(directory: Directory | undefined, people: User[]): AudienceGroup[] {
  if (!directory) return [];
  const nodes = (kind: string, list: { id: string; name: string }[]) =>
    list.map((node) => ({ value: `${kind}:${node.id}`, label: node.name }));
  return [
    { label: "Roles", options: nodes("role", directory.roles) },
    { label: "Groups", options: nodes("group", directory.groups) },
    { label: "Departments", options: nodes("department", directory.departments) },
    { label: "Units", options: nodes("unit", directory.units) },
    { label: "People", options: nodes("user", people) },
  ].filter((group) => group.options.length > 0);
}

/** {"role": "courier"} -> "role:courier" */
export function principalKey(principal: Principal): string {
  const [kind, id] = Object.entries(principal)[0] ?? ["", ""];
  return `${kind}:${id}`;
}

/** "role:courier" -> {"role": "courier"} */
export function principalOf(key: string): Principal {
  const [kind = "", ...rest] = key.split(":");
  return { [kind]: rest.join(":") };
}
