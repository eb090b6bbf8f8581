/** A query string with one part set, the rest kept: for links that go on with the same question. */
export function withPart(search: string, name: string, value: string): string {
  const next = new URLSearchParams(search);
  next.set(name, value);
  return `?${next}`;
}
