import type { Kind, KindCatalog } from '../model/kind.ts';
import { measuresOf } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { changesBetween, type NeedChange } from './changes.ts';
import { type Assigned, assignOnly, type Coverage, coverage } from './coverage.ts';
import { gradeOf, isBarred } from './grades.ts';
import type { CoverageProblem } from './problem.ts';
import { sortOf } from './sorts.ts';

/** A unit that is only thought of; no real unit has such an id. */
const THOUGHT_OF = '~preview';

export interface Preview {
  changes: NeedChange[];
  singlePoints: { before: number; after: number };
  massG: number;
  volumeCm3: number;
  priceMinor: number;
  after: Coverage;
}

const withOne = (problem: CoverageProblem, kind: string): CoverageProblem => ({
  ...problem,
  kits: [...problem.kits, { id: THOUGHT_OF, units: [{ id: THOUGHT_OF, kind, count: 1, condition: 'ready' }] }],
});

/** What one more unit of a kind would change, and what it would cost in mass, volume as sold, and money. */
export function previewAdd(before: Coverage, problem: CoverageProblem, kind: Kind, catalog: KindCatalog): Preview {
  const after = coverage(withOne(problem, kind.id), catalog);
  const { wMm, hMm, tMm } = measuresOf(kind, 'asSold');
  return {
    changes: changesBetween(before, after),
    singlePoints: { before: before.singlePoints.length, after: after.singlePoints.length },
    massG: kind.massG,
    volumeCm3: Math.round((wMm * hMm * tMm) / 1000),
    priceMinor: kind.priceMinor,
    after,
  };
}

export interface Helpfulness {
  kind: string;
  /** The first need, in the school's order, that gains; null where nothing does. */
  helps: NeedId | null;
  gain: 'gap' | 'grade' | 'ideal' | null;
}

/**
 * Kinds by how much one more unit of them would help, most helpful first: more of the earliest least, then fewer makeshift
 * pieces, then more of the earliest ideal, there too rather by what is made for it; equal help by price, mass and id.
 */
export function rankKinds(problem: CoverageProblem, kinds: readonly Kind[], catalog: KindCatalog): Helpfulness[] {
  const before = assignOnly(problem, catalog);
  const known = new Map<string, Ranked>();
  const ranked = kinds.map((kind) => {
    const likeness = likenessOf(kind, problem);
    const score = known.get(likeness) ?? compareAssigned(problem, before, assignOnly(withOne(problem, kind.id), catalog));
    known.set(likeness, score);
    return { kind, ...score };
  });
  ranked.sort(
    (a, b) =>
      compareGain(b.score, a.score) ||
      a.kind.priceMinor - b.kind.priceMinor ||
      a.kind.massG - b.kind.massG ||
      (a.kind.id < b.kind.id ? -1 : 1),
  );
  return ranked.map(({ kind, helps, gain }) => ({ kind: kind.id, helps, gain }));
}

interface Ranked {
  score: number[];
  helps: NeedId | null;
  gain: Helpfulness['gain'];
}

/** Kinds that serve the same needs alike help alike. */
const likenessOf = (kind: Kind, problem: CoverageProblem): string =>
  JSON.stringify([
    problem.needs.map(({ need }) => gradeOf(kind, need, problem.school)),
    kind.pieces,
    kind.moreParts,
    kind.requires,
    kind.provides,
    kind.skill,
    kind.tool,
    problem.needs.map(({ need }) => sortOf(kind, need)),
    kind.traits.ml,
    isBarred(kind),
  ]);

function compareAssigned(problem: CoverageProblem, before: Assigned, after: Assigned): Ranked {
  const gains = (a: readonly number[], b: readonly number[]) => a.map((value, index) => (b[index] ?? 0) - value);
  const least = gains(before.least, after.least);
  // A makeshift piece that fills a gap is a gain above, and worth less here than one that is made for it.
  const improvised = gains(after.improvised, before.improvised);
  const makeshift = gains(after.substitute, before.substitute).map((less, index) => less + 2 * (improvised[index] ?? 0));
  const extra = gains(before.extra, after.extra);
  const score = [...least, ...makeshift, ...extra, ...gains(after.extraMakeshift, before.extraMakeshift)];
  const first = score.findIndex((value) => value > 0);
  const n = problem.needs.length;
  const gain = first < 0 ? null : first < n ? 'gap' : first < 2 * n || first >= 3 * n ? 'grade' : 'ideal';
  return { score, helps: first < 0 ? null : (problem.needs[first % n]?.need ?? null), gain };
}

function compareGain(a: readonly number[], b: readonly number[]): number {
  for (const [index, value] of a.entries()) {
    const difference = value - (b[index] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}
