import type { ReactNode } from "react";

/** One thing that the finder offers. */
export type Found = {
  key: string;
  /** Heading that it stands under. */
  kind: "Pages" | "Commands" | "Rules" | "Fields" | "People" | "Records";
  name: string;
  /** What tells it from others of the same name. */
  more?: ReactNode;
  /** Address that it leads to, or what it does. */
  to?: { pathname: string; search?: string };
  act?: () => void;
};

/** Offered of one kind at most. */
const MOST = 6;

/**
 * Those whose name holds each word that was typed, whatever the case; names that begin with what was typed come first.
 * At most six of a kind.
 */
export function matching(all: Found[], typed: string): Found[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  const hits = all.filter(({ name }) => words.every((word) => plain(name).includes(word)));
  const starts = ({ name }: Found) => (plain(name).startsWith(words[0] ?? "") ? 0 : 1);
  const counts = new Map<string, number>();
  return hits
    .map((found, place) => ({ found, place }))
    .sort((one, other) => starts(one.found) - starts(other.found) || one.place - other.place)
    .map(({ found }) => found)
    .filter(({ kind }) => {
      counts.set(kind, (counts.get(kind) ?? 0) + 1);
      return (counts.get(kind) ?? 0) <= MOST;
    });
}

/** What was found under its headings, in the order of the kinds. */
export function underHeadings(found: Found[]): [Found["kind"], Found[]][] {
  const kinds: Found["kind"][] = ["Pages", "Commands", "Rules", "Fields", "People", "Records"];
  return kinds
    .map((kind): [Found["kind"], Found[]] => [kind, found.filter((each) => each.kind === kind)])
    .filter(([, list]) => list.length > 0);
}

/** Without accents and capitals. */
const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}+/gu, "")
    .toLowerCase();
