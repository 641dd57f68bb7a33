import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { judgeKit } from '../kit/judgement.ts';
import { type Brief, BriefSchema } from '../model/brief.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import type { Fix } from './applyFix.ts';
import { surelyGoesIn } from './room.ts';
import { Facts, type RuleFacts } from './rule.ts';
import { runRules } from './rules.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const SCHOOL = SCHOOLS.find(({ id }) => id === 'one-piece-at-a-time') as School;
const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
interface Given {
  units: Unit[];
  brief?: Partial<Brief>;
  container?: string;
  catalog?: KindCatalog;
  more?: Partial<RuleFacts>;
}
function given({ units, brief = {}, container = 'shoulder-bag', catalog = CATALOG, more = {} }: Given): RuleFacts {
  const parsed = BriefSchema.parse(brief);
  const box = CONTAINERS.find(({ id }) => id === container);
  const draft: KitDraft = {
    ...{ name: 'Kit', layer: 'worn' as const, personId: null, containerId: container, positionId: 'belt-side', schoolId: SCHOOL.id },
    ...{ brief: parsed, setAside: [], units, ...nothingMadeReady() },
  };
  const { coverage } = judgeKit({ id: 'k', brief: parsed, units }, SCHOOL, box, TODAY, catalog);
  const position = POSITIONS.find(({ id }) => id === 'belt-side');
  return { draft, brief: parsed, school: SCHOOL, today: TODAY, coverage, container: box, position, catalog, packedMm: null, ...more };
}
const factsOf = (of: Given) => new Facts(given(of));
const takeOut = (id: string): Fix => ({ do: 'takeOut', label: '', unitId: unit(id, 'marker').id });
const swap = (id: string, kind: string): Fix => ({ do: 'swap', label: '', unitId: unit(id, 'marker').id, kind });

describe('how hot a place is said to be (planning values)', () => {
  it.each([
    [35, 36, 'hot'],
    [34.9, 49.9, 'warm'],
    [20, 50, 'hot'],
    [26, 30, 'warm'],
    [25.9, 30, 'room'],
  ])('mean %d, most %d: %s', (mktCelsius, maxCelsius, is) => {
    expect(factsOf({ units: [], more: { heat: { mktCelsius, maxCelsius } } }).heat()?.is).toBe(is);
  });
});

describe('a fix that is tried', () => {
  it('may not take out what is booked, nor what something leans on', () => {
    const units = [
      unit('t', 'windlass-tourniquet'),
      unit('p', 'abdominal-pad'),
      unit('w', 'cohesive-wrap'),
      unit('s', 'whistle'),
      unit('s2', 'shears'),
    ];
    const facts = factsOf({ units, brief: { standsAlone: false } });
    expect(facts.keeps(takeOut('t'))).toBe(false);
    expect(facts.keeps(takeOut('w'))).toBe(false);
    expect(facts.keeps(takeOut('s2')), 'asked of nobody').toBe(true);
  });

  it('may not make any asked need worse, and may make one that nobody asks for as bad as it likes', () => {
    const units = [unit('t', 'windlass-tourniquet'), unit('s', 'shears'), unit('m', 'marker')];
    const facts = factsOf({ units, brief: { standsAlone: false } });
    expect(facts.keeps(swap('t', 'whistle'))).toBe(false);
    expect(facts.keeps(swap('t', 'ratchet-tourniquet'))).toBe(true);
    expect(facts.keeps(swap('s', 'whistle')), 'no cutter is asked for here').toBe(true);
    const alone = factsOf({ units, brief: { standsAlone: true } });
    expect(alone.keeps(swap('s', 'whistle'))).toBe(false);
  });

  it('may always lay a thing otherwise or into another compartment', () => {
    const facts = factsOf({ units: [unit('t', 'windlass-tourniquet')] });
    const { id: unitId } = unit('t', 'marker');
    expect(facts.keeps({ do: 'setState', label: '', unitId, state: 'flat' })).toBe(true);
    expect(facts.keeps({ do: 'gather', label: '', unitIds: [unitId], compartment: 'well' })).toBe(true);
  });
});

