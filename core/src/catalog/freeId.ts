/** Leaves room for a number within the 64 letters of an id. */
const LONGEST_BASE = 58;

/** An id made from a name that nothing else has yet: "Deck bag" becomes deck-bag, then deck-bag-2. */
export function freeId(name: string, taken: ReadonlySet<string>): string {
  const base = slug(name).slice(0, LONGEST_BASE) || 'own';
  let id = base;
  for (let number = 2; taken.has(id); number += 1) id = `${base}-${number}`;
  return id;
}

/** "Wide wrap, 15 cm" becomes wide-wrap-15-cm. */
export const slug = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 64);
