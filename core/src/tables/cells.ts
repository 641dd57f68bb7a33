import type { Kind, KindCatalog } from '../model/kind.ts';

/** Cells of tables that are taken in, as people write them. Undefined: it is not that; null: nothing was written. */

export function yesOrNo(text: string): boolean | null | undefined {
  const word = text.toLowerCase();
  if (word === '') return null;
  if (['yes', 'y', 'true', '1', 'x'].includes(word)) return true;
  return ['no', 'n', 'false', '0', '-'].includes(word) ? false : undefined;
}

/** An amount as 12.50 or 12,50, in minor units. */
export function minorIn(text: string): number | null | undefined {
  const amount = text.replace(',', '.');
  if (amount === '') return null;
  return /^\d{1,6}(\.\d{1,2})?$/.test(amount) ? Math.round(Number(amount) * 100) : undefined;
}

/** A kind by its id or by its name, in any case. */
export function kindFinder(catalog: KindCatalog): (text: string) => Kind | undefined {
  const byName = new Map([...catalog.values()].map((kind) => [kind.name.toLowerCase(), kind]));
  return (text) => catalog.get(text) ?? byName.get(text.toLowerCase());
}
