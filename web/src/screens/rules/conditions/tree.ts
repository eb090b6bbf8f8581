import type { Condition } from "../../../api/types";

/** Where a part stands: the number of the part at each level of nesting. */
export type Path = number[];

const joined = (node: Condition): "all" | "any" | null => (node.all ? "all" : node.any ? "any" : null);

/** Parts of a group, the one part of a "not", or none of a comparison. */
export function partsOf(node: Condition): Condition[] {
  return node.all ?? node.any ?? (node.not ? [node.not] : []);
}

/** The same node with other parts. A group with one part left becomes that part; one with none is gone. */
export function withParts(node: Condition, parts: Condition[]): Condition | undefined {
  const key = joined(node);
  if (!key) return parts[0] && { not: parts[0] };
  return parts.length > 1 ? { [key]: parts } : parts[0];
}

/** The tree with the part at a path replaced, or taken out when the replacement is undefined. */
export function replaceAt(node: Condition, path: Path, next: Condition | undefined): Condition | undefined {
  const [index, ...rest] = path;
  if (index === undefined) return next;
  const parts = partsOf(node).flatMap((part, at) => {
    if (at !== index) return [part];
    const changed = replaceAt(part, rest, next);
    return changed ? [changed] : [];
  });
  return withParts(node, parts);
}

/** The part at a path. */
export function partAt(node: Condition, path: Path): Condition | undefined {
  return path.reduce<Condition | undefined>((found, index) => found && partsOf(found)[index], node);
}

/** The tree with a part moved up or down within its group; the same tree where it can't be moved. */
export function moved(node: Condition, path: Path, by: 1 | -1): Condition {
  const index = path.at(-1);
  // The whole stands in no group.
  if (index === undefined) return node;
  const group = partAt(node, path.slice(0, -1));
  const parts = group ? [...partsOf(group)] : [];
  const one = parts[index];
  const other = parts[index + by];
  if (!group || !one || !other) return node;
  parts[index] = other;
  parts[index + by] = one;
  return replaceAt(node, path.slice(0, -1), withParts(group, parts)) ?? node;
}

/** A part joined with another by all or any; goes into the group where it is of that kind already. */
export function join(node: Condition, how: "all" | "any", more: Condition): Condition {
  return { [how]: [...(node[how] ?? [node]), more] };
}
