import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { coverage } from '../coverage/coverage.ts';
import { compareInOrder } from '../coverage/inOrder.ts';
import { madeUpKinds } from '../coverage/madeUpFixture.ts';
import { leastDepth } from '../fit/exact.ts';
import { laysOf } from '../fit/lays.ts';
import { Random } from '../fit/random.ts';
import type { Container } from '../model/container.ts';
import type { Kind } from '../model/kind.ts';
import { plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { bestOf } from './best.ts';
import { type Best, Chooser } from './chooser.ts';
import { Packings } from './packing.ts';
import { proposed } from './propose.ts';
import { type ProposeQuestion, problemFor } from './question.ts';

const TODAY = plainDate('2026-12-01');
const school = SCHOOLS[0] as (typeof SCHOOLS)[number];
const BOX = { wMm: 100, hMm: 80, dMm: 30 };
const box: Container = {
  id: 'box',
  name: 'Box',
  make: 'rigid',
  compartments: [{ id: 'main', ...BOX, access: 'front' }],
  massG: 0,
  wallMm: 0,
  opening: 'none',
};

/** Up to 5 kinds of bricks that lie one way only as they are sold, for up to 3 needs. */
function tinyQuestion(random: Random): ProposeQuestion {
  const ids = ['M.pack', 'M.press', 'C.dress', 'C.roll'].slice(0, 1 + random.below(3)) as ['M.pack'];
  const [pattern] = KINDS as [Kind];
  const side = () => 40 + 10 * random.below(6);
  const kinds = madeUpKinds(random, ids, 1 + random.below(5)).map(
    (kind): Kind => ({
      ...kind,
      states: [{ ...(pattern.states[0] as Kind['states'][number]), wMm: side(), hMm: side(), tMm: 15 + 5 * random.below(5) }],
      shape: 'brick',
      give: 0,
      foldable: false,
      skill: null,
      priceMinor: random.below(10),
    }),
  );
  const needs = ids.map((need) => ({ need, least: 1 + random.below(2), ideal: 2 }));
  return { needs, school, on: TODAY, kinds, limits: { container: box } };
}

/** Whether things go into the box at all, by a search to the end that shares nothing with the packer's. */
function goesIn(chosen: readonly { kind: Kind; count: number }[]): boolean {
  const lays = chosen.flatMap(({ kind, count }) => {
    const [{ wMm, hMm, tMm }] = kind.states as [Kind['states'][number]];
    const item = { id: kind.id, wMm, hMm, tMm, shape: 'brick' as const, reach: 3 as const };
    const own = laysOf(item, 0).filter(({ w, h, d }) => w <= BOX.wMm * 10 && h <= BOX.hMm * 10 && d <= BOX.dMm * 10);
    return Array.from({ length: count }, () => own);
  });
  if (lays.some((own) => own.length === 0)) return false;
  if (lays.length === 0) return true;
  const exact = leastDepth({ lays, w: BOX.wMm * 10, h: BOX.hMm * 10, known: BOX.dMm * 10 + 1, floor: 0 }, 400_000);
  return exact.isProven && exact.depth <= BOX.dMm * 10;
}

const waysOf = (most: readonly number[]): number[][] =>
  most.reduce<number[][]>((ways, own) => ways.flatMap((way) => Array.from({ length: own + 1 }, (_, count) => [...way, count])), [[]]);

describe('what is proposed for a room', () => {
  it('is what a search of all ways finds to go in, on tiny questions', () => {
    const random = new Random(seeded(20_261_207));
    let tried = 0;
    let short = 0;
    while (tried < rounds(20, 120)) {
      const question = tinyQuestion(random);
      const catalog = kindCatalog(question.kinds);
      const packings = new Packings({ container: box }, catalog, 2000, 1);
      const chooser = new Chooser(question, packings);
      const ways = waysOf(chooser.choices.map(({ most }) => most));
      if (ways.length > 60 || Math.max(...ways.map((way) => way.reduce((sum, count) => sum + count, 0))) > 6) continue;
      tried += 1;
      const fits = ways.filter((way) => goesIn(chooser.counted(way)));
      const most = fits.map((way) => chooser.met(way)).reduce((best, met) => (compareInOrder(met, best) > 0 ? met : best));
      const held = chooser.mostHeld() as Best;
      expect(held.met, `question ${tried}`).toEqual(most);
      const money = (counts: readonly number[]) => chooser.sumOf('cheapest', counts);
      const cheapest = Math.min(...fits.filter((way) => compareInOrder(chooser.met(way), most) === 0).map(money));
      expect(money(bestOf(chooser, held, ['cheapest']).counts), `question ${tried}`).toBe(cheapest);
      if (ways.some((way) => compareInOrder(chooser.met(way), most) > 0)) short += 1;
    }
    expect(short).toBeGreaterThan(2);
  });

  it('goes in, holds no less where there is more room, and says what is missing in mm', () => {
    const { brief } = TEMPLATES.find(({ id }) => id === 'every-day') as (typeof TEMPLATES)[number];
    const catalog = kindCatalog();
    const [small, large] = ['back-pocket-pouch', 'vest-pouch'].map((id) => CONTAINERS.find((one) => one.id === id)) as [
      Container,
      Container,
    ];
    const proposedIn = (container: Container, thicknessMm?: number) => {
      const question: ProposeQuestion = {
        needs: deriveNeeds(brief, school),
        school,
        on: TODAY,
        kinds: KINDS,
        limits: { container, ...(thicknessMm === undefined ? {} : { thicknessMm }) },
      };
      return proposed(question, [['cheapest']], catalog);
    };
    const [thin, wide] = [proposedIn(small, 22), proposedIn(large)];
    expect(thin.proposals[0]?.total.thicknessMm).toBeLessThanOrEqual(22);
    const held = (found: typeof thin) => found.proposals[0]?.needs.filter(({ state }) => state !== 'gap').length ?? 0;
    expect(held(thin)).toBeGreaterThan(2);
    expect(held(wide)).toBeGreaterThan(held(thin));
    expect(thin.why.filter(({ relax }) => relax.what === 'thicknessMm' && relax.by > 0).length).toBeGreaterThan(0);
    const [proposal] = thin.proposals;
    const units = (proposal?.things ?? []).map(({ kind, count }, at) => ({ id: `u${at}`, kind, count, condition: 'ready' as const }));
    const asked = deriveNeeds(brief, school);
    expect(coverage(problemFor({ school, on: TODAY }, asked, units), catalog).needs).toEqual(
      proposal?.needs.map((need) => ({ ...need, by: expect.anything(), ifNeedBe: expect.anything() })),
    );
  });

  it('lies as it must to go in, and is not called proven where a cheaper one was only not made to go in', () => {
    const [pattern] = KINDS as [Kind];
    const kind = (id: string, priceMinor: number, sizes: readonly [number, number, number][]): Kind => ({
      ...pattern,
      id,
      priceMinor,
      family: 'other',
      grades: { 'C.roll': 'primary' },
      moreParts: [],
      requires: {},
      provides: [],
      tool: false,
      pieces: 1,
      skill: null,
      shape: 'brick',
      give: 0,
      foldable: false,
      states: sizes.map(([wMm, hMm, tMm], at) => ({ id: at === 0 ? 'asSold' : 'flat', label: 'so', wMm, hMm, tMm })),
    });
    const ask = (kinds: readonly Kind[]) => {
      const needs = [{ need: 'C.roll' as const, least: 1, ideal: 1 }];
      return proposed({ needs, school, on: TODAY, kinds, limits: { container: box } }, [['cheapest']], kindCatalog(kinds)).proposals[0];
    };
    // As sold it is too thick whichever way it lies; flat it is not.
    const bulky = kind('bulky', 5, [
      [90, 70, 45],
      [95, 75, 20],
    ]);
    expect(ask([bulky])?.things).toEqual([{ kind: 'bulky', count: 1, state: 'flat' }]);
    expect(
      ask([
        kind('slim', 5, [
          [90, 70, 20],
          [95, 75, 18],
        ]),
      ])?.things,
    ).toEqual([{ kind: 'slim', count: 1 }]);
    // Too long for the box in both ways that are known: nobody has proven that there is no third.
    const long = kind('long', 1, [
      [150, 20, 10],
      [140, 25, 8],
    ]);
    expect(ask([long, bulky])).toMatchObject({ things: [{ kind: 'bulky' }], proven: false, bound: { what: 'money', value: 1 } });
    expect(ask([kind('short', 7, [[50, 20, 10]]), bulky])).toMatchObject({ things: [{ kind: 'bulky' }], proven: true, bound: null });
  });

  it('is never beaten at what was put first by what stands beside it', () => {
    const catalog = kindCatalog();
    const firsts = [['cheapest'], ['lightest'], ['thinnest']] as const;
    for (const [id, containerId] of [
      ['car', 'belt-pouch'],
      ['safety-boat', 'vest-pouch'],
      ['day-walk', 'belt-pouch'],
      ['event', 'life-vest-pouch'],
    ]) {
      const { brief, schoolId } = TEMPLATES.find((one) => one.id === id) as (typeof TEMPLATES)[number];
      const own = SCHOOLS.find((one) => one.id === schoolId) as (typeof SCHOOLS)[number];
      const container = CONTAINERS.find((one) => one.id === containerId) as Container;
      const question = { needs: deriveNeeds(brief, own), school: own, on: TODAY, kinds: KINDS, limits: { container }, effort: 0.3 };
      const [cheapest, ...others] = proposed(question, firsts, catalog).proposals;
      for (const other of others) {
        expect(cheapest?.total.money, `${id}: ${other.first}`).toBeLessThanOrEqual(other.total.money);
        expect(others[0]?.total.massG, `${id}: ${other.first}`).toBeLessThanOrEqual(other.total.massG);
      }
      expect(others[0]?.total.massG, id).toBeLessThanOrEqual(cheapest?.total.massG ?? 0);
    }
  });
});
