import { plainDate, type Restock } from '@ivrak/core/model';
import type { UpkeepEvent } from '@ivrak/core/upkeep';
import { describe, expect, it } from 'vitest';
import { readDate } from '../ui/readDate.ts';
import { nextActions, shortDate } from './actions.ts';

const TODAY = plainDate('2026-11-25');
const event = (more: Partial<UpkeepEvent>): UpkeepEvent => ({
  type: 'inspect',
  on: TODAY,
  kitId: 'k',
  kitName: 'Vest kit',
  need: null,
  unitIds: [],
  kind: null,
  text: 'Every 90 days (planning value): open it.',
  ...more,
});
const line = (need: 'M.limb' | 'R.seal' | 'S.cut' | 'C.roll', fromStores: boolean): Restock['kits'][number]['lines'][number] => ({
  need,
  missing: 1,
  fromStores: fromStores
    ? [{ unitId: 'u', kind: 'shears', grade: 'primary', pieces: 1, expiresOn: null, lot: null, take: 1, version: 1 }]
    : [],
  fromKits: [],
  toBuy: [],
});

describe('what to do next', () => {
  it('has what two phones do not agree on first, and a drill after what is wrong with a kit', () => {
    const events = [event({ on: plainDate('2026-12-20') }), event({ on: TODAY, type: 'unitLapse', kind: 'plain-gauze' })];
    const drills = [{ kitId: 'vest', kitName: 'Vest kit', count: 3 }];
    const all = nextActions(events, undefined, TODAY, [], 2, drills);
    expect(all.map(({ key }) => key.split('-')[0])).toEqual(['disagree', 'unitLapse', 'drill', 'inspect']);
    expect(all[0]?.what).toBe('Say what is true of 2 things');
    expect(all[2]).toMatchObject({ what: 'Find 3 things again', to: '/drill/vest' });
  });

  it('puts things back before it buys, and names at most two', () => {
    const restock: Restock = {
      kits: [
        {
          kitId: 'a',
          kitName: 'Vest kit',
          lines: [line('S.cut', true), line('R.seal', false), line('C.roll', false)],
          planned: [],
          asBefore: [],
        },
        // Whole, only not as full as before: nothing to hurry for.
        { kitId: 'c', kitName: 'Wall box', lines: [], planned: [], asBefore: [{ kind: 'gloves', count: 2, fromStores: [] }] },
        { kitId: 'b', kitName: 'Belt kit', lines: [line('M.limb', false)], planned: [], asBefore: [] },
      ],
    };
    const actions = nextActions([], restock, TODAY);
    expect(actions.map(({ what }) => what)).toEqual(['Put back cutter, chest seal and 1 more', 'Buy tourniquet']);
    expect(actions[0]).toMatchObject({ when: 'now', detail: 'Vest kit · 1 from stores', to: '/restock?kit=a' });
  });

  it('asks first for the debrief of a use, once for all the kits that it touched', () => {
    const openUse = { logId: 'l', startedAt: '2026-11-25T14:02:00Z' };
    const kits = [
      { name: 'Vest kit', openUse },
      { name: 'Belt kit', openUse: null },
      { name: 'Console case', openUse },
    ];
    expect(nextActions([event({})], undefined, TODAY, kits)[0]).toMatchObject({
      when: 'now',
      what: 'Debrief the use',
      detail: 'Vest kit, Console case · not ready until then',
      to: '/debrief/l',
    });
    expect(nextActions([], undefined, TODAY, kits)).toHaveLength(1);
  });

  it('leaves gaps to restock, and lapses to their order-by date', () => {
    expect(nextActions([event({ type: 'gap' }), event({ type: 'lapse' })], undefined, TODAY)).toEqual([]);
  });

  it('says now for what is due, and the date for what is to come', () => {
    const later = plainDate('2027-01-10');
    const actions = nextActions([event({}), event({ type: 'orderBy', on: later, kind: 'vented-seals' })], undefined, TODAY);
    expect(actions.map(({ when }) => when)).toEqual(['now', later]);
    expect(actions[1]?.what).toBe('Order vented seal pair');
    expect(actions[0]).toMatchObject({ what: 'Inspect Vest kit', detail: 'Every 90 days (planning value)' });
  });

  it('takes a lapsed thing out and replaces one that will lapse', () => {
    const [out, replace] = nextActions(
      [event({ type: 'unitLapse', kind: 'burn-gel' }), event({ type: 'unitLapse', on: plainDate('2027-05-01'), kind: 'burn-gel' })],
      undefined,
      TODAY,
    );
    expect([out?.what, replace?.what]).toEqual(['Take out burn gel dressing', 'Replace burn gel dressing']);
  });

  it('leaves the year out only where it is this one', () => {
    expect(shortDate(plainDate('2026-12-03'), TODAY)).toBe('03 Dec');
    expect(shortDate(plainDate('2027-01-10'), TODAY)).toBe('10 Jan ’27');
  });
});

describe('readDate', () => {
  it.each([
    ['2027-03-14', '2027-03-14'],
    ['2027-02', '2027-02-28'],
    ['2028-02', '2028-02-29'],
    ['2027-04', '2027-04-30'],
  ])('reads %s as %s', (text, date) => {
    expect(readDate(text)).toBe(date);
  });

  it.each(['2027-02-30', '2027-13', '14.3.2027', '2027', 'soon', ''])('takes no date from "%s"', (text) => {
    expect(readDate(text)).toBeNull();
  });
});
