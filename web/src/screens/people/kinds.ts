/** What people can be in: where it stands in the directory, what it is called, and can one lie within another? */
export const KINDS = {
  role: { list: "roles", one: "role", title: "Roles", nested: false },
  group: { list: "groups", one: "group", title: "Groups", nested: true },
  department: { list: "departments", one: "department", title: "Departments", nested: true },
  unit: { list: "units", one: "business unit", title: "Business units", nested: true },
} as const;

export type Kind = keyof typeof KINDS;

export const KIND_NAMES = Object.keys(KINDS) as Kind[];

/** "group:loans-committee" as its kind and identifier; the kind is undefined where there is none such. */
export function within(text: string): { kind: Kind | undefined; id: string } {
  const [kind = "", ...rest] = text.split(":");
  return { kind: kind in KINDS ? (kind as Kind) : undefined, id: rest.join(":") };
}
