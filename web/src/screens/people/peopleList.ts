import type { Directory, DirectoryEdit } from "../../api/types";
import { identifier } from "../../shared/identifier";

export type ListedPeople = {
  edits: DirectoryEdit[];
  /** What each line was read as: "Asha Brandt (asha.brandt): Courier". */
  told: string[];
  faults: string[];
};

const LISTS = ["roles", "groups", "units", "departments"] as const;
type List = (typeof LISTS)[number];

/** Lines that are read of a list. */
const MOST = 500;

/** The identifier that follows from somebody's name, like name.surname. */
export const personIdentifier = (name: string, taken: string[]): string =>
  identifier(name, taken, ".", "person");

/**
 * People listed one per line: the name, and behind commas, semicolons or tabs, in any order, an e-mail address and the
 * roles, groups, departments and units they are in. roles: are roles that don't exist yet made? Faults name the line.
 */
export function readPeopleList(text: string, directory: Directory, roles: boolean): ListedPeople {
  const found: ListedPeople = { edits: [], told: [], faults: [] };
  const lines = text.split(/\r?\n/);
  if (lines.length > MOST) return { ...found, faults: [`At most ${MOST} lines can be added at once`] };
  const taken: string[] = [];
  const made = new Map<string, { id: string; name: string }>();
  for (const [index, line] of lines.entries()) {
    const [name = "", ...words] = line.split(/[\t;,]/).map((part) => part.trim());
    if (name === "") continue;
    const id = personIdentifier(name, taken);
    taken.push(id);
    const person: Record<string, unknown> & { in: [List, string, string][] } = { id, name, in: [] };
    for (const word of words.filter(Boolean)) {
      if (/^\S+@\S+$/.test(word)) person.email = word;
      else {
        const place = placed(word, directory) ?? (roles ? newRole(word, directory, made) : undefined);
        if (place) person.in.push(place);
        else
          found.faults.push(
            `Line ${index + 1}: there is no role, group, department or unit called “${word}”`,
          );
      }
    }
    found.told.push(`${name} (${id})${person.in.map(([, , called]) => `, ${called}`).join("")}`);
    found.edits.push({ list: "users", id, new: true, after: documentOf(person) });
  }
  const madeRoles = [...made.values()].map((role): DirectoryEdit => ({
    list: "roles",
    id: role.id,
    new: true,
    after: role,
  }));
  return { ...found, edits: [...madeRoles, ...found.edits] };
}

/** The first role, group, unit or department that is called so: its list, its identifier, its name. */
function placed(word: string, directory: Directory): [List, string, string] | undefined {
  for (const list of LISTS) {
    const node = directory[list].find(({ name, id }) =>
      [name, id].some((each) => plain(each) === plain(word)),
    );
    if (node) return [list, node.id, node.name];
  }
  return undefined;
}

function newRole(
  word: string,
  directory: Directory,
  made: Map<string, { id: string; name: string }>,
): [List, string, string] {
  const taken = [...directory.roles, ...made.values()].map((role) => role.id);
  const role = made.get(plain(word)) ?? { id: identifier(word, taken, "-", "role"), name: word };
  made.set(plain(word), role);
  return ["roles", role.id, role.name];
}

function documentOf({ in: places, ...person }: Record<string, unknown> & { in: [List, string, string][] }) {
  const document: Record<string, unknown> = { ...person };
  for (const [list, id] of places) {
    if (list === "departments") document.department = id;
    else document[list] = [...new Set([...((document[list] as string[] | undefined) ?? []), id])];
  }
  return document;
}

const plain = (word: string): string => word.trim().toLowerCase();
