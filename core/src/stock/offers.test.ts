import { expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { compareInOrder, inOrder } from '../coverage/inOrder.ts';
import type { AskedNeed, StockUnit } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import type { Kind } from '../model/kind.ts';
import { NEED_IDS, SKILLS, type Skill } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { restockLines } from './restock.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-30');

it('whatever stores offer counts in the kit once it is there, on random kits and shelves', () => {
  const random = new Random(seeded(83));
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  let offered = 0;
  for (let round = 0; round < rounds(300); round += 1) {
    const needs = NEED_IDS.filter(() => random.next() < 0.4).map((need): AskedNeed => {
      const least = need === 'D.flush' ? 20 * random.below(4) : random.below(4);
      if (need !== 'D.meds') return { need, least, ideal: least };
      const lines = ['cetirizine', 'paracetamol', ''].map((sort) => ({ sort, label: sort, least: random.below(25) }));
      const all = lines.reduce((sum, line) => sum + line.least, 0);
      return { need, least: all, ideal: all, lines };
    });
    const lay = (prefix: string, most: number): StockUnit[] =>
      Array.from({ length: random.below(most) }, (_, index) => ({
        id: `${prefix}${index}`,
        kind: pick(KINDS).id,
        count: 1 + random.below(3),
        condition: 'ready' as const,
        expiresOn: random.next() < 0.5 ? addDays(TODAY, 100 + random.below(900)) : null,
      }));
    const units = lay('k', 10);
    const spares = lay('s', 30);
    const school = pick(SCHOOLS);
    const skills = random.next() < 0.5 ? SKILLS : (['tourniquet'] as const);
    const isChecked = random.next() < 0.2;
    const ask = (laid: readonly StockUnit[]) =>
      coverage({ needs, school, skills, isChecked, on: TODAY, kits: [{ id: 'kit', units: laid }] }, CATALOG).needs;
    const before = ask(units);
    const lines = restockLines(before, school, spares, CATALOG, { on: TODAY, outlasts: TODAY, skills, isChecked });
    for (const { need, fromStores } of lines) {
      for (const spare of fromStores) {
        offered += 1;
        const unit = spares.find(({ id }) => id === spare.unitId);
        if (unit === undefined) throw new Error('no such spare');
        // It may fill a more vital need than the one that it was offered for, or serve that one better than what does.
        const after = ask([...units, { ...unit, id: 'taken', count: spare.take }]);
        expect(compareInOrder(inOrder(after), inOrder(before)), `${unit.kind} for ${need} in round ${round}`).toBeGreaterThan(0);
      }
    }
  }
  expect(offered).toBeGreaterThan(rounds(300));
});

it('a tube through the mouth is offered only where somebody is trained for it: from stores and to buy (common practice, no source)', () => {
  const needs: AskedNeed[] = [{ need: 'A.airway', least: 1, ideal: 1 }];
  const spares: StockUnit[] = [{ id: 'tube', kind: 'oral-airway', count: 1, condition: 'ready', expiresOn: null }];
  const [school] = SCHOOLS;
  if (school === undefined) throw new Error('there are no schools');
  const offered = (skills: readonly Skill[]) => {
    const { needs: now } = coverage({ needs, school, skills, on: TODAY, kits: [{ id: 'kit', units: [] }] }, CATALOG);
    const [line] = restockLines(now, school, spares, CATALOG, { on: TODAY, outlasts: TODAY, skills });
    const kinds = [...(line?.fromStores ?? []), ...(line?.toBuy ?? [])].map(({ kind }) => CATALOG.get(kind)?.family);
    return kinds.includes('oralAirway');
  };
  expect([offered(['airway']), offered(['airway', 'airwayOral'])]).toEqual([false, true]);
});

it('what does not go into the kit is neither offered from the stores nor to be bought', () => {
  const needs: AskedNeed[] = [{ need: 'H.warm', least: 1, ideal: 1 }];
  const spares: StockUnit[] = [{ id: 'bag', kind: 'casualty-bag', count: 1, condition: 'ready', expiresOn: null }];
  const [school] = SCHOOLS;
  if (school === undefined) throw new Error('there are no schools');
  const { needs: now } = coverage({ needs, school, on: TODAY, kits: [{ id: 'kit', units: [] }] }, CATALOG);
  const kinds = (goesIn: (kind: Kind) => boolean) => {
    const [line] = restockLines(now, school, spares, CATALOG, { on: TODAY, outlasts: TODAY, goesIn });
    return [...(line?.fromStores ?? []), ...(line?.toBuy ?? [])].map(({ kind }) => kind);
  };
  const isThin = (kind: Kind) => kind.states.some(({ tMm }) => tMm < 30);
  expect(kinds(() => true).some((kind) => !isThin(CATALOG.get(kind) as Kind))).toBe(true);
  expect(kinds(isThin).every((kind) => isThin(CATALOG.get(kind) as Kind))).toBe(true);
});
