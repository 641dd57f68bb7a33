import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { MODULE_PREFIX } from '../kit/kitFit.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind } from '../model/kind.ts';
import { type Conditions, plainConditions, type ReachTime, ReachTimeSchema } from '../model/reach.ts';
import { fetchS } from './fetch.ts';
import { measuredOf, measuredTimes } from './measured.ts';
import { OPEN_VALUES, REACH_FACTS, ReachChangesSchema, reachPlan } from './plan.ts';
import { drawOf, handReaches, kitReach, ownReach, type ReachedKit, type ReachedUnit, type ReachQuestion, wrapOf } from './reach.ts';

const CATALOG = kindCatalog();
const PLAN = reachPlan();
const kind = (id: string): Kind => CATALOG.get(id) as Kind;
const unit = (id: string, of: string, more: Partial<ReachedUnit> = {}): ReachedUnit => ({
  id,
  kind: of,
  condition: 'ready',
  state: 'asSold',
  count: 1,
  ...more,
});
const kit = (units: ReachedUnit[], more: Partial<ReachedKit> = {}): ReachedKit => ({
  id: 'kit',
  units,
  modules: [],
  container: CONTAINERS.find(({ id }) => id === 'belt-pouch') as Container,
  position: POSITIONS.find(({ id }) => id === 'belt-side') as Position,
  blockedBy: {},
  hasSlits: true,
  ...more,
});
const ask = (more: Partial<ReachQuestion> = {}, conditions: Partial<Conditions> = {}): ReachQuestion => ({
  fetchS: 0,
  conditions: { ...plainConditions(), ...conditions },
  hasLight: false,
  cutterS: null,
  plan: PLAN,
  measured: new Map(),
  ...more,
});
const termsOf = (asked: ReachedKit, question: ReachQuestion, id: string) => {
  const reach = kitReach(asked, question, CATALOG).get(id);
  return reach?.inReach ? new Map(reach.terms.map((term) => [term.id, term])) : null;
};
const secondsOf = (asked: ReachedKit, question: ReachQuestion, id: string) => {
  const reach = kitReach(asked, question, CATALOG).get(id);
  return reach?.inReach ? reach.s : null;
};

describe('planning values of reach', () => {
  it('are these, with what they may be changed to', () => {
    expect(Object.fromEntries(Object.entries(REACH_FACTS).map(([key, { value, least, most }]) => [key, [value, least, most]]))).toEqual({
      footMs: [2.5, 0.2, 10],
      boatMs: [4, 0.2, 30],
      boatEndS: [10, 0, 120],
      seatedS: [3, 0, 120],
      pullTabS: [1, 0, 120],
      openHookAndLoopS: [1.5, 0, 120],
      openZipS: [2, 0, 120],
      openClamshellS: [3, 0, 120],
      openTearAwayS: [2, 0, 120],
      openZipBagS: [3, 0, 120],
      openRollTopS: [4, 0, 120],
      openLatchedCaseS: [5, 0, 120],
      openRubberBandS: [1.5, 0, 120],
      openSlitS: [4, 0, 120],
      openUncutS: [10, 0, 120],
      frontS: [2, 0, 120],
      findBaseS: [0.2, 0, 10],
      findBitS: [0.15, 0, 10],
      notchS: [3, 0, 120],
      twoLayersS: [5, 0, 120],
      wrappedTourniquetS: [8, 0, 120],
      oneHandFactor: [1.6, 1, 10],
      darkFactor: [1.3, 1, 10],
      glovesS: [8, 0, 120],
    });
  });

  it('may be set to the ends of their span, and no further', () => {
    const isTaken = (values: object, drawS: object = {}) => ReachChangesSchema.safeParse({ values, drawS }).success;
    expect([0, 120, -0.1, 120.1].map((frontS) => isTaken({ frontS }))).toEqual([true, true, false, false]);
    expect([1, 10, 0.99, 10.1].map((darkFactor) => isTaken({ darkFactor }))).toEqual([true, true, false, false]);
    expect([0, 600, -1, 601].map((seconds) => isTaken({}, { 'belt-side': seconds }))).toEqual([true, true, false, false]);
  });

  it('open each kind of container by its own', () => {
    for (const [opening, key] of Object.entries(OPEN_VALUES)) {
      const container = { ...(CONTAINERS[0] as Container), opening: opening as Container['opening'] };
      const open = termsOf(kit([unit('m', 'marker')], { container }), ask(), 'm')?.get('open');
      if (key === null) expect(open, opening).toBeUndefined();
      else expect(open, opening).toMatchObject({ label: REACH_FACTS[key].label, s: REACH_FACTS[key].value });
    }
    expect(termsOf(kit([unit('m', 'marker')], { container: undefined }), ask(), 'm')?.has('open')).toBe(false);
  });
});

