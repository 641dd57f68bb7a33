import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { carryCheck, kitMassG } from '../kit/carryCheck.ts';
import { judgeKit } from '../kit/judgement.ts';
import { BriefSchema } from '../model/brief.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { Unit } from '../model/unit.ts';
import { coverageOn, type KeptKit, UPKEEP_PLAN, upkeepEvents } from './upkeep.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const TO = addDays(TODAY, 730);
const [SCHOOL] = SCHOOLS;
if (SCHOOL === undefined) throw new Error('schools are missing');
const unit = (id: string, kind: string, lasts: number | null, more: Partial<StockUnit> = {}): StockUnit => ({
  id,
  kind,
  count: 1,
  condition: 'ready',
  expiresOn: lasts === null ? null : addDays(TODAY, lasts),
  ...more,
});
const kit = (units: StockUnit[], more: Partial<KeptKit> = {}): KeptKit => ({
  id: 'k',
  name: 'Kit',
  needs: [
    { need: 'M.pack', least: 1, ideal: 2 },
    { need: 'M.press', least: 1, ideal: 1 },
  ],
  school: SCHOOL,
  skills: [],
  isChecked: false,
  units,
  interval: { days: 90, why: 'Every 90 days (planning value)' },
  inspectedOn: TODAY,
  ...more,
});
const events = (kept: KeptKit) => upkeepEvents(kept, TODAY, TO, CATALOG).map(({ type, on, need }) => ({ type, on, need }));

