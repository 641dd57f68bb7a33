import type { CarryKit, Spares } from '@ivrak/core/loadout';

export interface SpareLine {
  kind: string;
  /** How many are carried in all, with their mass. */
  have: number;
  massG: number;
  /** Of what is spare. */
  volumeCm3: number;
  priceMinor: number;
  spare: number;
  from: string[];
}

/** What is spare, kind by kind, beside how much of the kind is carried; heaviest first. `kitIds` null: in all kits. */
export function spareLines({ units }: Spares, kits: readonly CarryKit[], kitIds: readonly string[] | null): SpareLine[] {
  const carried = kits.filter(({ id }) => kitIds === null || kitIds.includes(id)).flatMap((kit) => kit.units);
  const lines = new Map<string, SpareLine>();
  for (const one of units) {
    const line = lines.get(one.kind) ?? { kind: one.kind, have: 0, massG: 0, volumeCm3: 0, priceMinor: 0, spare: 0, from: [] };
    line.spare += one.count;
    line.massG += one.massG;
    line.volumeCm3 += one.volumeCm3;
    line.priceMinor += one.priceMinor;
    if (!line.from.includes(one.kitId)) line.from.push(one.kitId);
    lines.set(one.kind, line);
  }
  return [...lines.values()]
    .sort((a, b) => b.massG - a.massG || (a.kind < b.kind ? -1 : 1))
    .map((line) => {
      const have = carried.filter(({ kind }) => kind === line.kind).reduce((sum, { count }) => sum + count, 0);
      // The mass of one, times how many are carried.
      return { ...line, have, massG: (line.massG / line.spare) * have };
    });
}
