import { KINDS } from '../catalog/kinds.ts';
import type { Random } from '../fit/random.ts';
import type { Family } from '../model/family.ts';
import { GRADES, type Grade, type Kind } from '../model/kind.ts';
import { NEED_IDS, type NeedId, SKILLS } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { type School, SchoolSchema } from '../model/school.ts';
import { CONDITIONS } from '../model/unit.ts';
import type { CoverageProblem, StockUnit } from './problem.ts';

export const TODAY = plainDate('2026-11-25');
const [PATTERN] = KINDS;
if (PATTERN === undefined) throw new Error('kinds are missing');

export interface Instance {
  problem: CoverageProblem;
  kinds: Kind[];
}
const FAMILIES_TRIED: readonly Family[] = ['whistle', 'phone', 'oximeter', 'marker', 'recordCard', 'coldPack', 'other'];

export const pick = <T>(random: Random, from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty

/** Up to so many needs, but for those of medicines, which go by purpose. */
export function madeUpNeeds(random: Random, most: number) {
  const ids = [...NEED_IDS]
    .filter((need) => !['D.sugar', 'D.allergy', 'D.chestPain', 'D.meds'].includes(need))
    .sort(() => random.next() - 0.5)
    .slice(0, 1 + random.below(most));
  return ids.map((need) => {
    const least = random.below(3);
    return { need, least, ideal: least + random.below(3), windowS: random.next() < 0.2 ? 60 : null };
  });
}

/** Kinds with parts, tools, companions, sorts and skills, graded for some of the needs. */
export function madeUpKinds(random: Random, ids: readonly NeedId[], count: number): Kind[] {
  const someGrades = (share: number) => {
    const grades: Partial<Record<NeedId, Grade>> = {};
    for (const need of ids) if (random.next() < share) grades[need] = pick(random, GRADES);
    return grades;
  };
  return Array.from({ length: count }, (_, index): Kind => {
    const grades = someGrades(0.35);
    const made = Object.keys(grades) as NeedId[];
    // A thing that needs another one beside it, and the thing that it needs.
    const requires = made.length > 0 && random.next() < 0.6 ? { [pick(random, made)]: pick(random, ['tape', 'binder']) } : {};
    return {
      ...(PATTERN as Kind),
      id: `kind-${index}`,
      family: pick(random, FAMILIES_TRIED),
      tool: random.next() < 0.25,
      traits: {},
      grades,
      moreParts: random.next() < 0.25 ? [{ name: 'inside', pieces: 1 + random.below(2), pieceName: 'piece', grades: someGrades(0.3) }] : [],
      requires,
      provides: random.next() < 0.25 ? [pick(random, ['tape', 'binder'])] : [],
      pieces: 1 + random.below(2),
      sterile: random.next() < 0.5,
      skill: random.next() < 0.2 ? pick(random, SKILLS) : null,
    };
  });
}

/** A school that grades a family and a kind otherwise than they are. */
export const madeUpSchool = (random: Random, ids: readonly NeedId[]): School =>
  SchoolSchema.parse({
    id: 'made-up',
    name: 'Made up',
    reason: '',
    order: [...NEED_IDS],
    grades: { whistle: { [pick(random, ids)]: 'substitute' } },
    exceptions: { 'kind-0': { [pick(random, ids)]: random.next() < 0.5 ? null : 'substitute' } },
    quantities: {},
  });

/** Up to 12 needs and 20 units of kinds made up for the instance: parts, tools, companions, sorts, skills, dates and conditions among them. */
export function randomInstance(random: Random): Instance {
  const needs = madeUpNeeds(random, 12);
  const ids = needs.map(({ need }) => need);
  const kinds = madeUpKinds(random, ids, 8);
  const units = Array.from(
    { length: random.below(21) },
    (_, index): StockUnit => ({
      id: `u${index}`,
      kind: pick(random, kinds).id,
      count: 1 + random.below(2),
      condition: random.next() < 0.7 ? 'ready' : pick(random, CONDITIONS),
      expiresOn: random.next() < 0.5 ? addDays(TODAY, random.below(40) - 8) : null,
    }),
  );
  const school = madeUpSchool(random, ids);
  const cut = random.below(units.length + 1);
  const kits = [
    { id: 'near', reachS: null, units: units.slice(0, cut) },
    { id: 'far', reachS: 120, units: units.slice(cut) },
  ];
  return { problem: { needs, school, on: TODAY, kits, skills: random.next() < 0.5 ? SKILLS : ['tourniquet'] }, kinds };
}
