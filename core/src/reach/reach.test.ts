import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import type { Container, Position } from '../model/container.ts';
import { plainConditions, type ReachTime, ReachTimeSchema } from '../model/reach.ts';
import { fetchS } from './fetch.ts';
import { measuredOf, measuredTimes } from './measured.ts';
import { REACH_VALUES, ReachChangesSchema, reachPlan } from './plan.ts';
import { kitReach, type ReachedKit, type ReachedUnit, type ReachQuestion } from './reach.ts';

const CATALOG = kindCatalog();
const PLAN = reachPlan();
const container = (id: string) => CONTAINERS.find((one) => one.id === id) as Container;
const position = (id: string) => POSITIONS.find((one) => one.id === id) as Position;
const unit = (id: string, kind: string, more: Partial<ReachedUnit> = {}): ReachedUnit => ({
  id,
  kind,
  condition: 'ready',
  state: 'asSold',
  count: 1,
  ...more,
});
const kit = (box: string, at: string, units: ReachedUnit[], more: Partial<ReachedKit> = {}): ReachedKit => ({
  id: 'kit',
  units,
  modules: [],
  container: container(box),
  position: position(at),
  blockedBy: {},
  hasSlits: true,
  ...more,
});
const ask = (more: Partial<ReachQuestion> = {}): ReachQuestion => ({
  fetchS: 0,
  conditions: plainConditions(),
  hasLight: false,
  cutterS: null,
  plan: PLAN,
  measured: new Map(),
  ...more,
});
const secondsOf = (asked: ReachedKit, question: ReachQuestion, id: string) => {
  const answer = kitReach(asked, question, CATALOG).get(id);
  return answer?.inReach === true ? answer : null;
};
const termsOf = (asked: ReachedKit, question: ReachQuestion, id: string) =>
  Object.fromEntries(secondsOf(asked, question, id)?.terms.map((term) => [term.id, Number(term.s.toFixed(4))]) ?? []);

