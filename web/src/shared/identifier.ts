/**
 * An identifier made from a name that none of those taken has: small letters and digits, joined by the joint. stem: what
 * stands for a name without any.
 */
export function identifier(name: string, taken: string[], joint: "_" | "-" | ".", stem: string): string {
  const plain = name
    .normalize("NFKD")
    .replace(/\p{M}+/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, joint)
    .replace(/^[^a-z]+|[._-]+$/g, "")
    .slice(0, 50);
  const base = plain || stem;
  for (let count = 1; ; count += 1) {
    const id = count === 1 ? base : `${base}${joint}${count}`;
    if (!taken.includes(id)) return id;
  }
}
