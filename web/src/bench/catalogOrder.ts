import { gradeOf, type Helpfulness } from '@ivrak/core/coverage';
import { type Kind, measuresOf, NEEDS, type NeedId, RUNGS, type School, searchText } from '@ivrak/core/model';

export interface Shown {
  kind: Kind;
  /** What it serves in this school: "limb · pressure (substitute)". */
  grades: string;
}
export interface KindFilter {
  search: string;
  rung: string | null;
  need: NeedId | null;
}

/** Kinds that pass the filter, in the order of the catalogue; for one need the better grade first. */
export function shownKinds(kinds: readonly Kind[], filter: KindFilter, school: School): Shown[] {
  const words = filter.search.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = kinds
    .filter((kind) => {
      const needs = Object.keys(kind.grades) as NeedId[]; // keyed by need ids
      const text = `${searchText(kind)} ${needs.map((need) => NEEDS[need].one).join(' ')}`.toLowerCase();
      if (!words.every((word) => text.includes(word))) return false;
      if (filter.need !== null) return gradeOf(kind, filter.need, school) !== null;
      return filter.rung === null || kind.rung === filter.rung;
    })
    .map((kind): Shown => ({ kind, grades: gradeLine(kind, school) }));
  const { need } = filter;
  return need === null ? shown : shown.sort((a, b) => gradeRank(a.kind, need, school) - gradeRank(b.kind, need, school));
}

const gradeRank = (kind: Kind, need: NeedId, school: School): number =>
  ['primary', 'substitute', 'improvised'].indexOf(gradeOf(kind, need, school) ?? 'improvised');

export const SORT_NAMES = {
  helps: 'what helps most next',
  lane: 'by lane',
  price: 'cheapest first',
  mass: 'lightest first',
  flat: 'flattest first',
} as const;
export type Sort = keyof typeof SORT_NAMES;

/** Sorts what is shown; equal ones keep their order. `helpful` holds kinds, the most helpful first. */
export function sortKinds(shown: readonly Shown[], sort: Sort, helpful: readonly Helpfulness[]): Shown[] {
  const by = (value: (kind: Kind) => number) => [...shown].sort((a, b) => value(a.kind) - value(b.kind));
  switch (sort) {
    case 'helps': {
      const rank = new Map(helpful.map(({ kind }, index) => [kind, index]));
      return by(({ id }) => rank.get(id) ?? helpful.length);
    }
    case 'lane':
      return by(({ rung }) => RUNGS.indexOf(rung));
    case 'price':
      return by(({ priceMinor }) => priceMinor);
    case 'mass':
      return by(({ massG }) => massG);
    case 'flat':
      return by((kind) => measuresOf(kind, 'asSold').tMm);
  }
}

/** "limb · pressure (substitute)" */
function gradeLine(kind: Kind, school: School): string {
  const needs = Object.keys(kind.grades) as NeedId[]; // keyed by need ids
  return needs
    .flatMap((need) => {
      const grade = gradeOf(kind, need, school);
      return grade === null ? [] : [grade === 'primary' ? NEEDS[need].label : `${NEEDS[need].label} (${grade})`];
    })
    .join(' · ');
}
