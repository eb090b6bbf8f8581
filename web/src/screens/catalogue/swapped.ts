/** A list with one item moved up or down. */
export function swapped<Item>(items: Item[], index: number, by: 1 | -1): Item[] {
  const next = [...items];
  const one = next[index];
  const other = next[index + by];
  if (one === undefined || other === undefined) return items;
  next[index] = other;
  next[index + by] = one;
  return next;
}