describe('unwrapping', () => {
  const wrap = (of: Kind, more: object = {}) => wrapOf(of, { condition: 'ready', state: 'asSold', ...more });
  it('goes by how a thing is wrapped and what was already opened', () => {
    expect(wrap(kind('windlass-tourniquet'))).toBeNull();
    expect(wrap(kind('windlass-tourniquet'), { condition: 'notStaged' })).toBe('wrappedTourniquetS');
    expect(wrap(kind('kaolin-gauze'))).toBe('notchS');
    expect(wrap(kind('kaolin-gauze'), { condition: 'opened' })).toBeNull();
    expect(wrap(kind('pressure-dressing'))).toBe('twoLayersS');
    expect(wrap(kind('pressure-dressing'), { state: 'outerOff' })).toBe('notchS');
    expect(wrap(kind('pressure-dressing'), { condition: 'opened' })).toBeNull();
    expect(wrap(kind('shears'))).toBeNull();
    expect(wrap(kind('foil-blanket'))).toBe('notchS');
    expect(wrap(kind('marker'), { state: 'pressed' })).toBe('notchS');
    expect(wrap(kind('elastic-wrap-tourniquet'))).toBe('notchS');
    expect(wrap(kind('elastic-wrap-tourniquet'), { state: 'rolled' })).toBeNull();
    expect(wrap({ ...kind('marker'), drawing: 'packet' })).toBe('notchS');
  });
});

describe('hands', () => {
  it('reach where the free hand reaches', () => {
    const table = (['left', 'right', 'both'] as const).map((hands) =>
      (['left', 'right', 'both'] as const).map((free) => handReaches({ hands }, free)),
    );
    expect(table).toEqual([
      [true, false, true],
      [false, true, true],
      [true, true, true],
    ]);
  });

  it('draw as was set here, else as the position says', () => {
    expect(drawOf({ id: 'x', drawS: 4 }, PLAN)).toBe(4);
    expect(drawOf({ id: 'x', drawS: 4 }, { ...PLAN, drawS: { x: 0 } })).toBe(0);
  });

  it('of a seated person wait for what one sits on, unless it comes off with a pack or is not on the body', () => {
    const seated = (more: Partial<Position>) => {
      const position = { ...kit([]).position, ...more };
      return termsOf(kit([unit('m', 'marker')], { position }), ask({}, { isSeated: true }), 'm')?.get('seated')?.s;
    };
    expect(seated({ onBody: true, seated: false, bearers: [] })).toBe(3);
    expect(seated({ onBody: true, seated: true, bearers: [] })).toBeUndefined();
    expect(seated({ onBody: false, seated: false, bearers: [] })).toBeUndefined();
    expect(seated({ onBody: true, seated: false, bearers: ['pack'] })).toBeUndefined();
    const standing = termsOf(kit([unit('m', 'marker')]), ask(), 'm');
    expect(standing?.has('seated')).toBe(false);
  });

  it('one, the dark and gloves cost as they say', () => {
    const belt = kit([unit('m', 'marker'), unit('l', 'headlamp'), unit('g', 'gloves')]);
    const plain = secondsOf(belt, ask(), 'm') as number;
    const terms = termsOf(belt, ask({}, { hands: 'right', isDark: true, isGloved: true }), 'm');
    expect(terms?.get('oneHand')).toMatchObject({ label: 'one hand only, × 1.6', s: plain * 0.6000000000000001 });
    expect(terms?.get('dark')?.label).toBe('dark, without a light, × 1.3');
    expect(terms?.get('dark')?.s).toBeCloseTo(plain * 1.6 * 0.3, 9);
    expect(terms?.get('gloves')?.s).toBe(8);
    // A light is itself found in the dark; what is bright already costs nothing.
    const lit = ask({ hasLight: true }, { isDark: true });
    expect(termsOf(belt, lit, 'm')?.has('dark')).toBe(false);
    expect(termsOf(belt, lit, 'l')?.has('dark')).toBe(true);
    expect(termsOf(belt, ask({ hasLight: true }), 'l')?.has('dark')).toBe(false);
    expect(termsOf(belt, ask(), 'm')?.has('gloves')).toBe(false);
    const unity = { ...PLAN, values: { ...PLAN.values, oneHandFactor: 1, darkFactor: 1 } };
    const nothing = termsOf(belt, ask({ plan: unity }, { hands: 'right', isDark: true }), 'm');
    expect([nothing?.has('oneHand'), nothing?.has('dark')]).toEqual([false, false]);
  });

  it('to something of one’s own are the draw and what makes it harder', () => {
    const how = { conditions: { ...plainConditions(), isDark: true, isGloved: true }, hasLight: false, plan: PLAN };
    expect(ownReach({ drawS: 10, grades: {} }, how).s).toBeCloseTo(10 * 1.3 + 8, 9);
    expect(ownReach({ drawS: 10, grades: { 'S.light': 'primary' } }, { ...how, hasLight: true }).s).toBeCloseTo(21, 9);
    expect(ownReach({ drawS: 10, grades: {} }, { ...how, hasLight: true, conditions: plainConditions() }).s).toBe(10);
  });
});

