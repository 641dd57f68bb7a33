import type { KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { type Coverage, coverage, coverageNow } from './coverage.ts';
import type { CoverageProblem } from './problem.ts';
import { isAsked, type NeedCoverage } from './states.ts';

/** Of what is asked of kits that are carried as one, what one of them holds, and what it leaves to which other. */
export interface NeedShare {
  need: NeedId;
  /** Pieces that serve the need out of this kit. */
  here: number;
  /** Kits and own things that serve it too, by id. */
  others: { kitId: string; pieces: number }[];
  /** Asked of this kit by itself: what it holds without the others; null: not asked so. */
  alone: { have: number; least: number } | null;
}

/**
 * What each kit has a share in. The first kit of the problem is the one that is looked at; `alone` are needs that it must hold by itself,
 * booked with its own things only.
 */
function sharesOf(problem: CoverageProblem, result: Coverage, alone: readonly NeedId[], catalog: KindCatalog): NeedShare[] {
  const [own, ...others] = problem.kits;
  if (own === undefined) return [];
  const kitOf = new Map([own, ...others].flatMap(({ id, units }) => units.map((unit) => [unit.id, id] as const)));
  const byItself = aloneIn(problem, alone, catalog);
  return result.needs.map(({ need, by }) => {
    const pieces = new Map<string, number>();
    for (const { unitId, count } of by) {
      const kitId = kitOf.get(unitId) ?? own.id;
      pieces.set(kitId, (pieces.get(kitId) ?? 0) + count);
    }
    return {
      need,
      here: pieces.get(own.id) ?? 0,
      others: others.flatMap(({ id }) => ((pieces.get(id) ?? 0) > 0 ? [{ kitId: id, pieces: pieces.get(id) ?? 0 }] : [])),
      alone: byItself.get(need) ?? null,
    };
  });
}

function aloneIn(problem: CoverageProblem, alone: readonly NeedId[], catalog: KindCatalog): Map<NeedId, { have: number; least: number }> {
  const needs = problem.needs.filter(({ need, least }) => least > 0 && alone.includes(need));
  if (needs.length === 0) return new Map();
  const held = coverageNow({ ...problem, needs, kits: problem.kits.slice(0, 1) }, catalog);
  return new Map(held.map(({ need, have, least }) => [need, { have, least }]));
}

/**
 * The coverage of all together as it is seen from one of them: it is served by its own things, what only the others hold is elsewhere, what
 * it must hold by itself and does not is a gap of its own, and a gap of all is one of each.
 */
function seenFrom(result: Coverage, shares: readonly NeedShare[], units: readonly { id: string }[]): Coverage {
  const own = new Set(units.map(({ id }) => id));
  const needs = result.needs.map((held, index): NeedCoverage => {
    const { here, others, alone } = shares[index] as NeedShare; // one for each need, in the same order
    const seen = { ...held, by: held.by.filter(({ unitId }) => own.has(unitId)) };
    if (alone !== null && alone.have < alone.least) return { ...seen, state: 'gap', have: alone.have };
    const isHeldByOthers = here === 0 && others.length > 0 && isAsked(held.state) && held.state !== 'gap';
    return isHeldByOthers ? { ...seen, state: 'elsewhere' } : seen;
  });
  return { ...result, needs };
}

/** Of kits that are carried as one: booked together, what each has a share in, and how it is seen from the first of them. */
export interface SharedCoverage {
  together: Coverage;
  shares: NeedShare[];
  seen: Coverage;
}

/** `alone`: needs that the first kit must hold by itself; absent: it is carried by itself, and sees what it holds. */
export function sharedCoverage(problem: CoverageProblem, alone: readonly NeedId[] | undefined, catalog: KindCatalog): SharedCoverage {
  const together = coverage(problem, catalog);
  if (alone === undefined) return { together, shares: [], seen: together };
  const shares = sharesOf(problem, together, alone, catalog);
  return { together, shares, seen: seenFrom(together, shares, problem.kits[0]?.units ?? []) };
}
