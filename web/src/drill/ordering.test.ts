import { kindCatalog, SCHOOLS } from '@ivrak/core/catalog';
import { type DrillEvent, type OrderPick, type OrderWorld, orderResult } from '@ivrak/core/drill';
import { DrillSchema, KitIdSchema, PersonIdSchema, plainDate, type School, SKILLS } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { lapsesOption, missedShare } from './lapsesOption.ts';
import { faultsText, isAllClosed, lastText, orderDrill, take, wentOf } from './ordering.ts';

const [SCHOOL] = SCHOOLS as readonly [School];
const unit = (kind: string) => ({ id: kind, kind, count: 1, condition: 'ready' as const });
const WORLD: OrderWorld = {
  ...{ units: ['windlass-tourniquet', 'plain-gauze', 'foil-blanket'].map(unit), school: SCHOOL, catalog: kindCatalog() },
  ...{ on: plainDate('2026-12-02'), skills: SKILLS, isChecked: false },
};
const EVENT: DrillEvent = {
  seed: 3,
  says: 'Caught in machinery. Two are hurt.',
  casualties: [
    [
      { need: 'M.limb', count: 1 },
      { need: 'M.pack', count: 1 },
    ],
    [{ need: 'M.limb', count: 1 }],
  ],
};
const pick = (unitId: string, casualty = 0): OrderPick => ({ unitId, casualty, seconds: 1.26 });
const name = (kind: string) => kind;
const went = (...picks: OrderPick[]) => wentOf(orderResult(EVENT, picks, WORLD), name);

describe('an order', () => {
  it('says of each thing what it closed and for whom, and ends when nothing is open', () => {
    expect(lastText(EVENT, [], WORLD, name)).toBeNull();
    expect(lastText(EVENT, [pick('plain-gauze')], WORLD, name)).toBe('plain-gauze, packing gauze for the first.');
    expect(lastText(EVENT, [pick('foil-blanket', 1)], WORLD, name)).toBe('foil-blanket: it closes nothing that is open for the second.');
    const one = { ...EVENT, casualties: EVENT.casualties.slice(1) };
    expect(isAllClosed(one, [pick('foil-blanket')], WORLD)).toBe(false);
    expect(isAllClosed(one, [pick('windlass-tourniquet')], WORLD)).toBe(true);
  });

  it('is shown beside what the school takes, with what was left open and what there was no more of', () => {
    const [first, second] = went(pick('plain-gauze'), pick('windlass-tourniquet', 1));
    expect(first).toEqual([
      { need: 'M.limb', asked: 1, held: 0, took: [], school: ['windlass-tourniquet'], state: 'missed' },
      { need: 'M.pack', asked: 1, held: 1, took: ['1. plain-gauze'], school: ['plain-gauze'], state: 'closed' },
    ]);
    expect(second).toMatchObject([{ took: ['2. windlass-tourniquet'], school: [], state: 'closed' }]);
    expect(went(pick('windlass-tourniquet'))[1]).toMatchObject([{ state: 'ranOut' }]);
  });

  it('is kept as the server takes it, and not where nothing was taken', () => {
    const of = { id: 'd1', personId: PersonIdSchema.parse('isla'), kitId: KitIdSchema.parse('vest'), at: '2026-12-02T10:00:00.000Z' };
    const kept = (picks: readonly OrderPick[]) => orderDrill(EVENT, orderResult(EVENT, picks, WORLD), of);
    expect(kept([])).toBeNull();
    const drill = kept(take([], pick('plain-gauze')));
    expect(DrillSchema.parse(drill)).toEqual(drill);
    expect(drill?.answers[0]).toMatchObject({ seconds: 1.3, casualty: 0, need: 'M.pack' });
    expect(drill?.ordered).toMatchObject({ outOfOrder: 1, idle: 0, missed: [['M.limb'], []], ranOut: [[], ['M.limb']] });
    const many = Array.from({ length: 70 }).reduce<readonly OrderPick[]>((picks) => take(picks, pick('foil-blanket')), []);
    expect(DrillSchema.safeParse(kept(many)).success).toBe(true);
  });

  it('says its faults in words', () => {
    expect(faultsText({ idle: 0, outOfOrder: 0 })).toBe('In the order of the school, nothing taken in vain.');
    expect(faultsText({ idle: 2, outOfOrder: 1 })).toBe('Taken: 1 out of order, 2 that closed nothing.');
  });
});

describe('the line of what was missed', () => {
  it('goes by the share of what was asked, to the next quarter', () => {
    const points = [
      { at: '2026-06-01T10:00:00Z', asked: 8, missed: 1 },
      { at: '2026-07-01T10:00:00Z', asked: 3, missed: 2 },
    ];
    expect(points.map(missedShare)).toEqual([13, 67]);
    const colours = { lines: ['red'], line: '', ink: '', muted: '', mono: '' };
    expect(lapsesOption([{ name: 'Ruth', points }], colours)).toMatchObject({
      yAxis: { max: 75 },
      series: [
        {
          data: [
            [expect.any(Number), 13],
            [expect.any(Number), 67],
          ],
        },
      ],
    });
  });
});
