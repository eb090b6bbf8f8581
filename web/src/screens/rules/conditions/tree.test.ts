import { describe, expect, it } from "vitest";
import type { Condition } from "../../../api/types";
import { is } from "../../../testing/samples";
import { join, moved, partAt, partsOf, replaceAt, type Path } from "./tree";

/** Every path in a tree, the whole first. */
const paths = (node: Condition, at: Path = []): Path[] => [
  at,
  ...partsOf(node).flatMap((part, index) => paths(part, [...at, index])),
];

/** A tree from a source of numbers between 0 and 1. */
function grown(random: () => number, depth: number): Condition {
  const kind = random();
  if (depth === 0 || kind < 0.35) return is(Math.floor(random() * 9));
  if (kind < 0.5) return { not: grown(random, depth - 1) };
  const parts = Array.from({ length: 2 + Math.floor(random() * 3) }, () => grown(random, depth - 1));
  return kind < 0.75 ? { all: parts } : { any: parts };
}

/** Numbers between 0 and 1, the same for the same seed (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

const leaves = (node: Condition): string[] =>
  node.compare ? [JSON.stringify(node)] : partsOf(node).flatMap(leaves).sort();

describe("the tree of a condition", () => {
  it("finds again what was put at any place, and leaves the rest", () => {
    for (let seed = 1; seed <= 200; seed++) {
      const tree = grown(numbers(seed), 3);
      for (const path of paths(tree)) {
        const next = replaceAt(tree, path, is(99));
        expect(next && partAt(next, path)).toEqual(is(99));
        const gone = partAt(tree, path);
        const expected = leaves(tree);
        for (const leaf of gone ? leaves(gone) : []) expected.splice(expected.indexOf(leaf), 1);
        expect(next && leaves(next)).toEqual([...expected, JSON.stringify(is(99))].sort());
      }
    }
  });

  it("takes a part out, and a group with one part left becomes that part", () => {
    const tree: Condition = { all: [is(1), { any: [is(2), is(3)] }] };
    expect(replaceAt(tree, [1, 0], undefined)).toEqual({ all: [is(1), is(3)] });
    expect(replaceAt(tree, [1], undefined)).toEqual(is(1));
    expect(replaceAt({ not: is(1) }, [0], undefined)).toBeUndefined();
    expect(replaceAt(tree, [], undefined)).toBeUndefined();
  });

  it("moves a part within its group, there and back, and nowhere beyond it", () => {
    const tree: Condition = { any: [is(1), is(2), { all: [is(3), is(4)] }] };
    const down = moved(tree, [0], 1);
    expect(down).toEqual({ any: [is(2), is(1), { all: [is(3), is(4)] }] });
    expect(moved(down, [1], -1)).toEqual(tree);
    expect(moved(tree, [2, 1], -1)).toEqual({ any: [is(1), is(2), { all: [is(4), is(3)] }] });
    expect(moved(tree, [0], -1)).toBe(tree);
    expect(moved(tree, [2, 1], 1)).toBe(tree);
    expect(moved(tree, [], 1)).toBe(tree);
  });

  it("joins into a group of the same kind, and makes one otherwise", () => {
    expect(join({ all: [is(1), is(2)] }, "all", is(3))).toEqual({ all: [is(1), is(2), is(3)] });
    expect(join({ all: [is(1), is(2)] }, "any", is(3))).toEqual({ any: [{ all: [is(1), is(2)] }, is(3)] });
    expect(join(is(1), "all", is(2))).toEqual({ all: [is(1), is(2)] });
  });
});
