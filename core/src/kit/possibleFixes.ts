import type { Coverage } from '../coverage/coverage.ts';
import { gradeOf } from '../coverage/grades.ts';
import { type Kind, type KindCatalog, measuresOf, sizeOf } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import { NEED_IDS } from '../model/need.ts';
import type { School } from '../model/school.ts';
import { bulk, type FitFix } from './fitFix.ts';
import { LIFE_SAVING_RUNGS, prioritiesOf, priorityOf } from './priority.ts';

const MOST_SWAPS = 8;
const FIRM = 0.6;
/** Ways of lying with less bulk, and pressing. */
export function gentleFixes(draft: KitDraft, catalog: KindCatalog): FitFix[] {
  const states = draft.units.flatMap((unit): FitFix[] => {
    const kind = catalog.get(unit.kind);
    if (kind === undefined) return [];
    const now = sizeOf(kind, unit);
    const better = kind.states
      .filter((state) => state.id !== now.id && (state.tMm < now.tMm || bulk(state) < bulk(now)))
      .sort((a, b) => a.tMm - b.tMm || bulk(a) - bulk(b));
    const [best] = better;
    return best === undefined ? [] : [{ do: 'setState', unitId: unit.id, state: best.id }];
  });
  const isSoft = draft.units.some(({ kind }) => (catalog.get(kind)?.give ?? 0) > 0);
  return isSoft && draft.fit.press < FIRM ? [...states, { do: 'press', press: FIRM }] : states;
}

/** Flatter kinds that serve every need this one is made for as well as it does. */
export function swapFixes(draft: KitDraft, catalog: KindCatalog, school: School): FitFix[] {
  const served = (kind: Kind) => NEED_IDS.filter((need) => gradeOf(kind, need, school) === 'primary');
  const swaps = draft.units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    if (kind === undefined) return [];
    const needs = served(kind);
    const now = sizeOf(kind, unit);
    if (needs.length === 0) return [];
    return [...catalog.values()].flatMap((other) => {
      const then = measuresOf(other, 'asSold');
      const isSame = other.id !== kind.id && needs.every((need) => gradeOf(other, need, school) === 'primary');
      const isOpen = other.skill === null || other.skill === kind.skill;
      const gain = now.tMm - then.tMm;
      return isSame && isOpen && gain >= 2 && other.pieces >= kind.pieces
        ? [{ gain, fix: { do: 'swap', unitId: unit.id, kind: other.id } as const }]
        : [];
    });
  });
  return swaps
    .sort((a, b) => b.gain - a.gain)
    .slice(0, MOST_SWAPS)
    .map(({ fix }) => fix);
}

/** What hurts least first; what saves a life apart. */
export function takeOutFixes(draft: KitDraft, catalog: KindCatalog, coverage: Coverage): { lifeSaving: FitFix[]; others: FitFix[] } {
  const priorities = prioritiesOf(coverage);
  const units = draft.units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    if (kind === undefined) return [];
    const isVital = LIFE_SAVING_RUNGS.includes(kind.rung);
    return [{ keep: priorityOf(priorities, unit.id, kind).keep, isVital, fix: { do: 'takeOut', unitId: unit.id } as const }];
  });
  units.sort((a, b) => a.keep - b.keep);
  const fixes = (isVital: boolean) => units.filter((unit) => unit.isVital === isVital).map(({ fix }) => fix);
  return { lifeSaving: fixes(true), others: fixes(false) };
}
