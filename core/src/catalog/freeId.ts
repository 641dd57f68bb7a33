import { slug } from '../tables/kindCsv.ts';

/** Leaves room for a number within the 64 letters of an id. */
const LONGEST_BASE = 58;

/** An id made from a name that nothing else has yet: "Deck bag" becomes deck-bag, then deck-bag-2. */
export function freeId(name: string, taken: ReadonlySet<string>): string {
  const base = slug(name).slice(0, LONGEST_BASE) || 'own';
  let id = base;
  for (let number = 2; taken.has(id); number += 1) id = `${base}-${number}`;
  return id;
}