// Planning values; the form of finding is that of Hick 1952 and Hyman 1953: base + bits x log2(n + 1). Sums by hand.
describe('seconds to hand in five layouts, by hand', () => {
  const three = [unit('t', 'windlass-tourniquet'), unit('g', 'kaolin-gauze'), unit('m', 'marker')];

  it('a belt pouch, nothing in front: 3 + 2 + (0.2 + 0.15 log2 4 = 0.5) = 5.5', () => {
    expect(termsOf(kit('belt-pouch', 'belt-side', three), ask(), 't')).toEqual({ draw: 3, open: 2, find: 0.5 });
    expect(secondsOf(kit('belt-pouch', 'belt-side', three), ask(), 't')?.s).toBeCloseTo(5.5, 6);
  });

  it('the same seated with the right hand only: (3 + 3 + 2 + 0.5) x 1.6 = 13.6; the left hand does not reach it', () => {
    const belt = kit('belt-pouch', 'belt-side', three);
    const seated = { ...plainConditions(), isSeated: true, hands: 'right' as const };
    expect(secondsOf(belt, ask({ conditions: seated }), 't')?.s).toBeCloseTo(13.6, 6);
    expect(termsOf(belt, ask({ conditions: seated }), 't')).toEqual({ draw: 3, seated: 3, open: 2, find: 0.5, oneHand: 5.1 });
    const left = { ...plainConditions(), hands: 'left' as const };
    expect(kitReach(belt, ask({ conditions: left }), CATALOG).get('t')).toEqual({
      inReach: false,
      why: 'only the right hand reaches: belt side',
    });
  });

  it('what hangs outside is in the hand once the kit is drawn: nothing to open, nothing in front, nothing to look for', () => {
    const belt = kit('loop-panel', 'belt-side', three, { blockedBy: { t: ['x', 'y'] }, hung: { t: 'upper-loops' } });
    expect(termsOf(belt, ask(), 't')).toEqual({ draw: 3 });
    expect(termsOf({ ...belt, hung: {} }, ask(), 't')).toMatchObject({ open: 2, front: 4 });
  });

  it('a pull tab takes a second off drawing, and never more than half of it', () => {
    const belt = kit('belt-pouch', 'belt-side', three);
    expect(termsOf({ ...belt, hasPullTab: true }, ask(), 't')).toEqual({ draw: 2, open: 2, find: 0.5 });
    const quick = { ...belt, hasPullTab: true, position: { ...belt.position, drawS: 1.5 } };
    expect(termsOf(quick, ask(), 't').draw).toBe(0.75);
    expect(termsOf({ ...belt, hasPullTab: false }, ask(), 't').draw).toBe(3);
  });

  it('one hand and the dark together: 5.5 x 1.6 x 1.3 = 11.44', () => {
    const belt = kit('belt-pouch', 'belt-side', three);
    const hard = { ...plainConditions(), hands: 'right' as const, isDark: true };
    expect(secondsOf(belt, ask({ conditions: hard }), 't')?.s).toBeCloseTo(11.44, 6);
    expect(termsOf(belt, ask({ conditions: hard }), 't')).toEqual({ draw: 3, open: 2, find: 0.5, oneHand: 3.3, dark: 2.64 });
  });

  it('a latched case 2 m off, two things in front, in two layers: 1.6 + 8 + 5 + 4 + (0.2 + 0.15 log2 6) + 5 = 24.188', () => {
    const six = ['pressure-dressing', 'shears', 'marker', 'gauze-pads', 'foil-blanket', 'rolled-gauze'].map((kind, index) =>
      unit(`u${index}`, kind),
    );
    const blockedBy = { u0: ['u1', 'u2'], u3: ['u4'] };
    const asked = kit('hard-case', 'console', six, { blockedBy });
    const question = ask({ fetchS: fetchS({ distanceM: 2, minutes: null, by: 'foot', isBrought: false }, PLAN) });
    expect(secondsOf(asked, question, 'u0')?.s).toBeCloseTo(24.1877, 3);
    expect(termsOf(asked, question, 'u0')).toEqual({ fetch: 1.6, draw: 8, open: 5, front: 4, find: 0.5877, unwrap: 5 });
    const off = { ...six[0], state: 'outerOff' } as ReachedUnit;
    expect(termsOf(kit('hard-case', 'console', [off, ...six.slice(1)], { blockedBy }), question, 'u0').unwrap).toBe(3);
  });

  it('a vacuum bag: torn at its slits 3 + 4 + (0.2 + 0.15 log2 3) + 3 = 10.438; without them the cutter and 10 s: 19.438', () => {
    const two = [unit('g', 'kaolin-gauze'), unit('w', 'triangular-bandage'), unit('s', 'shears-small')];
    const bag = kit('vacuum-roll', 'life-vest-pocket', two);
    expect(secondsOf(bag, ask(), 'g')?.s).toBeCloseTo(10.4377, 3);
    const uncut = { ...bag, hasSlits: false };
    // The shears are taped outside: drawn, and in the hand.
    expect(secondsOf(uncut, ask({ cutterS: 3 }), 's')?.s).toBe(3);
    expect(termsOf(uncut, ask({ cutterS: 3 }), 'g')).toEqual({ draw: 3, cutter: 3, open: 10, find: 0.4377, unwrap: 3 });
    expect(secondsOf(uncut, ask({ cutterS: 3 }), 'g')?.s).toBeCloseTo(19.4377, 3);
    expect(kitReach(uncut, ask(), CATALOG).get('g')).toMatchObject({ inReach: false });
  });

  it('a module in a wall box, brought by boat, dark, gloves first: 110 + (6 + 5 + 0.438 + 0.5) x 1.3 + 8 = 133.519', () => {
    const units = [unit('m', 'marker'), unit('c', 'record-card'), unit('t', 'flat-tape'), unit('b', 'heat-blanket')];
    const modules = [{ id: 'notes', name: 'Notes', unitIds: units.slice(0, 3).map(({ id }) => id) as never }];
    const asked = kit('hard-case', 'wall-box', units, { modules });
    const conditions = { ...plainConditions(), isDark: true, isGloved: true };
    const question = ask({ conditions, fetchS: fetchS({ distanceM: 400, minutes: null, by: 'boat', isBrought: true }, PLAN) });
    expect(secondsOf(asked, question, 'm')?.s).toBeCloseTo(133.519, 2);
    expect(termsOf(asked, question, 'm')).toEqual({ fetch: 110, draw: 6, open: 5, find: 0.4377, module: 0.5, dark: 3.5813, gloves: 8 });
    // With a light at hand the dark costs nothing; the gloves themselves are not waited for.
    expect(termsOf(asked, { ...question, hasLight: true }, 'm').dark).toBeUndefined();
    const gloves = kit('hard-case', 'wall-box', [unit('g', 'gloves')]);
    expect(termsOf(gloves, ask({ conditions: { ...plainConditions(), isGloved: true } }), 'g').gloves).toBeUndefined();
  });

  it('a tourniquet that is still in its plastic costs 8 s more', () => {
    const raw = [unit('t', 'windlass-tourniquet', { condition: 'notStaged' })];
    expect(termsOf(kit('vest-pouch', 'vest-front', raw), ask(), 't')).toEqual({ draw: 3, open: 2, find: 0.35, unwrap: 8 });
  });
});