describe('upkeepEvents', () => {
  it('says on which day a need lapses, a day after the printed date, and by when to order', () => {
    const list = events(kit([unit('a', 'kaolin-gauze', 100), unit('b', 'pressure-dressing', 400)]));
    expect(list).toContainEqual({ type: 'lapse', on: addDays(TODAY, 101), need: 'M.pack' });
    const lead = UPKEEP_PLAN.supplierLeadDays + UPKEEP_PLAN.orderBufferDays;
    expect(list).toContainEqual({ type: 'orderBy', on: addDays(TODAY, 101 - lead), need: 'M.pack' });
  });

  it('tells a thing that lapses with no need falling from one that takes a need down', () => {
    const list = upkeepEvents(
      kit([unit('a', 'kaolin-gauze', 100), unit('a2', 'kaolin-gauze', 300), unit('b', 'pressure-dressing', 900)]),
      TODAY,
      TO,
      CATALOG,
    );
    expect(list.filter(({ type }) => type === 'unitLapse').map(({ unitIds, on }) => [unitIds[0], on])).toEqual([
      ['a', addDays(TODAY, 101)],
    ]);
    expect(list.find(({ type }) => type === 'lapse')).toMatchObject({ on: addDays(TODAY, 301), unitIds: ['a2'] });
  });

  it('names the article that takes the need down, whatever else lapses on that day', () => {
    const needs = [
      { need: 'M.pack' as const, least: 1, ideal: 1 },
      { need: 'R.seal' as const, least: 2, ideal: 2 },
    ];
    const things = [unit('gauze', 'kaolin-gauze', 100), unit('spare', 'plain-gauze', 900), unit('seals', 'vented-seals', 100)];
    for (const units of [things, [...things].reverse()]) {
      const list = upkeepEvents(kit(units, { needs }), TODAY, TO, CATALOG).filter(({ need }) => need === 'R.seal');
      expect(list.map(({ type, kind, unitIds }) => ({ type, kind, unitIds }))).toEqual([
        { type: 'orderBy', kind: 'vented-seals', unitIds: ['seals'] },
        { type: 'lapse', kind: 'vented-seals', unitIds: ['seals'] },
      ]);
      for (const { text } of list) expect(text).not.toMatch(/gauze/i);
    }
  });

  it('names two articles where a need falls only because both lapse', () => {
    const needs = [{ need: 'R.seal' as const, least: 4, ideal: 4 }];
    const units = [unit('a', 'vented-seals', 100), unit('b', 'unvented-seals', 100), unit('c', 'kaolin-gauze', 100)];
    const lapse = upkeepEvents(kit(units, { needs }), TODAY, TO, CATALOG).find(({ type }) => type === 'lapse');
    expect(lapse?.unitIds).toEqual(['a', 'b']);
    expect(lapse?.text).toContain(' lapse: ');
  });

  // Law: what is named would hold the need if it lasted a day longer, and nothing named is needless.
  it('names exactly what would hold the need a day longer, by kind, on random kits', () => {
    const needs = [
      { need: 'M.limb' as const, least: 1, ideal: 1 },
      { need: 'M.pack' as const, least: 1, ideal: 2 },
      { need: 'M.press' as const, least: 1, ideal: 1 },
      { need: 'R.seal' as const, least: 2, ideal: 2 },
    ];
    const kinds = KINDS.filter(({ grades, dating }) => dating === 'printed' && needs.some(({ need }) => grades[need] !== undefined));
    fc.assert(
      fc.property(fc.array(fc.record({ kind: fc.constantFrom(...kinds), lasts: fc.constantFrom(50, 80) }), { maxLength: 8 }), (drawn) => {
        const units = drawn.map(({ kind, lasts }, index) => unit(`u${index}`, kind.id, lasts));
        for (const { type, need, on, unitIds } of upkeepEvents(kit(units, { needs }), TODAY, TO, CATALOG)) {
          if (type !== 'lapse' || need === null) continue;
          const named = units.filter(({ id }) => unitIds.includes(id));
          const stateWith = (lasting: readonly StockUnit[]) => {
            const later = units.map((one) => (lasting.includes(one) ? { ...one, expiresOn: on } : one));
            return coverageOn(kit(later, { needs }), on, CATALOG).needs.find((one) => one.need === need)?.state;
          };
          expect(stateWith(named)).not.toBe('gap');
          for (const { kind } of named) expect(stateWith(named.filter((one) => one.kind !== kind))).toBe('gap');
        }
      }),
      { seed: 12, numRuns: 200 },
    );
  });

  it('puts gaps, lapsed things, missing dates and overdue inspections on today', () => {
    const list = events(kit([unit('a', 'kaolin-gauze', -3), unit('b', 'pressure-dressing', null)], { inspectedOn: addDays(TODAY, -200) }));
    expect(list).toContainEqual({ type: 'gap', on: TODAY, need: 'M.pack' });
    for (const type of ['unitLapse', 'dateMissing', 'inspect']) expect(list).toContainEqual({ type, on: TODAY, need: null });
  });

  it('inspects at the interval of the kit, and says why it is that long', () => {
    const list = upkeepEvents(kit([], { interval: { days: 45, why: 'Every 45 days: brought forward' } }), TODAY, TO, CATALOG);
    expect(list.find(({ type }) => type === 'inspect')).toMatchObject({ on: addDays(TODAY, 45) });
    expect(list.find(({ type }) => type === 'inspect')?.text).toContain('brought forward');
  });

  it('stands in date order and within the span', () => {
    const list = upkeepEvents(
      kit([unit('a', 'kaolin-gauze', 100), unit('b', 'pressure-dressing', 900)]),
      TODAY,
      addDays(TODAY, 150),
      CATALOG,
    );
    expect(list.map(({ on }) => on)).toEqual([...list.map(({ on }) => on)].sort());
    expect(list.some(({ need }) => need === 'M.press')).toBe(false);
  });
});

