import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { circleOf, NEED_IDS } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Coverage, coverage } from './coverage.ts';
import type { CoverageProblem, StockUnit } from './problem.ts';
import type { NeedState } from './states.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-30');
const ORDER: readonly NeedState[] = ['gap', 'thin', 'held', 'full'];

function randomProblem(random: Random): CoverageProblem {
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  const needs = NEED_IDS.filter((need) => need !== 'D.meds' && random.next() < 0.5).map((need) => {
    const least = need === 'D.flush' ? 20 * random.below(3) : random.below(3);
    return { need, least, ideal: least + random.below(3) };
  });
  const units = Array.from(
    { length: random.below(16) },
    (_, index): StockUnit => ({ id: `u${index}`, kind: pick(KINDS).id, count: 1 + random.below(2), condition: 'ready' }),
  );
  return { needs, school: pick(SCHOOLS), on: ON, kits: [{ id: 'kit', units }] };
}

const oneMore = (problem: CoverageProblem, kind: string): CoverageProblem => ({
  ...problem,
  kits: [...problem.kits, { id: 'more', units: [{ id: 'more', kind, count: 1, condition: 'ready' }] }],
});
const figures = ({ needs }: Coverage) => needs.map(({ need, have, state }) => ({ need, have, state }));

describe('laws of booking, on random kits', () => {
  it('a thing more lowers no need, but one that gives a piece up as the companion of a more vital one', () => {
    const random = new Random(seeded(41));
    let given = 0;
    for (let round = 0; round < rounds(600); round += 1) {
      const problem = randomProblem(random);
      const kind = KINDS[random.below(KINDS.length)];
      if (kind === undefined) continue;
      const before = coverage(problem, CATALOG);
      const after = coverage(oneMore(problem, kind.id), CATALOG);
      for (const [index, was] of before.needs.entries()) {
        const is = after.needs[index];
        if (is === undefined || is.have >= was.have) continue;
        given += 1;
        // Something before it in the order of booking gained.
        const circle = circleOf(was.need);
        const gained = after.needs.filter(
          ({ need, have }, at) =>
            have > (before.needs[at]?.have ?? 0) && (circleOf(need) < circle || (circleOf(need) === circle && at < index)),
        );
        expect(gained.length, `${kind.id}: ${was.need} fell`).toBeGreaterThan(0);
        expect(kind.provides.length > 0 || Object.keys(kind.requires).length > 0, `${kind.id} lowers ${was.need}`).toBe(true);
      }
    }
    expect(given).toBeLessThan(rounds(600) / 10);
  });

  it('a thing less raises none but in the same way', () => {
    const random = new Random(seeded(43));
    for (let round = 0; round < rounds(400); round += 1) {
      const problem = randomProblem(random);
      const units = problem.kits[0]?.units ?? [];
      const lost = units[random.below(Math.max(1, units.length))];
      if (lost === undefined) continue;
      const kind = CATALOG.get(lost.kind);
      if (kind === undefined || kind.provides.length > 0 || Object.keys(kind.requires).length > 0) continue;
      const before = coverage(problem, CATALOG);
      const after = coverage({ ...problem, kits: [{ id: 'kit', units: units.filter((unit) => unit !== lost) }] }, CATALOG);
      for (const [index, was] of before.needs.entries())
        expect(after.needs[index]?.have ?? 0, `${lost.kind} gone raises ${was.need}`).toBeLessThanOrEqual(was.have);
    }
  });

  it('a tool more lowers nothing, and leaves what it does not serve as it was where no piece is freed by it', () => {
    const random = new Random(seeded(47));
    const tools = KINDS.filter(({ tool, provides, requires }) => tool && provides.length === 0 && Object.keys(requires).length === 0);
    for (let round = 0; round < rounds(400); round += 1) {
      const problem = randomProblem(random);
      const tool = tools[random.below(tools.length)];
      if (tool === undefined) continue;
      const before = coverage(problem, CATALOG);
      const after = coverage(oneMore(problem, tool.id), CATALOG);
      const freed = before.needs.some(({ need, by }, index) => {
        const now = after.needs[index]?.by ?? [];
        return (
          tool.grades[need] !== undefined &&
          by.some(
            (one) => CATALOG.get(one.kind)?.tool !== true && !now.some(({ unitId, count }) => unitId === one.unitId && count === one.count),
          )
        );
      });
      for (const [index, was] of before.needs.entries()) {
        const is = after.needs[index];
        expect(ORDER.indexOf(is?.state ?? 'gap')).toBeGreaterThanOrEqual(ORDER.indexOf(was.state));
        if (!freed && tool.grades[was.need] === undefined) expect(is?.by, `${tool.id} changes ${was.need}`).toEqual(was.by);
      }
    }
  });

  it('says the same whatever kinds are called', () => {
    const random = new Random(seeded(53));
    for (let round = 0; round < rounds(200); round += 1) {
      const problem = randomProblem(random);
      const names = new Map(KINDS.map(({ id }, index) => [id, `k-${(index * 37 + round) % 101}-${index}`]));
      const renamed = kindCatalog(KINDS.map((kind) => ({ ...kind, id: names.get(kind.id) ?? kind.id })));
      const kits = problem.kits.map((kit) => ({
        ...kit,
        units: kit.units.map((unit) => ({ ...unit, kind: names.get(unit.kind) ?? unit.kind })),
      }));
      const asked = coverage(problem, CATALOG);
      const again = coverage({ ...problem, kits }, renamed);
      expect(figures(again)).toEqual(figures(asked));
      expect(again.singlePoints).toEqual(asked.singlePoints);
      expect(again.sharedTools).toEqual(asked.sharedTools);
    }
  });
});
