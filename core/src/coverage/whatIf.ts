import type { Brief } from '../model/brief.ts';
import type { KindCatalog } from '../model/kind.ts';
import { needsOn } from '../needs/needs.ts';
import { changesBetween, type NeedChange } from './changes.ts';
import { type Coverage, coverage } from './coverage.ts';
import type { CoverageProblem, StockKit } from './problem.ts';

export interface WhatIf {
  after: Coverage;
  changes: NeedChange[];
}

const asked = (before: Coverage, problem: CoverageProblem, catalog: KindCatalog): WhatIf => {
  const after = coverage(problem, catalog);
  return { after, changes: changesBetween(before, after) };
};

/**
 * What if some of these fail, or are used already? `lost` gives pieces by unit id; a count over what a unit holds loses all
 * of it. A piece that is gone from a sterile packet takes none of the others with it here: packets are counted, not opened.
 */
export function whatIfLost(before: Coverage, problem: CoverageProblem, lost: ReadonlyMap<string, number>, catalog: KindCatalog): WhatIf {
  const kits = problem.kits.map((kit) => ({
    ...kit,
    units: kit.units.map((unit) => {
      const gone = lost.get(unit.id) ?? 0;
      return gone === 0 ? unit : { ...unit, piecesUsed: (unit.piecesUsed ?? 0) + gone };
    }),
  }));
  return asked(before, { ...problem, kits }, catalog);
}

/** What if that many are hurt at once? Quantities are derived again; those set by hand stay as they were set. */
export function whatIfCasualties(
  before: Coverage,
  problem: CoverageProblem,
  { brief, casualties }: { brief: Brief; casualties: number },
  catalog: KindCatalog,
): WhatIf {
  const needs = needsOn({ ...brief, casualties }, problem.school, problem.on);
  return asked(before, { ...problem, needs }, catalog);
}

/** What if another kit is there as well? Its things count under this kit's brief and school, each of them once. */
export function whatIfTogether(before: Coverage, problem: CoverageProblem, partner: StockKit, catalog: KindCatalog): WhatIf {
  return asked(before, { ...problem, kits: [...problem.kits, partner] }, catalog);
}