describe('what is offered', () => {
  const [pattern] = KINDS as readonly [Kind];
  const kind = (id: string, more: Partial<Kind>): Kind => ({
    ...pattern,
    id,
    name: id,
    family: 'whistle',
    tool: true,
    grades: {},
    requires: {},
    provides: [],
    skill: null,
    ...more,
  });

  it('is the cheapest first, of equal prices the lightest, then by name', () => {
    const kinds = [
      kind('d', { priceMinor: 100, massG: 9 }),
      kind('b', { priceMinor: 100, massG: 9 }),
      kind('c', { priceMinor: 100, massG: 8 }),
      kind('a', { priceMinor: 200, massG: 1 }),
    ];
    expect(factsOf({ units: [], catalog: kindCatalog(kinds) }).offers(() => true)).toEqual(['c', 'b', 'd', 'a']);
  });

  it('is looked for among the first six: a seventh may be good, and nobody waits for it', () => {
    const strap = kind('strap', { family: 'windlassTourniquet', tool: false, grades: { 'M.limb': 'primary' }, priceMinor: 900 });
    const useless = (count: number) => Array.from({ length: count }, (_, at) => kind(`useless-${at}`, { priceMinor: 10 + at }));
    const best = (count: number) => {
      const facts = factsOf({ units: [unit('t', 'strap')], catalog: kindCatalog([strap, ...useless(count)]) });
      return facts.swap('Swap', unit('t', 'strap'), () => true);
    };
    expect(best(5)).toMatchObject({ kind: 'strap' });
    expect(best(6)).toBeNull();
  });

  it('in place of dark gloves is of the same size, and not dark', () => {
    const sized = (id: string, gloveSize: 'M' | 'L', priceMinor: number): Kind => ({
      ...(CATALOG.get('gloves') as Kind),
      id,
      priceMinor,
      traits: { gloveSize },
    });
    const catalog = kindCatalog([
      ...KINDS.filter(({ family }) => family !== 'gloves'),
      sized('cheap-m', 'M', 1),
      sized('large', 'L', 50),
      sized('mine', 'L', 90),
    ]);
    const own = { colour: 'dark' as const };
    const finding = runRules(given({ units: [unit('g', 'mine', { own })], catalog })).find(({ rule }) => rule === 'dark-gloves');
    expect(finding?.fix).toMatchObject({ do: 'swap', kind: 'large' });
  });
});

describe('whether a fix surely goes in', () => {
  const container = CONTAINERS.find(({ id }) => id === 'shoulder-bag');
  const draft = (units: Unit[]) => given({ units }).draft;
  const add: Fix = { do: 'add', label: '', kind: 'marker' };

  it('is sure of a bag that is nearly empty, and of none that is full, nor of film', () => {
    expect(surelyGoesIn(draft([unit('t', 'windlass-tourniquet')]), add, container, CATALOG)).toBe(true);
    expect(surelyGoesIn(draft([unit('t', 'windlass-tourniquet', { count: 30 })]), add, container, CATALOG)).toBe(false);
    const film = CONTAINERS.find(({ id }) => id === 'quart-bag');
    expect(surelyGoesIn(draft([]), add, film, CATALOG)).toBe(false);
    expect(surelyGoesIn(draft([]), add, undefined, CATALOG)).toBe(false);
    expect(surelyGoesIn(draft([]), takeOut('t'), undefined, CATALOG)).toBe(true);
  });

  it('counts all of a stack that is swapped, and none of what goes', () => {
    const units = [unit('m', 'marker', { count: 30 })];
    expect(surelyGoesIn(draft(units), swap('m', 'windlass-tourniquet'), container, CATALOG)).toBe(false);
    const full = [unit('t', 'windlass-tourniquet', { count: 30 })];
    expect(surelyGoesIn(draft(full), swap('t', 'marker'), container, CATALOG)).toBe(true);
  });

  it('takes things as they were measured, and as they lie', () => {
    const measured = { state: 'asSold', wMm: 400, hMm: 300, tMm: 60 };
    expect(surelyGoesIn(draft([unit('t', 'marker', { own: { measured } })]), add, container, CATALOG)).toBe(false);
  });

  it('is not sure of what lies in no compartment', () => {
    const tin = CONTAINERS.find(({ id }) => id === 'tin');
    expect(surelyGoesIn(draft([]), { do: 'add', label: '', kind: 'windlass-tourniquet' }, tin, CATALOG)).toBe(false);
  });
});

describe('life-saving things in several compartments', () => {
  it('are told by name and place, and gathered where most of them lie and all find room', () => {
    const units = [unit('t', 'windlass-tourniquet'), unit('g', 'kaolin-gauze'), unit('d', 'pressure-dressing')];
    const lies = new Map([
      ['t', 'left tray'],
      ['g', 'well'],
      ['d', 'well'],
    ]);
    const finding = runRules(given({ units, container: 'two-tray-box', more: { lies } })).find(({ rule }) => rule === 'life-saving-spread');
    expect(finding?.reason).toBe(
      'Life-saving things lie in 2 compartments: kaolin gauze, z-fold, pressure dressing 100 mm in well and windlass tourniquet in left tray. One opening should give all of them.',
    );
    expect(finding?.fix).toMatchObject({ do: 'gather', compartment: 'well', unitIds: ['g', 'd', 't'] });
  });
});