describe('finding', () => {
  const seconds = (count: number) => 0.2 + 0.15 * Math.log2(count + 1);
  const find = (asked: ReachedKit, id: string) => termsOf(asked, ask(), id)?.get('find');

  it('is among what is seen: every copy, no used thing, nothing that lies behind others but the one looked for', () => {
    const units = [unit('a', 'marker'), unit('b', 'shears', { count: 3 }), unit('u', 'shears', { condition: 'used' })];
    expect(find(kit(units), 'a')).toMatchObject({ label: 'finding it among 4 things seen together', s: seconds(4) });
    const behind = kit(units, { blockedBy: { a: ['b', 'b:2'] } });
    expect(find(behind, 'a')).toMatchObject({ label: 'finding it among 4 things seen together' });
    expect(find(behind, 'b')).toMatchObject({ label: 'finding it among 3 things seen together', s: seconds(3) });
    expect(find(kit([unit('a', 'marker')]), 'a')?.label).toBe('finding it among 1 thing seen together');
    expect(find(kit(units, { blockedBy: null }), 'a')?.s).toBe(seconds(4));
  });

  it('waits for what lies in front of the nearest copy', () => {
    const units = [unit('b', 'shears', { count: 2 }), unit('m', 'marker'), unit('c', 'record-card')];
    const front = (blockedBy: Record<string, string[]>) => termsOf(kit(units, { blockedBy }), ask(), 'b')?.get('front');
    expect(front({ b: ['m', 'c'], 'b:2': ['m'] })).toMatchObject({ label: '1 thing in front, 2 s each', s: 2 });
    expect(front({ b: ['m', 'c'], 'b:2': ['m', 'c'] })).toMatchObject({ label: '2 things in front, 2 s each', s: 4 });
    expect(front({ b: ['m', 'c'] })).toBeUndefined();
  });

  it('of a thing in a module is the module and then the thing', () => {
    const units = [unit('a', 'marker'), unit('b', 'record-card'), unit('c', 'shears'), unit('t', 'windlass-tourniquet')];
    const modules = [{ id: 'm', name: 'Notes', unitIds: ['a', 'b'] as never }];
    const asked = kit(units, { modules });
    expect(find(asked, 'a')?.s).toBe(seconds(3));
    expect(termsOf(asked, ask(), 'a')?.get('module')).toMatchObject({ label: 'finding it among 2 things in Notes', s: seconds(2) });
    expect(termsOf(asked, ask(), 'c')?.has('module')).toBe(false);
    const alone = kit(units, { modules: [{ id: 'm', name: 'Card', unitIds: ['b'] as never }] });
    expect(termsOf(alone, ask(), 'b')?.get('module')).toMatchObject({ label: 'finding it among 1 thing in Card', s: seconds(1) });
    const behind = kit(units, { modules, blockedBy: { [`${MODULE_PREFIX}m`]: ['t'] } });
    expect(termsOf(behind, ask(), 'a')?.get('front')?.s).toBe(2);
  });
});

