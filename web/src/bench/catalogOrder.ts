import { gradeOf, type Judgement, KINDS, type Kind, NEEDS, type NeedId, type School } from '@ivrak/core';

export interface Shown {
  kind: Kind;
  /** Gaps that it is made for, in the school's order. */
  fills: NeedId[];
  grades: string;
}

export interface KindFilter {
  search: string;
  rung: string | null;
  need: NeedId | null;
}

/** Kinds that pass the filter: what fills a gap first, in the school's order of gaps; for one need, the better grade first. */
export function shownKinds(filter: KindFilter, school: School, judgement: Judgement): Shown[] {
  const words = filter.search.toLowerCase().split(/\s+/).filter(Boolean);
  const gaps = judgement.coverage.needs.filter(({ state }) => state === 'gap').map(({ need }) => need);
  const entries = KINDS.filter((kind) => {
    const needs = Object.keys(kind.grades) as NeedId[]; // keyed by need ids
    const text = `${kind.name} ${needs.map((need) => NEEDS[need].one).join(' ')}`.toLowerCase();
    if (!words.every((word) => text.includes(word))) return false;
    if (filter.need !== null) return gradeOf(kind, filter.need, school) !== null;
    return filter.rung === null || kind.rung === filter.rung;
  }).map((kind): Shown => {
    const fills = gaps.filter((need) => gradeOf(kind, need, school) === 'primary');
    return { kind, fills, grades: gradeLine(kind, school) };
  });
  const rank = (entry: Shown) => (entry.fills[0] === undefined ? gaps.length : gaps.indexOf(entry.fills[0]));
  const { need } = filter;
  // Asked for one need, other gaps that a thing might fill do not matter.
  if (need !== null) return entries.sort((a, b) => gradeRank(a.kind, need, school) - gradeRank(b.kind, need, school));
  return entries.sort((a, b) => rank(a) - rank(b));
}

const gradeRank = (kind: Kind, need: NeedId, school: School): number =>
  ['primary', 'substitute', 'improvised'].indexOf(gradeOf(kind, need, school) ?? 'improvised');

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
