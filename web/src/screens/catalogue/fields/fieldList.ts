import type { Field, RecordType, Vocabulary } from "../../../api/types";
import { identifier } from "../../../shared/identifier";
import { asKind } from "./kinds";

type Kind = Vocabulary["kinds"][number];
export type Listed = { fields: Field[]; faults: string[] };

/** Lines that are read of a list. */
const MOST = 500;

/** The kind that a word names: an identifier, a title, or another word for it, whatever its case. */
export function kindNamed(word: string, kinds: Kind[]): Kind | undefined {
  const wanted = plain(word);
  return kinds.find((kind) => [kind.name, kind.title, ...kind.words].some((each) => plain(each) === wanted));
}

/** Does a kind answer to what has been typed of a word for it? */
export const kindHolds = (typed: string, kind: Kind): boolean =>
  [kind.title, ...kind.words].some((each) => plain(each).includes(plain(typed)));

/**
 * Fields listed one per line: the name, then, where wanted, the kind, and the options of a choice ("|" between them) or
 * the formula, set apart by tabs, semicolons or commas. section, label: identifiers for all of them. Faults name the line.
 */
export function readFieldList(
  text: string,
  {
    kinds,
    type,
    section,
    label,
  }: { kinds: Kind[]; type: Pick<RecordType, "id" | "fields">; section: string; label: string },
): Listed {
  const taken = type.fields.map((field) => field.id);
  const found: Listed = { fields: [], faults: [] };
  const lines = text.split(/\r?\n/);
  if (lines.length > MOST) return { fields: [], faults: [`At most ${MOST} lines can be added at once`] };
  for (const [index, line] of lines.entries()) {
    const [name = "", word = "", more = ""] = parts(line);
    if (name === "") continue;
    const kind = kindNamed(word || "text", kinds);
    if (!kind) {
      found.faults.push(`Line ${index + 1}: there is no kind “${word}”`);
      continue;
    }
    const id = identifier(name, taken, "_", "field");
    taken.push(id);
    const plainField = { id, name: name.slice(0, 200), kind: "text", section, label } as Field;
    const field = asKind(plainField, kind, type);
    if (more && kind.takes.includes("options")) field.options = optionsOf(more);
    if (more && kind.takes.includes("formula")) field.formula = more;
    found.fields.push(field);
  }
  return found;
}

/** The parts of a line, at the mark that tells them apart. */
function parts(line: string): string[] {
  const mark = ["\t", ";", ","].find((each) => line.includes(each));
  return (mark ? line.split(mark) : [line]).map((part) => part.trim());
}

function optionsOf(text: string): { id: string; name: string }[] {
  const taken: string[] = [];
  return text
    .split("|")
    .map((name) => name.trim())
    .filter(Boolean)
    .map((name) => {
      const id = identifier(name, taken, "-", "option");
      taken.push(id);
      return { id, name };
    });
}

const plain = (word: string): string =>
  word
    .trim()
    .toLowerCase()
    .replace(/[\s_-]+/g, " ");
