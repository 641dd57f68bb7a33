import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS as KIND_LIST, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { needsHeld } from '../coverage/coverage.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import { SKILLS } from '../model/need.ts';
import { addDays, type PlainDate, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { type RotationMemory, rotation } from './rotation.ts';
import { afterMoves, type RotationKit } from './rotationMoves.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];
const NEVER = plainDate('9999-12-31');
const KINDS = ['kaolin-gauze', 'vented-seals', 'burn-gel'] as const;
const NEEDS = { 'kaolin-gauze': 'M.pack', 'vented-seals': 'R.seal', 'burn-gel': 'D.burn' } as const;

const unit = (id: string, kind: string, lasts: number, more: Partial<StockUnit> = {}): StockUnit => ({
  id,
  kind,
  count: 1,
  condition: 'ready',
  expiresOn: addDays(TODAY, lasts),
  ...more,
});
const kit = (id: string, units: StockUnit[], more: Partial<RotationKit> = {}): RotationKit => ({
  id,
  name: id,
  needs: [{ need: 'M.pack', least: 1, ideal: 1 }],
  school: SCHOOL,
  skills: SKILLS,
  isChecked: false,
  units,
  inspectEveryDays: 90,
  fetchS: 0,
  isSealed: false,
  ...more,
});
const plan = (kits: RotationKit[], spares: StockUnit[]) => rotation(kits, spares, CATALOG, { on: TODAY, practiceWithinDays: 60 });
const holds = (one: RotationKit, units: readonly StockUnit[]): PlainDate => {
  const held = needsHeld({ needs: one.needs, school: SCHOOL, skills: one.skills, on: TODAY, kits: [{ id: one.id, units }] }, CATALOG);
  const lapses = held.flatMap(({ lapsesOn }) => lapsesOn ?? []).sort();
  return lapses[0] === undefined ? NEVER : addDays(lapses[0], -1);
};

/** Gauze and seals. */
const needs = [
  { need: 'M.pack' as const, least: 1, ideal: 1 },
  { need: 'R.seal' as const, least: 1, ideal: 1 },
];

describe('rotation', () => {
  it('swaps a spare with more life into a kit, and what was there goes among the spares', () => {
    const kits = [kit('vest', [unit('old', 'kaolin-gauze', 100)])];
    const { moves, gains } = plan(kits, [unit('new', 'kaolin-gauze', 700)]);
    expect(moves.map(({ unitId, from, to, count }) => [unitId, from, to, count])).toEqual([
      ['new', null, 'vest', 1],
      ['old', 'vest', null, 1],
    ]);
    expect(gains).toEqual([{ kitId: 'vest', kitName: 'vest', before: addDays(TODAY, 100), after: addDays(TODAY, 700) }]);
  });

  it('gives the longest life to the kit that is hardest to inspect, and of spares takes what lapses first and will do', () => {
    const kits = [kit('easy', [unit('e', 'kaolin-gauze', 100)]), kit('hard', [unit('h', 'kaolin-gauze', 200)], { inspectEveryDays: 180 })];
    const { gains } = plan(kits, [unit('s1', 'kaolin-gauze', 400), unit('s2', 'kaolin-gauze', 900)]);
    expect(gains.map(({ kitId, after }) => [kitId, after])).toEqual([
      ['hard', addDays(TODAY, 900)],
      ['easy', addDays(TODAY, 400)],
    ]);
  });

  it('leaves a thing that will do where it is, even where a spare would last longer', () => {
    const kits = [kit('vest', [unit('g', 'kaolin-gauze', 900), unit('s', 'vented-seals', 100)], { needs })];
    const { moves } = plan(kits, [unit('g2', 'kaolin-gauze', 950), unit('s2', 'vented-seals', 300)]);
    expect(moves.map(({ unitId }) => unitId).sort()).toEqual(['s', 's2']);
  });

  it('leaves it there also where a spare that will do lapses sooner, and takes of stores before it takes of other kits', () => {
    const stays = kit('vest', [unit('g', 'kaolin-gauze', 900), unit('s', 'vented-seals', 100)], { needs });
    const { moves } = plan([stays], [unit('g2', 'kaolin-gauze', 850), unit('s2', 'vented-seals', 300)]);
    expect(moves.map(({ unitId }) => unitId).sort()).toEqual(['s', 's2']);
    const hard = kit('hard', [unit('old', 'kaolin-gauze', 100), unit('seal', 'vented-seals', 300)], { needs, inspectEveryDays: 180 });
    const easy = kit('easy', [unit('one', 'kaolin-gauze', 500), unit('two', 'kaolin-gauze', 450), unit('own', 'vented-seals', 200)], {
      needs,
    });
    const taken = plan([hard, easy], [unit('spare', 'kaolin-gauze', 600)]).moves.filter(({ to }) => to === 'hard');
    expect(taken.map(({ unitId, from }) => [unitId, from])).toEqual([['spare', null]]);
  });

  it('moves nothing where nothing is gained', () => {
    const kits = [kit('vest', [unit('long', 'kaolin-gauze', 900)])];
    expect(plan(kits, [unit('short', 'kaolin-gauze', 300)])).toMatchObject({ moves: [], gains: [] });
  });

  it('never offers practice, suspect, opened or lapsed things, and none of which the date was not read', () => {
    const kits = [kit('vest', [unit('old', 'kaolin-gauze', 100)])];
    const spares = [
      unit('p', 'kaolin-gauze', 900, { condition: 'practice' }),
      unit('s', 'kaolin-gauze', 900, { condition: 'suspect' }),
      unit('o', 'kaolin-gauze', 900, { condition: 'opened' }),
      unit('l', 'kaolin-gauze', -1),
      unit('n', 'kaolin-gauze', 1, { expiresOn: null }),
    ];
    expect(plan(kits, spares).moves).toEqual([]);
  });

  it('moves nothing where what cannot move lapses first, however long a spare would last', () => {
    const { pieces } = CATALOG.get('vented-seals') ?? { pieces: 0 };
    expect(pieces).toBeGreaterThan(1);
    // A pack that was begun stays, and without its last piece the kit does not hold.
    const begun = unit('begun', 'vented-seals', 50, { piecesUsed: pieces - 1 });
    const needs = [{ need: 'R.seal' as const, least: pieces + 1, ideal: pieces + 1 }];
    const kits = [kit('vest', [begun, unit('whole', 'vented-seals', 60)], { needs })];
    expect(plan(kits, [unit('new', 'vented-seals', 700)])).toMatchObject({ moves: [], gains: [] });
  });

  it('proposes for practice what will lapse unused, in time, but not what is swapped in', () => {
    const kits = [kit('vest', [unit('old', 'kaolin-gauze', 5)])];
    const { moves, toPractice } = plan(kits, [unit('soon', 'kaolin-gauze', 30, { count: 3 })]);
    expect(moves.find(({ to }) => to === 'vest')).toMatchObject({ unitId: 'soon', count: 1 });
    expect(toPractice).toMatchObject([{ unitId: 'soon', count: 2 }]);
  });
});

/** A random small stock of which each need is served by one kind, so that every exchange can be tried. */
function smallCase(random: Random): { kits: RotationKit[]; spares: StockUnit[] } {
  let number = 0;
  const some = (kind: string, count: number): StockUnit[] =>
    Array.from({ length: count }, () => {
      number += 1;
      return unit(`u${number}`, kind, 10 * (1 + random.below(8)));
    });
  const kits = Array.from({ length: 1 + random.below(3) }, (_, index) => {
    const kinds = KINDS.slice(0, 1 + random.below(2));
    const units = kinds.flatMap((kind) => some(kind, 1 + random.below(2)));
    const needs = kinds.map((kind) => ({ need: NEEDS[kind], least: 1, ideal: 2 }));
    return kit(`k${index}`, units, { needs, inspectEveryDays: 30 * (1 + random.below(3)) });
  });
  return { kits, spares: KINDS.slice(0, 2).flatMap((kind) => some(kind, random.below(3))) };
}

/** Every way of dealing the things of each kind out over the places they lie in now. */
function* dealings(places: { kind: string; kit: string | null }[], units: StockUnit[]): Generator<Map<string, string | null>> {
  const [first, ...rest] = places;
  if (first === undefined) {
    yield new Map();
    return;
  }
  for (const [index, one] of units.entries()) {
    if (one.kind !== first.kind) continue;
    for (const deal of dealings(rest, units.toSpliced(index, 1))) yield new Map([...deal, [one.id, first.kit]]);
  }
}

describe('on small cases', () => {
  it('reaches what trying every exchange reaches, hardest kit first, and lowers no kit, on random cases', () => {
    const random = new Random(seeded(31));
    let gained = 0;
    for (let round = 0; round < rounds(300); round += 1) {
      const { kits, spares } = smallCase(random);
      const all = [
        ...kits.flatMap((one) => one.units.map((each) => ({ each, at: one.id as string | null }))),
        ...spares.map((each) => ({ each, at: null })),
      ];
      if (all.length > 7) continue;
      const order = [...kits].sort((a, b) => b.inspectEveryDays - a.inspectEveryDays || (a.id < b.id ? -1 : 1));
      const before = order.map((one) => holds(one, one.units));
      let best = before;
      for (const deal of dealings(
        all.map(({ each, at }) => ({ kind: each.kind, kit: at })),
        all.map(({ each }) => each),
      )) {
        const now = order.map((one) =>
          holds(
            one,
            all.flatMap(({ each }) => (deal.get(each.id) === one.id ? [each] : [])),
          ),
        );
        if (now.some((date, index) => date < (before[index] as PlainDate))) continue;
        const at = now.findIndex((date, index) => date !== best[index]);
        if (at >= 0 && (now[at] as PlainDate) > (best[at] as PlainDate)) best = now;
      }
      const { moves } = plan(kits, spares);
      const after = order.map((one) => holds(one, afterMoves(kits, spares, moves).get(one.id) ?? one.units));
      expect(after, `round ${round}`).toEqual(best);
      if (moves.length > 0) gained += 1;
      // Every place keeps its number of things of each kind.
      for (const place of [...kits.map(({ id }) => id as string | null), null])
        for (const kind of KINDS) {
          const change = moves.reduce(
            (sum, move) => sum + (move.kind !== kind ? 0 : (move.to === place ? move.count : 0) - (move.from === place ? move.count : 0)),
            0,
          );
          expect(change, `${kind} at ${place} in round ${round}`).toBe(0);
        }
    }
    expect(gained).toBeGreaterThan(rounds(30));
  });

  it('lowers no kit and keeps every count, on 200 larger seeded cases with stacks', () => {
    const random = new Random(seeded(99));
    for (let round = 0; round < rounds(200); round += 1) {
      const { kits, spares } = smallCase(random);
      const bigger = [
        ...spares,
        ...KINDS.map((kind, index) => unit(`x${index}`, kind, 10 * (1 + random.below(60)), { count: 1 + random.below(4) })),
      ];
      const { moves } = plan(kits, bigger);
      for (const one of kits) {
        const after = afterMoves(kits, bigger, moves).get(one.id) ?? one.units;
        expect(holds(one, after) >= holds(one, one.units)).toBe(true);
        expect(after.reduce((sum, { count }) => sum + count, 0)).toBe(one.units.reduce((sum, { count }) => sum + count, 0));
      }
    }
  });
});

describe('on kits with many kinds, of which several serve one need', () => {
  /** Things of the whole catalogue, needs of a real brief. */
  function largeCase(random: Random): { kits: RotationKit[]; spares: StockUnit[] } {
    const needs = deriveNeeds(
      BriefSchema.parse({ persons: 1 + random.below(3), penetrating: random.next() < 0.5, training: 'trauma' }),
      SCHOOL,
    );
    const printed = KIND_LIST.filter(({ dating }) => dating === 'printed');
    const some = (prefix: string, count: number): StockUnit[] =>
      Array.from({ length: count }, (_, index) => {
        const kind = (random.next() < 0.8 ? printed : KIND_LIST)[random.below(printed.length)];
        const expiresOn = random.next() < 0.85 ? addDays(TODAY, random.below(900) - 30) : null;
        return unit(`${prefix}-${index}`, kind?.id ?? 'marker', 0, { count: 1 + random.below(3), expiresOn });
      });
    const kits = Array.from({ length: 2 + random.below(4) }, (_, index) =>
      kit(`k${index}`, some(`k${index}`, 6 + random.below(14)), {
        needs,
        inspectEveryDays: 30 * (1 + random.below(6)),
        isSealed: random.next() < 0.2,
      }),
    );
    return { kits, spares: some('s', random.below(20)) };
  }

  it('lowers no kit, keeps every count, moves no more than there is, and says exactly what is gained, on random cases', () => {
    const random = new Random(seeded(606));
    let gained = 0;
    for (let round = 0; round < rounds(150); round += 1) {
      const { kits, spares } = largeCase(random);
      const { moves, gains } = plan(kits, spares);
      const all = new Map([...kits.flatMap(({ units }) => units), ...spares].map((each) => [each.id, each]));
      for (const id of new Set(moves.map(({ unitId }) => unitId))) {
        const out = moves.reduce((sum, move) => sum + (move.unitId === id ? move.count : 0), 0);
        expect(out, `${id} in round ${round}`).toBeLessThanOrEqual(all.get(id)?.count ?? 0);
      }
      for (const one of kits) {
        const after = afterMoves(kits, spares, moves).get(one.id) ?? one.units;
        const lifeSaving = { ...one, needs: one.needs.filter(({ need }) => !need.startsWith('D')) };
        const [was, is] = [holds(lifeSaving, one.units), holds(lifeSaving, after)];
        expect(is >= was, `${one.id} in round ${round}: ${was} to ${is}`).toBe(true);
        const gain = gains.find(({ kitId }) => kitId === one.id);
        expect(gain === undefined ? was : (gain.after ?? NEVER), `${one.id} in round ${round}`).toBe(is);
        if (is > was) gained += 1;
        for (const kind of new Set(one.units.map((each) => each.kind))) {
          const countOf = (units: readonly StockUnit[]) => units.reduce((sum, each) => sum + (each.kind === kind ? each.count : 0), 0);
          expect(countOf(after), `${kind} of ${one.id} in round ${round}`).toBe(countOf(one.units));
        }
      }
    }
    expect(gained).toBeGreaterThan(rounds(30));
  });

  it('gives the same plan with what earlier plans have worked out, whatever was changed in between, and keeps no more than it needs', () => {
    const random = new Random(seeded(46));
    for (let round = 0; round < rounds(12); round += 1) {
      const { kits, spares } = largeCase(random);
      const remembered: RotationMemory = new Map();
      const withMemory = (some: RotationKit[], others: StockUnit[]) =>
        rotation(some, others, CATALOG, { on: TODAY, practiceWithinDays: 60 }, remembered);
      for (let step = 0; step < 4; step += 1) {
        expect(withMemory(kits, spares), `round ${round}, step ${step}`).toEqual(plan(kits, spares));
        // A kit loses a thing, gets another date on one, or another number of them.
        const index = random.below(kits.length);
        const units = [...(kits[index]?.units ?? [])];
        const [changed] = units.splice(random.below(units.length), 1);
        if (changed !== undefined && random.below(3) > 0)
          units.push({ ...changed, count: 1 + random.below(3), expiresOn: addDays(TODAY, random.below(900)) });
        kits[index] = { ...(kits[index] as RotationKit), units };
      }
      const fresh: RotationMemory = new Map();
      rotation(kits, spares, CATALOG, { on: TODAY, practiceWithinDays: 60 }, fresh);
      withMemory(kits, spares);
      expect([...remembered.keys()].sort()).toEqual([...fresh.keys()].sort());
    }
  });

  it('gives the same moves for the same stock, in whatever order kits and spares are listed', () => {
    const random = new Random(seeded(7));
    for (let round = 0; round < 20; round += 1) {
      const { kits, spares } = largeCase(random);
      const gainsOf = (some: RotationKit[], others: StockUnit[]) =>
        plan(some, others)
          .gains.map(({ kitId, after }) => `${kitId} ${after}`)
          .sort();
      expect(gainsOf(kits.toReversed(), spares.toReversed())).toEqual(gainsOf(kits, spares));
    }
  });
});
