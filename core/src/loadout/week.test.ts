import { describe, expect, it } from 'vitest';
import { POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { OWN_THINGS } from '../catalog/ownThings.ts';
import { emptyWeek, LoadoutSchema, WeekPlanSchema } from '../model/loadout.ts';
import { plainDate } from '../model/plainDate.ts';
import { PersonIdSchema, UnitSchema } from '../model/unit.ts';
import { type TakenKit, takeList } from './takeList.ts';
import { kitConflicts, plannedOn, weekdayOf } from './week.ts';

const loadout = (id: string, personId: string | null, kits: object[], more: object = {}) =>
  LoadoutSchema.parse({ id, name: id, personId, kits, ...more });
const week = (person: string, days: object) =>
  WeekPlanSchema.parse({ id: person, days: { ...emptyWeek(PersonIdSchema.parse(person)).days, ...days } });

describe('the day of the week', () => {
  // 25 Nov 2026 is a Wednesday; 29 Feb 2024 was a Thursday; 31 Dec 1999 a Friday: from any printed calendar.
  it.each([
    ['2026-11-25', 'wed'],
    ['2024-02-29', 'thu'],
    ['1999-12-31', 'fri'],
    ['2024-01-01', 'mon'],
  ])('%s is %s', (date, day) => {
    expect(weekdayOf(plainDate(date))).toBe(day);
  });
});

describe('a kit is in one place at a time', () => {
  const mine = loadout('mine', 'isla', [{ kitId: 'vest' }]);
  const also = loadout('also', 'isla', [{ kitId: 'vest' }]);
  const theirs = loadout('theirs', 'tomas', [{ kitId: 'vest' }, { kitId: 'bag' }]);

  it('two people cannot wear it; one person wears two loadouts one after the other', () => {
    expect(kitConflicts([mine, also], [])).toEqual([]);
    expect(kitConflicts([mine, theirs], [])).toEqual([{ kitId: 'vest', loadouts: ['mine', 'theirs'], days: [] }]);
  });

  it('on days that both are planned for, once both are planned at all', () => {
    const weeks = [week('isla', { sat: ['mine'], sun: ['mine'] }), week('tomas', { sat: ['theirs'] })];
    expect(kitConflicts([mine, theirs], weeks)).toEqual([{ kitId: 'vest', loadouts: ['mine', 'theirs'], days: ['sat'] }]);
    expect(kitConflicts([mine, theirs], [week('isla', { sun: ['mine'] }), week('tomas', { sat: ['theirs'] })])).toEqual([]);
  });

  it('what another brings along is with him; what hangs on the wall serves two; what is worn cannot wait on the wall', () => {
    const brought = loadout('brought', 'ruth', [{ kitId: 'vest', distanceM: 3, isBrought: true }]);
    expect(kitConflicts([mine, brought], [])).toEqual([]);
    const fetched = loadout('fetched', 'ruth', [{ kitId: 'vest', distanceM: 60 }]);
    const fetchedToo = loadout('fetched-too', 'tomas', [{ kitId: 'vest', distanceM: 90 }]);
    expect(kitConflicts([fetched, fetchedToo], [])).toEqual([]);
    expect(kitConflicts([mine, fetched], [])).toHaveLength(1);
  });

  it('a way that is known in minutes is a way like one in metres', () => {
    const worn = loadout('worn', 'isla', [{ kitId: 'vest', minutes: 0 }]);
    const waits = loadout('waits', 'ruth', [{ kitId: 'vest', minutes: 12 }]);
    const waitsToo = loadout('waits-too', 'tomas', [{ kitId: 'vest', distanceM: 90 }]);
    expect(kitConflicts([worn, waits], [])).toHaveLength(1);
    expect(kitConflicts([waits, waitsToo], [])).toEqual([]);
  });

  it('today’s loadouts stand in the order of the day', () => {
    const weeks = [week('isla', { wed: ['also', 'mine', 'gone'] }), week('tomas', { tue: ['theirs'] })];
    const today = plannedOn(plainDate('2026-11-25'), [mine, also, theirs], weeks);
    expect(today.map(({ personId, loadouts }) => [personId, loadouts.map(({ id }) => id)])).toEqual([['isla', ['also', 'mine']]]);
  });
});

describe('the take list', () => {
  const catalog = kindCatalog();
  const positions = new Map(POSITIONS.map((one) => [one.id, one]));
  const today = plainDate('2026-11-25');
  const unit = (id: string, kind: string, more: object = {}) => UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
  const kit = (id: string, more: Partial<TakenKit> = {}): TakenKit => ({
    id,
    name: id,
    units: [unit(`${id}-t`, 'windlass-tourniquet')],
    positionId: 'belt-side',
    gap: null,
    inspectDueOn: null,
    isInUse: false,
    ...more,
  });

  it('says of every kit that goes along whether it is ready, and why not', () => {
    const spoilt = kit('spoilt', {
      isInUse: true,
      gap: '0 of 1 packing gauze',
      units: [
        unit('p', 'pressure-dressing', { expiresOn: plainDate('2026-11-24') }),
        unit('s', 'shears', { condition: 'damaged' }),
        unit('t', 'windlass-tourniquet', { condition: 'notStaged' }),
      ],
      inspectDueOn: plainDate('2026-11-24'),
    });
    const whole = kit('whole', { inspectDueOn: today });
    const kits = new Map([spoilt, whole, kit('far'), kit('brought')].map((one) => [one.id, one]));
    const plan = loadout(
      'l',
      null,
      [{ kitId: 'whole' }, { kitId: 'spoilt' }, { kitId: 'far', distanceM: 60 }, { kitId: 'brought', isBrought: true }],
      { own: OWN_THINGS.filter(({ id }) => id === 'knife'), passesSecurity: true },
    );
    const { take, elsewhere } = takeList(plan, kits, positions, today, catalog);
    expect(take).toMatchObject([
      { id: 'whole', of: 'kit', where: 'Belt side', isReady: true, reasons: [] },
      {
        id: 'spoilt',
        isReady: false,
        reasons: [
          'used and not debriefed',
          '0 of 1 packing gauze',
          'lapsed: Pressure dressing 100 mm',
          'damaged: Shears, full size',
          'not staged: Windlass tourniquet',
          'inspection was due on 24 Nov 2026',
        ],
      },
      { id: 'knife', of: 'own', isReady: false, reasons: ['does not pass the security check'] },
    ]);
    expect(elsewhere.map(({ id, where }) => [id, where])).toEqual([
      ['far', '60 m away'],
      ['brought', 'somebody else brings it'],
    ]);
  });

  it('has kits that are carried as one together, says once what all lack, and what of the set stays behind', () => {
    const inSet = { id: 'pier', name: 'On the pier', kitIds: ['strap', 'pouch', 'box'] };
    const gap = '0 of 1 chest seals';
    const all = [kit('strap', { inSet, gap }), kit('whole'), kit('pouch', { inSet, gap }), kit('box', { inSet, gap })];
    const kits = new Map(all.map((one) => [one.id, one]));
    const plan = loadout('l', null, [{ kitId: 'strap' }, { kitId: 'whole' }, { kitId: 'pouch' }, { kitId: 'box', distanceM: 60 }]);
    const { take, elsewhere } = takeList(plan, kits, positions, today, catalog);
    expect(take.map(({ id, set, reasons }) => [id, set, reasons])).toEqual([
      ['strap', 'On the pier', ['box is not with you, which is carried as one with it', gap]],
      ['pouch', 'On the pier', []],
      ['whole', null, []],
    ]);
    expect(elsewhere.map(({ id }) => id)).toEqual(['box']);
  });

  it('says what clothes are missing for a kit', () => {
    const plan = loadout('l', null, [{ kitId: 'whole' }], { bearers: ['shorts'] });
    expect(takeList(plan, new Map([['whole', kit('whole')]]), positions, today, catalog).take[0]?.reasons).toEqual(['needs belt']);
  });
});
