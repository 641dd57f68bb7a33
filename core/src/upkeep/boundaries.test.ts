import { describe, expect, it } from 'vitest';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { gapText, judgeKit } from '../kit/judgement.ts';
import { BriefSchema } from '../model/brief.ts';
import type { Kind } from '../model/kind.ts';
import { addDays, type PlainDate, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { UnitSchema } from '../model/unit.ts';
import { plainUpkeep } from '../model/upkeep.ts';
import { ASSUMED_CELSIUS, ageingFactor, heatedInterval, heatOf, REFERENCE_CELSIUS } from './heat.ts';
import { type HorizonKit, horizon, inspectionDays } from './horizon.ts';
import { conditionAfter, inspectionInterval, inspectionSteps, promptFor } from './inspection.ts';
import { type KeptKit, UPKEEP_PLAN, upkeepEvents } from './upkeep.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];
const day = (days: number): PlainDate => addDays(TODAY, days);

const unit = (id: string, kind: string, lasts: number | null, more: Partial<StockUnit> = {}): StockUnit => ({
  id,
  kind,
  count: 1,
  condition: 'ready',
  expiresOn: lasts === null ? null : day(lasts),
  ...more,
});
const kit = (units: StockUnit[], more: Partial<KeptKit> = {}): KeptKit => ({
  id: 'k',
  name: 'Kit',
  needs: [{ need: 'M.pack', least: 1, ideal: 1 }],
  school: SCHOOL,
  skills: [],
  isChecked: false,
  units,
  interval: { days: 90, why: 'Every 90 days' },
  inspectedOn: TODAY,
  ...more,
});
const listed = (kept: KeptKit, to: PlainDate = day(730)) => upkeepEvents(kept, TODAY, to, CATALOG);
const typed = (kept: KeptKit, type: string, to?: PlainDate) => listed(kept, to).filter((event) => event.type === type);

describe('planning values of upkeep', () => {
  it('are these, in days and degrees', () => {
    expect(UPKEEP_PLAN).toEqual({ supplierLeadDays: 14, orderBufferDays: 7, inspectIndoorsDays: 180, inspectMovingDays: 90 });
    expect(ASSUMED_CELSIUS).toEqual({ cool: 12, room: 22, warm: 30, hot: 40 });
    expect(REFERENCE_CELSIUS).toBe(25);
  });
});

describe('an order', () => {
  it.each([
    // A date good through day 20 lapses on day 21: 14 and 7 days before that is today.
    [10, 0],
    [20, 0],
    [21, 1],
    [100, 80],
  ])('for what is good for %i days more is due in %i', (lasts, inDays) => {
    const [order] = typed(kit([unit('g', 'kaolin-gauze', lasts)]), 'orderBy');
    expect(order?.on).toBe(day(inDays));
    expect(order?.text).toBe('Order Kaolin gauze, z-fold: lead 14 d + buffer 7 d before it lapses.');
    expect(order).toMatchObject({ need: 'M.pack', unitIds: ['g'], kind: 'kaolin-gauze', kitId: 'k', kitName: 'Kit' });
  });
});

describe('a date', () => {
  it('counts through its day, and has lapsed on the next', () => {
    const over = typed(kit([unit('g', 'kaolin-gauze', -1)]), 'unitLapse');
    expect(over).toMatchObject([{ on: TODAY, unitIds: ['g'], kind: 'kaolin-gauze' }]);
    expect(over[0]?.text).toMatch(/^Lapsed: /);
    expect(typed(kit([unit('g', 'kaolin-gauze', 0)]), 'gap')).toEqual([]);
    expect(typed(kit([unit('g', 'kaolin-gauze', 0)]), 'lapse')).toMatchObject([{ on: day(1) }]);
    expect(typed(kit([unit('g', 'kaolin-gauze', -1)]), 'gap')).toMatchObject([{ on: TODAY, need: 'M.pack' }]);
  });

  it('of a thing whose need falls with it is told once, as the need', () => {
    const both = kit([unit('a', 'kaolin-gauze', 50), unit('b', 'kaolin-gauze', 90)]);
    expect(typed(both, 'unitLapse')).toMatchObject([{ on: day(51), unitIds: ['a'] }]);
    expect(typed(both, 'unitLapse')[0]?.text).toContain('no need falls');
  });

  it('of practice and of what was used is nobody’s business', () => {
    const units = [unit('p', 'kaolin-gauze', -5, { condition: 'practice' }), unit('u', 'kaolin-gauze', -5, { condition: 'used' })];
    expect(typed(kit(units), 'unitLapse')).toEqual([]);
  });

  it('that was not read is asked for, of kinds that carry one', () => {
    const one = typed(kit([unit('a', 'kaolin-gauze', null), unit('s', 'shears', null)]), 'dateMissing');
    expect(one).toMatchObject([{ on: TODAY, unitIds: ['a'], text: '1 thing has a printed date that nobody has read yet.' }]);
    const two = typed(kit([unit('a', 'kaolin-gauze', null), unit('b', 'pressure-dressing', null)]), 'dateMissing');
    expect(two[0]?.text).toBe('2 things have a printed date that nobody has read yet.');
    expect(typed(kit([unit('a', 'kaolin-gauze', 5)]), 'dateMissing')).toEqual([]);
  });

  it('on the last day of the span is in it, a day later is not', () => {
    const kept = kit([unit('g', 'kaolin-gauze', 59)]);
    expect(typed(kept, 'lapse', day(60))).toHaveLength(1);
    expect(typed(kept, 'lapse', day(59))).toEqual([]);
  });
});

describe('events of one day', () => {
  it('stand in the order of what matters', () => {
    const kept = kit([unit('old', 'kaolin-gauze', -1), unit('b', 'pressure-dressing', 5), unit('c', 'kaolin-gauze-flat', null)], {
      needs: [
        { need: 'R.seal', least: 1, ideal: 1 },
        { need: 'M.press', least: 1, ideal: 1 },
      ],
      inspectedOn: null,
    });
    const today = listed(kept).filter(({ on }) => on === TODAY);
    const order = ['gap', 'lapse', 'unitLapse', 'orderBy', 'inspect', 'dateMissing'];
    expect(today.map(({ type }) => type)).toEqual([...today.map(({ type }) => type)].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(new Set(today.map(({ type }) => type))).toEqual(new Set(['gap', 'unitLapse', 'orderBy', 'inspect']));
  });
});

describe('the article that is named', () => {
  // Either would hold the need a day longer: the seal by itself, or the tape with the bag that it holds down.
  const either = [unit('s', 'vented-seals', 20), unit('t', 'tape-roll', 20), unit('b', 'waste-bag', null)];

  it('is the one made for the need, not one that others lean on, in whatever order they lie', () => {
    for (const units of [either, either.toReversed()]) {
      const [lapse] = typed(kit(units, { needs: [{ need: 'R.seal', least: 1, ideal: 1 }] }), 'lapse');
      expect(lapse).toMatchObject({ on: day(21), unitIds: ['s'], kind: 'vented-seals' });
    }
  });

  it('is one that is known, beside one that nobody knows', () => {
    const units = [unit('x', 'gone', 20), unit('s', 'vented-seals', 20)];
    const [lapse] = typed(kit(units, { needs: [{ need: 'R.seal', least: 1, ideal: 1 }] }), 'lapse');
    expect(lapse).toMatchObject({ unitIds: ['s'] });
  });
});

describe('an inspection', () => {
  it.each([
    [-89, 1],
    [-90, 0],
    [-91, 0],
    [0, 90],
  ])('last done on day %i is due in %i', (done, inDays) => {
    expect(typed(kit([], { inspectedOn: day(done) }), 'inspect')).toMatchObject([
      { on: day(inDays), text: 'Every 90 days: open it, touch everything, read the dates.' },
    ]);
  });

  it('that never was is due now, and says so', () => {
    expect(typed(kit([], { inspectedOn: null }), 'inspect')).toMatchObject([
      { on: TODAY, text: expect.stringMatching(/^Never inspected/) },
    ]);
  });

  it('is every 180 days indoors and every 90 elsewhere, unless the kit has its own; only heat brings it forward', () => {
    const of = (...asked: Parameters<typeof inspectionInterval>) => inspectionInterval(...asked);
    expect(of('base', plainUpkeep(), 1, true)).toEqual({ days: 180, why: 'Every 180 days (planning value)' });
    for (const layer of ['pocket', 'worn', 'afloat'] as const) expect(of(layer, plainUpkeep(), 1, true).days, layer).toBe(90);
    expect(of('base', { everyDays: 60, routine: '' }, 1, true)).toEqual({ days: 60, why: 'Every 60 days (set for this kit)' });
    expect(of('base', plainUpkeep(), 2, true).why).toBe(
      'Every 90 days: 180 (planning value) brought forward by the heat assumed of the place (ageing 2.0 times as fast)',
    );
    expect(of('base', plainUpkeep(), 2, false).why).toContain('the heat logged there (ageing 2.0 times');
    // 90 : 5.5 is 16, so that whoever divides is told why it is 30.
    expect(of('afloat', plainUpkeep(), 5.5, false).why).toBe(
      'Every 30 days: 90 (planning value) brought forward by the heat logged there (ageing 5.5 times as fast), but never under 30 days',
    );
    expect(of('afloat', plainUpkeep(), 3, false).why).not.toContain('never under');
    expect(of('base', { everyDays: null, routine: 'with the boat' }, 1, false).why).toBe('Every 180 days (planning value); with the boat');
  });

  it('is never brought under 30 days by heat, nor rounded up', () => {
    expect([heatedInterval(90, 2.9), heatedInterval(90, 3), heatedInterval(90, 3.2), heatedInterval(31, 9), heatedInterval(29, 9)]).toEqual(
      [31, 30, 30, 30, 29],
    );
  });

  it('falls due again and again from the first day looked at', () => {
    const span = { from: TODAY, to: day(60) };
    expect(inspectionDays({ inspectedOn: null, inspectEveryDays: 30 }, span)).toEqual([TODAY, day(30), day(60)]);
    expect(inspectionDays({ inspectedOn: day(-10), inspectEveryDays: 30 }, span)).toEqual([day(20), day(50)]);
    expect(inspectionDays({ inspectedOn: day(-30), inspectEveryDays: 30 }, span)).toEqual([TODAY, day(30), day(60)]);
    expect(inspectionDays({ inspectedOn: day(-100), inspectEveryDays: 30 }, span)).toEqual([TODAY, day(30), day(60)]);
    expect(inspectionDays({ inspectedOn: day(-10), inspectEveryDays: 71 }, span)).toEqual([]);
  });

  const steps = (kind: string, more: object = {}) =>
    inspectionSteps([UnitSchema.parse({ id: 'u', kind, count: 2, condition: 'ready', ...more })], [], CATALOG, TODAY);

  it('says of a date that it is good through its day', () => {
    expect(steps('kaolin-gauze', { expiresOn: TODAY })[0]).toMatchObject({ date: 'good', count: 2, expiresOn: TODAY });
    expect(steps('kaolin-gauze', { expiresOn: day(-1) })[0]?.date).toBe('lapsed');
    expect(steps('kaolin-gauze')[0]?.date).toBe('notRead');
    expect(steps('shears')[0]?.date).toBe('none');
  });

  it('leaves out used and practice things and what nobody knows', () => {
    for (const more of [{ condition: 'used' }, { condition: 'practice' }]) expect(steps('shears', more)).toEqual([]);
    expect(steps('no-such-kind')).toEqual([]);
    expect(steps('shears', { condition: 'suspect' })).toHaveLength(1);
  });

  it('asks whether it is still known how, for what needs skill, care or practice', () => {
    const asks = (kind: string) => steps(kind)[0]?.asksRecall;
    for (const { id, skill, caution, grades } of KINDS)
      expect(asks(id), id).toBe(skill !== null || caution !== null || 'M.limb' in grades || 'M.pack' in grades);
    expect(asks('gloves')).toBe(false);
    expect(asks('windlass-tourniquet')).toBe(true);
    expect(asks('rolled-gauze')).toBe(true);
  });

  it('has the strap of a tourniquet run through, unless it is one that goes by a date', () => {
    const strap = CATALOG.get('windlass-tourniquet') as Kind;
    const marker = CATALOG.get('marker') as Kind;
    expect(promptFor(strap)).toMatch(/^Run the strap/);
    expect(promptFor({ ...strap, dating: 'printed', id: 'x' })).toMatch(/^Press the bag/);
    expect(promptFor({ ...marker, dating: 'battery', family: 'other' })).toMatch(/^Turn it on/);
  });

  it('never turns what was used into anything else', () => {
    for (const answer of ['fine', 'replace', 'unsure'] as const) {
      expect(conditionAfter(answer, 'used')).toBe('used');
      expect(conditionAfter(answer, 'practice')).toBe('practice');
    }
    expect(conditionAfter('fine', 'suspect')).toBe('suspect');
  });
});

describe('heat', () => {
  const at = (hour: number) => new Date(Date.UTC(2026, 6, 1, hour)).toISOString();
  const log = (...rows: [hour: number, celsius: number][]) => rows.map(([hour, celsius]) => ({ at: at(hour), celsius }));

  it('of one sample is that sample, and of samples of one moment the last', () => {
    expect(heatOf(log([0, 31]))).toMatchObject({ maxCelsius: 31, meanCelsius: 31 });
    expect(heatOf(log([0, 31]))?.mktCelsius).toBeCloseTo(31, 9);
    expect(heatOf(log([0, 20], [0, 40]))?.meanCelsius).toBeCloseTo(40, 9);
  });

  it('lets a sample speak for at most six usual intervals', () => {
    // Hours 0 to 3, then nothing for a day: 40 degrees count for six hours of 10 (the last one for one more).
    const heat = heatOf(log([0, 20], [1, 20], [2, 20], [3, 40], [27, 20]));
    expect(heat?.meanCelsius).toBeCloseTo((3 * 20 + 6 * 40 + 20) / 10, 9);
  });

  it('takes the middle one of the gaps as the usual one', () => {
    // Gaps of 1, 1, 2 and 20 hours: the third of four is 2, so 20 counts as 12.
    const heat = heatOf(log([0, 10], [1, 10], [2, 10], [4, 30], [24, 10]));
    expect(heat?.meanCelsius).toBeCloseTo((1 * 10 + 1 * 10 + 2 * 10 + 12 * 30 + 2 * 10) / 18, 9);
  });

  it('is told against the temperature of reference', () => {
    expect(ageingFactor(30, 20)).toBe(2);
    expect(heatOf(log([0, 30]), 20)?.ageingFactor).toBeCloseTo(2, 9);
    expect(heatOf(log([0, 35]))?.ageingFactor).toBeCloseTo(2, 9);
  });
});

describe('the horizon', () => {
  const row = (units: StockUnit[], to = day(100), needs: HorizonKit['needs'] = [{ need: 'M.pack', least: 1, ideal: 1 }]) => {
    const { interval: _, ...kept } = kit(units, { needs });
    const [first] = horizon([{ ...kept, layer: 'worn', person: null, inspectEveryDays: 90 }], TODAY, to, CATALOG);
    return first;
  };

  it('holds through the day before the need falls, if that is in the span', () => {
    expect(row([unit('g', 'kaolin-gauze', 50)])).toMatchObject({ holdsUntil: day(50), gapNow: false });
    expect(row([unit('g', 'kaolin-gauze', 50)], day(51))?.needs).toMatchObject([{ lapsesOn: day(51), orderBy: day(30), isHeld: true }]);
    expect(row([unit('g', 'kaolin-gauze', 50)], day(50))).toMatchObject({ holdsUntil: null, needs: [{ lapsesOn: null, orderBy: null }] });
    expect(row([unit('g', 'kaolin-gauze', 5)])?.needs).toMatchObject([{ orderBy: TODAY }]);
    expect(row([])).toMatchObject({ gapNow: true, holdsUntil: null, needs: [{ isHeld: false }] });
  });

  it('has days of inspection for kits, and none for a layer or a person', () => {
    const { interval: _, ...kept } = kit([unit('g', 'kaolin-gauze', 50)]);
    const two = ['a', 'b'].map((id) => ({ ...kept, id, layer: 'worn' as const, person: { id: 'p', name: 'Mira' }, inspectEveryDays: 30 }));
    const rows = horizon(two, TODAY, day(100), CATALOG);
    expect(rows.filter(({ of }) => of === 'kit').map(({ inspections }) => inspections.length)).toEqual([3, 3]);
    const others = rows.filter(({ of }) => of !== 'kit');
    expect(others.length).toBeGreaterThan(0);
    expect(others.flatMap(({ inspections }) => inspections)).toEqual([]);
  });

  it('leaves out needs of which nothing is least, and day-to-day needs from the day through which it holds', () => {
    const needs = [
      { need: 'M.pack' as const, least: 1, ideal: 1 },
      { need: 'D.burn' as const, least: 1, ideal: 1 },
      { need: 'M.press' as const, least: 0, ideal: 1 },
    ];
    const of = row([unit('g', 'kaolin-gauze', 50), unit('b', 'burn-sachet', 20)], day(100), needs);
    expect(of?.needs.map(({ need }) => need)).toEqual(['M.pack', 'D.burn']);
    expect(of?.holdsUntil).toBe(day(50));
  });
});

describe('the judgement of a kit', () => {
  it('counts what is held of what is asked, and names the first gap', () => {
    const units = ['windlass-tourniquet', 'kaolin-gauze'].map((kind, index) =>
      UnitSchema.parse({ id: `u${index}`, kind, count: 1, condition: 'ready' }),
    );
    const judged = judgeKit({ id: 'k', brief: BriefSchema.parse({}), units }, SCHOOL, undefined, TODAY, CATALOG);
    const asked = judged.coverage.needs.filter(({ least }) => least > 0);
    expect(judged.asked).toBe(asked.length);
    expect(judged.held).toBe(asked.filter(({ have, least }) => have >= least).length);
    expect(judged.held).toBeGreaterThan(0);
    expect(judged.held).toBeLessThan(judged.asked);
  });

  it('says how many there are of how many', () => {
    expect(gapText({ need: 'R.seal', have: 1, least: 2 })).toBe('1 of 2 chest seals: an entry or exit wound would stay open.');
    expect(gapText({ need: 'M.limb', have: 0, least: 1 })).toMatch(/^0 of 1 tourniquet: /);
  });
});
