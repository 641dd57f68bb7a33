import { type BuyingPlan, splitMinor } from './plan.ts';

/** Of a plan's total, what the needed units themselves come to, sending included; the rest lies over in packs. Minor units. */
export function allocatedMinor({ perUnit, leftover }: Pick<BuyingPlan, 'perUnit' | 'leftover'>): number {
  const over = new Map(leftover.map(({ kind, count }) => [kind, count]));
  return perUnit.reduce((sum, { kind, units, outlayMinor }) => {
    const left = over.get(kind) ?? 0;
    return sum + (splitMinor(outlayMinor, [units - left, left])[0] ?? 0);
  }, 0);
}

export interface Wanted {
  /** Who pays: a kit's carrier, a kit, the stores. */
  payer: string;
  lines: readonly { kind: string; count: number }[];
}
export interface Share {
  payer: string;
  gets: { kind: string; count: number }[];
  /** The parts of all payers add up to the plan's total. */
  minor: number;
}

/**
 * Who gets what of the packs, and pays how much: every kind's outlay, its part of sending included, is parted by how many units each
 * gets. What is left over of a pack goes to those who wanted the kind, in turn, so that whoever pays for a thing holds it.
 */
export function crewShares(plan: Pick<BuyingPlan, 'perUnit' | 'servedBy' | 'total'>, wanted: readonly Wanted[]): Share[] {
  const gets = wanted.map(() => new Map<string, number>());
  const give = (index: number, kind: string, count: number) => {
    const own = gets[index];
    if (own !== undefined && count > 0) own.set(kind, (own.get(kind) ?? 0) + count);
  };
  const open = new Map(plan.perUnit.map(({ kind, units }) => [kind, units]));
  const takers = new Map<string, number[]>();
  for (const { kind, by } of plan.servedBy) {
    // What serves a line is handed out in the order of those who want it.
    const heap = by.map((one) => ({ ...one }));
    for (const [index, { lines }] of wanted.entries()) {
      let lacking = lines.filter((line) => line.kind === kind).reduce((sum, { count }) => sum + count, 0);
      for (const part of heap) {
        const taken = Math.min(lacking, part.count, open.get(part.kind) ?? 0);
        if (taken <= 0) continue;
        part.count -= taken;
        lacking -= taken;
        open.set(part.kind, (open.get(part.kind) ?? 0) - taken);
        give(index, part.kind, taken);
        const list = takers.get(part.kind) ?? [];
        if (!list.includes(index)) list.push(index);
        takers.set(part.kind, list);
      }
    }
  }
  for (const [kind, left] of open) {
    const who = takers.get(kind) ?? [0];
    for (let turn = 0; turn < left; turn += 1) give(who[turn % who.length] ?? 0, kind, 1);
  }
  const minor = wanted.map(() => 0);
  for (const { kind, outlayMinor } of plan.perUnit) {
    const parts = splitMinor(
      outlayMinor,
      gets.map((own) => own.get(kind) ?? 0),
    );
    for (const [index, part] of parts.entries()) minor[index] = (minor[index] ?? 0) + part;
  }
  return wanted.map(({ payer }, index) => ({
    payer,
    gets: [...(gets[index] ?? [])].map(([kind, count]) => ({ kind, count })),
    minor: minor[index] ?? 0,
  }));
}