describe('terms', () => {
  it('add up to the seconds, and nothing makes a thing quicker, on random layouts', () => {
    const random = new Random(seeded(31));
    const kinds = [...CATALOG.keys()];
    for (let round = 0; round < rounds(300); round += 1) {
      const units = Array.from({ length: 1 + random.below(9) }, (_, index) =>
        unit(`u${index}`, kinds[random.below(kinds.length)] as string, { condition: random.next() < 0.2 ? 'notStaged' : 'ready' }),
      );
      const blockedBy = Object.fromEntries(
        units.map(({ id }, index) => [id, units.slice(0, random.below(index + 1)).map((one) => one.id)]),
      );
      const box = CONTAINERS[random.below(CONTAINERS.length)] as Container;
      const at = POSITIONS[random.below(POSITIONS.length)] as Position;
      const asked = kit(box.id, at.id, units, { blockedBy });
      const question = ask({ fetchS: random.below(50) });
      const harder = { hands: 'both' as const, isSeated: random.next() < 0.5, isDark: true, isGloved: random.next() < 0.5 };
      for (const { id } of units) {
        const easy = secondsOf(asked, question, id);
        const hard = secondsOf(asked, { ...question, conditions: harder }, id);
        expect(easy?.terms.reduce((sum, { s }) => sum + s, 0)).toBeCloseTo(easy?.s ?? -1, 9);
        expect(hard?.terms.reduce((sum, { s }) => sum + s, 0)).toBeCloseTo(hard?.s ?? -1, 9);
        expect(hard?.s ?? 0).toBeGreaterThan(easy?.s ?? 0);
      }
    }
  });
});

describe('measured times', () => {
  const time = (seconds: number, minute: number, more: object = {}): ReachTime =>
    ReachTimeSchema.parse({
      id: `t${minute}`,
      kitId: 'kit',
      kind: 'windlass-tourniquet',
      positionId: 'belt-side',
      conditions: {},
      seconds,
      at: `2026-11-25T10:${String(minute).padStart(2, '0')}:00Z`,
      ...more,
    });
  const asked = { kitId: 'kit', kind: 'windlass-tourniquet', positionId: 'belt-side', conditions: plainConditions() };

  it('stand in for the sum after the fetch: the median of the last five, with its count', () => {
    const times = [9, 4, 8, 5, 7, 6].map((seconds, index) => time(seconds, index));
    expect(measuredOf(measuredTimes(times), asked)).toEqual({ medianS: 6, count: 5 });
    const belt = kit('belt-pouch', 'belt-side', [unit('t', 'windlass-tourniquet'), unit('m', 'marker')]);
    const answer = secondsOf(belt, ask({ fetchS: 40, measured: measuredTimes(times) }), 't');
    expect(answer).toMatchObject({ s: 46, measured: { medianS: 6, count: 5 } });
    expect(answer?.terms.map(({ id }) => id)).toEqual(['fetch', 'measured']);
    expect(secondsOf(belt, ask({ measured: measuredTimes(times) }), 'm')?.measured).toBeNull();
  });

  it('of an even number is the mean of the middle two; other hands, places and kits have their own', () => {
    const times = measuredTimes([time(4, 1), time(7, 2)]);
    expect(measuredOf(times, asked)).toEqual({ medianS: 5.5, count: 2 });
    expect(measuredOf(times, { ...asked, positionId: 'ankle' })).toBeNull();
    expect(measuredOf(times, { ...asked, conditions: { ...plainConditions(), isDark: true } })).toBeNull();
  });
});

describe('the plan', () => {
  it('takes changes one by one, and refuses what cannot be', () => {
    const plan = reachPlan(ReachChangesSchema.parse({ values: { frontS: 5 }, drawS: { 'belt-side': 9 } }));
    expect(plan.values.frontS).toBe(5);
    expect(plan.values.openZipS).toBe(2);
    const belt = kit('belt-pouch', 'belt-side', [unit('t', 'windlass-tourniquet')]);
    expect(termsOf(belt, ask({ plan }), 't').draw).toBe(9);
    const refused = ReachChangesSchema.safeParse({ values: { darkFactor: 0.5 } });
    expect(refused.error?.issues[0]?.message).toBe('dark, without a light: must be 1 to 10 ×');
  });

  it('has all values of the sum', () => {
    expect(REACH_VALUES.every((key) => PLAN.values[key] > 0)).toBe(true);
  });
});