// Common practice, no source.
describe('masses', () => {
  const mass = (...ids: string[]) => ids.reduce((sum, id) => sum + (CATALOG.get(id)?.massG ?? Number.NaN), 0);

  it('put a windlass tourniquet at about 80 g and an elastic wrap at half as much again', () => {
    expect(mass('windlass-tourniquet')).toBe(80);
    expect(mass('elastic-wrap-tourniquet') / mass('windlass-tourniquet')).toBe(1.5);
  });

  it('put a trauma half at about 400 g with its bag, within 15 %', () => {
    const things = mass(
      'windlass-tourniquet',
      'plain-gauze',
      'bar-bandage-100',
      'shears',
      'closure-strips',
      'abdominal-pad',
      'abdominal-pad',
      'flat-tape',
      'burn-gel',
      'gloves',
      'antiseptic-wipe',
      'antiseptic-wipe',
    );
    expect(things).toBeGreaterThan(340);
    expect(things).toBeLessThan(460);
  });

  it('put hemostatic gauze at about ten times the price of plain', () => {
    const ratio = (CATALOG.get('kaolin-gauze')?.priceMinor ?? 0) / (CATALOG.get('plain-gauze')?.priceMinor ?? 1);
    expect(ratio).toBeGreaterThan(8);
    expect(ratio).toBeLessThan(13);
  });

  it('add up with the container', () => {
    const units = [{ kind: 'windlass-tourniquet', count: 2 }] as unknown as Unit[];
    const [container] = CONTAINERS;
    expect(kitMassG(units, container, CATALOG)).toBe(160 + (container?.massG ?? 0));
  });
});

describe('the shipped catalogue', () => {
  it('names every kind once, and every state of a kind once, as packed first', () => {
    expect(new Set(KINDS.map(({ id }) => id)).size).toBe(KINDS.length);
    for (const { id, states } of KINDS) {
      expect(states[0]?.id, id).toBe('asSold');
      expect(new Set(states.map((state) => state.id)).size).toBe(states.length);
    }
  });

  it('cautions wherever a thing needs training or authority', () => {
    for (const kind of KINDS) if (kind.grades['A.airway'] || kind.grades['R.decompress']) expect(kind.caution, kind.id).toMatch(/training/);
  });

  it('gives tubes one diameter, and every container and position a size', () => {
    for (const kind of KINDS)
      if (kind.shape === 'tube' && kind.family !== 'tablets') for (const state of kind.states) expect(state.hMm, kind.id).toBe(state.tMm);
    for (const { compartments } of CONTAINERS) expect(compartments.length).toBeGreaterThan(0);
    expect(POSITIONS).toHaveLength(29);
  });
});

describe('carryCheck', () => {
  const position = POSITIONS.find(({ id }) => id === 'back-pocket');
  const container = CONTAINERS.find(({ id }) => id === 'wallet-sleeve');
  if (position === undefined || container === undefined) throw new Error('catalogue changed');

  it('adds the walls, and says by how much it is too thick or too heavy', () => {
    expect(carryCheck(container, position, { thicknessMm: 24 }, 200)).toMatchObject({
      outerTMm: 26,
      limitMm: 22,
      overMm: 4,
      massOverG: 20,
    });
    expect(carryCheck(container, position, { thicknessMm: 20 }, 100)).toMatchObject({ overMm: 0, massOverG: 0 });
  });

  it('turns the container the better way before it says that it is too large', () => {
    const wide = CONTAINERS.find(({ id }) => id === 'wide-flat-sleeve');
    if (wide !== undefined) expect(carryCheck(wide, position, { thicknessMm: 10 }, 10).outlineFits).toBe(false);
    // A pocket lets what is in it stick out a little: 150 mm in 130 mm, with 40 mm at most.
    expect(carryCheck(container, position, { thicknessMm: 10 }, 10).outlineFits).toBe(true);
    const pocket = POSITIONS.find(({ id }) => id === 'chest-pocket');
    if (pocket !== undefined) expect(carryCheck(container, pocket, { thicknessMm: 10 }, 10).outlineFits).toBe(true);
  });
});

describe('judgeKit', () => {
  it('names the first gap in the order of the school', () => {
    const judge = (schoolId: string) =>
      judgeKit(
        { id: 'k', brief: BriefSchema.parse({}), units: [] },
        SCHOOLS.find(({ id }) => id === schoolId) ?? SCHOOL,
        undefined,
        TODAY,
        CATALOG,
      );
    expect(judge('committee-first').firstGap).toBe('M.limb');
    expect(judge('one-piece-at-a-time').firstGap).toBe('M.pack');
    expect(judge('committee-first')).toMatchObject({ held: 0, massG: 0, priceMinor: 0, readyUntil: null });
  });
});
