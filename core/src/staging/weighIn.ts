import type { Container } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { Unit } from '../model/unit.ts';

/** Spread of a kind's mass where none is known. Planning value. */
const SPREAD = 0.03;
/** Agreement within so many standard deviations. */
const SIGMAS = 2;
const MOST_TOLD = 5;

export interface Explanation {
  /** Kinds that would be gone, or there once more than listed. */
  missing: string[];
  extra: string[];
  /** What would be left unexplained, g. */
  restG: number;
}

export interface WeighIn {
  expectedG: number;
  /** Standard deviation of the expected mass and of the scale together, g. */
  sigmaG: number;
  /** The scale's figure minus the expected one, g. */
  differenceG: number;
  agrees: boolean;
  /** One or two things that explain the difference, best first; empty where it agrees or nothing does. */
  explanations: Explanation[];
  /** `several`: others explain it as well, so it cannot be told which. */
  told: 'agrees' | 'one' | 'several' | 'nothing';
}

interface Entry {
  kind: string;
  massG: number;
  count: number;
}

/**
 * Whether a scale agrees with the masses of a kit's parts, and if not, which one or two things gone or too many explain the
 * difference best. Masses are typical of the kind, so each carries a spread of 3 %.
 * @param stepG smallest step of the scale, g
 */
export function weighIn(
  units: readonly Unit[],
  container: Container | undefined,
  catalog: KindCatalog,
  measuredG: number,
  stepG: number,
): WeighIn {
  const entries: Entry[] = [];
  for (const { kind, count } of units) {
    const massG = catalog.get(kind)?.massG;
    if (massG === undefined) continue;
    const known = entries.find((entry) => entry.kind === kind);
    if (known === undefined) entries.push({ kind, massG, count });
    else known.count += count;
  }
  const boxG = container?.massG ?? 0;
  const expectedG = entries.reduce((sum, { massG, count }) => sum + massG * count, boxG);
  const variance = entries.reduce((sum, { massG, count }) => sum + count * (SPREAD * massG) ** 2, (SPREAD * boxG) ** 2) + stepG ** 2 / 12;
  const sigmaG = Math.sqrt(variance);
  const differenceG = measuredG - expectedG;
  const agrees = Math.abs(differenceG) <= SIGMAS * sigmaG;
  const base = { expectedG, sigmaG, differenceG, agrees };
  if (agrees) return { ...base, explanations: [], told: 'agrees' };
  const explanations = explain(entries, differenceG, SIGMAS * sigmaG);
  const [best, next] = explanations;
  if (best === undefined) return { ...base, explanations, told: 'nothing' };
  // Two things explain many differences: a single one is believed before any pair.
  const isAlike = next !== undefined && sizeOf(next) === sizeOf(best);
  return { ...base, explanations: explanations.slice(0, MOST_TOLD), told: isAlike ? 'several' : 'one' };
}

const sizeOf = ({ missing, extra }: Explanation): number => missing.length + extra.length;

/** Singles and pairs, things gone and things too many; fewer things first, then what leaves least unexplained. */
function explain(entries: readonly Entry[], differenceG: number, withinG: number): Explanation[] {
  const moves = entries.flatMap(({ kind, massG, count }) => [
    { kind, massG: -massG, most: count },
    { kind, massG, most: 2 },
  ]);
  const found: Explanation[] = [];
  const note = (taken: readonly (typeof moves)[number][]) => {
    const restG = differenceG - taken.reduce((sum, { massG }) => sum + massG, 0);
    if (Math.abs(restG) > withinG) return;
    const kinds = (isGone: boolean) => taken.filter(({ massG }) => massG < 0 === isGone).map(({ kind }) => kind);
    found.push({ missing: kinds(true), extra: kinds(false), restG });
  };
  for (const [index, one] of moves.entries()) {
    note([one]);
    for (const other of moves.slice(index)) {
      if (other === one && one.most < 2) continue;
      // Gone and too many at once would only be a swap, which the scale cannot tell from anything else.
      if (other.massG < 0 !== one.massG < 0) continue;
      note([one, other]);
    }
  }
  return found.sort((a, b) => sizeOf(a) - sizeOf(b) || Math.abs(a.restG) - Math.abs(b.restG));
}
