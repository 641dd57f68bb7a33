import type { PlacedItem } from '../fit/problem.ts';

/** In which compartment each unit lies, by its first thing; what lies in a module is not told apart. */
export const liesIn = (placed: readonly Pick<PlacedItem, 'id' | 'compartment'>[]): Map<string, string> =>
  new Map(placed.flatMap(({ id, compartment }) => (id.includes(':') ? [] : [[id, compartment] as const])));
