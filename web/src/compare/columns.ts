import { type ContentList, unitsOfList } from '@ivrak/core/buying';
import { type Coverage, classifyKit, coverage, type KitClassing } from '@ivrak/core/coverage';
import { kitMassG, kitPriceMinor } from '@ivrak/core/kit';
import type { KindCatalog, Layer, PlainDate, School, Skill, Unit } from '@ivrak/core/model';
import type { DerivedNeed } from '@ivrak/core/needs';
import { containerOf } from '../data/catalog.ts';

/** A kit or a list as it stands beside others: what it holds, and what it costs. */
export interface Candidate {
  /** "kit:<id>" or "list:<id>". */
  key: string;
  name: string;
  units: readonly Unit[];
  containerId: string;
  layer: Layer;
  /** What it is sold for; null: worked out from usual prices. */
  priceMinor: number | null;
  /** Packed, walls included; null: not packed yet. */
  thicknessMm: number | null;
  list: ContentList | null;
}

export interface Column extends Candidate {
  coverage: Coverage;
  held: number;
  asked: number;
  massG: number;
  costMinor: number;
  classing: KitClassing;
}

export interface Yardstick {
  needs: readonly DerivedNeed[];
  school: School;
  skills: readonly Skill[];
  isChecked: boolean;
  on: PlainDate;
  catalog: KindCatalog;
}

/** A list in a container: its own, or that of the kit it is compared with. */
export const listCandidate = (list: ContentList, fallback: { containerId: string; layer: Layer }): Candidate => ({
  key: `list:${list.id}`,
  name: list.name,
  units: unitsOfList(list),
  containerId: list.containerId ?? fallback.containerId,
  layer: fallback.layer,
  priceMinor: list.priceMinor,
  thicknessMm: null,
  list,
});

/** Judges every candidate by one yardstick: the same brief and school for all. */
export function columnsOf(candidates: readonly Candidate[], { needs, school, skills, isChecked, on, catalog }: Yardstick): Column[] {
  return candidates.map((candidate) => {
    const problem = { school, skills, isChecked, on, kits: [{ id: candidate.key, units: candidate.units }] };
    const result = coverage({ ...problem, needs }, catalog);
    const asked = result.needs.filter(({ least }) => least > 0);
    return {
      ...candidate,
      coverage: result,
      held: asked.filter(({ state }) => state !== 'gap').length,
      asked: asked.length,
      massG: kitMassG(candidate.units, containerOf(candidate.containerId), catalog),
      costMinor: candidate.priceMinor ?? kitPriceMinor(candidate.units, catalog),
      classing: classifyKit(problem, candidate.layer, catalog),
    };
  });
}
