import { slug } from '@ivrak/core';

/** An id made from a name that nothing else has yet: "Deck bag" becomes deck-bag, then deck-bag-2. */
export function freeId(name: string, taken: ReadonlySet<string>): string {
  const base = slug(name).slice(0, 58) || 'own';
  let id = base;
  for (let number = 2; taken.has(id); number += 1) id = `${base}-${number}`;
  return id;
}