describe('a sealed bag', () => {
  const roll = CONTAINERS.find(({ id }) => id === 'vacuum-roll') as Container;
  const units = [unit('g', 'kaolin-gauze'), unit('s', 'shears-small')];
  it('without slits wants a cutter, wherever that is', () => {
    const bag = kit(units, { container: roll, hasSlits: false });
    expect(kitReach(bag, ask(), CATALOG).get('g')).toEqual({
      inReach: false,
      why: 'sealed without tear slits, and no cutter is at hand',
    });
    expect(termsOf(bag, ask({ cutterS: 7 }), 'g')?.get('cutter')).toMatchObject({ label: 'the cutter first', s: 7 });
    expect(termsOf(bag, ask({ cutterS: 0 }), 'g')?.get('cutter')?.s).toBe(0);
    expect(termsOf({ ...bag, hasSlits: true }, ask(), 'g')?.get('open')?.s).toBe(4);
    // What is taped outside needs neither opening nor finding.
    expect([...(termsOf(bag, ask(), 's')?.keys() ?? [])]).toEqual(['draw']);
    expect(kitReach(kit(units, { hasSlits: false }), ask(), CATALOG).get('g')?.inReach).toBe(true);
  });
});

describe('fetching', () => {
  const way = (more: object) => fetchS({ distanceM: 100, minutes: null, by: 'foot', isBrought: false, ...more } as never, PLAN);
  it('is there and back, once where somebody brings it, and nothing at hand', () => {
    expect(way({})).toBe(80);
    expect(way({ isBrought: true })).toBe(40);
    expect(way({ by: 'boat' })).toBe(70);
    expect(way({ by: 'boat', isBrought: true })).toBe(35);
    expect(way({ minutes: 2 })).toBe(240);
    expect(way({ minutes: 2, isBrought: true })).toBe(120);
    expect(way({ distanceM: 0 })).toBe(0);
    const far = termsOf(kit([unit('m', 'marker')]), ask({ fetchS: 40 }), 'm');
    expect(far?.get('fetch')).toMatchObject({ label: 'fetching the kit', s: 40 });
    expect(termsOf(kit([unit('m', 'marker')]), ask(), 'm')?.has('fetch')).toBe(false);
  });
});

describe('measured times', () => {
  const time = (seconds: number, at: string, id: string): ReachTime =>
    ReachTimeSchema.parse({ id, kitId: 'kit', kind: 'marker', positionId: 'belt-side', conditions: {}, seconds, at: `2026-11-25T${at}Z` });
  const asked = { kitId: 'kit', kind: 'marker', positionId: 'belt-side', conditions: plainConditions() };
  it('are the last five by time, and by id where they are of one time', () => {
    const times = [1, 2, 3, 4, 5, 60].map((seconds, index) => time(seconds, `10:0${index}:00`, `t${index}`));
    expect(measuredOf(measuredTimes(times), asked)).toEqual({ medianS: 4, count: 5 });
    expect(measuredOf(measuredTimes([...times].reverse()), asked)).toEqual({ medianS: 4, count: 5 });
    const same = [9, 1, 1, 1, 1, 1].map((seconds, index) => time(seconds, '10:00:00', `t${index}`));
    for (const list of [same, [...same].reverse()]) expect(measuredOf(measuredTimes(list), asked)).toEqual({ medianS: 1, count: 5 });
    expect(measuredOf(measuredTimes([time(7, '10:00:00', 'a')]), asked)).toEqual({ medianS: 7, count: 1 });
    expect(measuredOf(measuredTimes([time(7, '10:00:00', 'a'), time(9, '11:00:00', 'b')]), asked)).toEqual({ medianS: 8, count: 2 });
    expect(measuredOf(new Map(), asked)).toBeNull();
    const reach = kitReach(kit([unit('m', 'marker')]), ask({ measured: measuredTimes(times), fetchS: 2 }), CATALOG).get('m');
    expect(reach).toMatchObject({
      s: 6,
      terms: [
        { id: 'fetch', s: 2 },
        { id: 'measured', label: 'measured, median of the last 5', s: 4 },
      ],
    });
  });
});
