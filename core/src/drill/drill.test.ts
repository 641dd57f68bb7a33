import fc from 'fast-check';
import { createEmptyCard, fsrs, type Grade } from 'ts-fsrs';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { type Drill, type DrillAnswer, DrillSchema } from '../model/drill.ts';
import type { Skill } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { PersonIdSchema, UnitIdSchema } from '../model/unit.ts';
import { cardsOf, DRILL_PLAN, dueThings, gradeOf, nextDue } from './cards.ts';
import { slowFinds } from './finds.ts';
import { drillGrid, missesOverTime, worstThing } from './grid.ts';
import { practisedLast } from './hands.ts';
import { boxesOf, liesOf } from './lies.ts';

const START = Date.parse('2026-01-05T10:00:00Z');
const DAY_MS = 86_400_000;
let serial = 0;
const answer = (kind: string, more: Partial<DrillAnswer> = {}): DrillAnswer => ({
  kind,
  where: 'main//front',
  seconds: 3,
  misses: 0,
  isFound: true,
  openedS: null,
  appliedS: null,
  casualty: null,
  need: null,
  ...more,
});
function drill(day: number, answers: DrillAnswer[], personId = 'isla'): Drill {
  serial += 1;
  return DrillSchema.parse({ id: `d${serial}`, personId, kitId: 'vest', at: new Date(START + day * DAY_MS).toISOString(), answers });
}
const anyAnswer = fc
  .record({ seconds: fc.double({ min: 0, max: 60, noNaN: true }), misses: fc.nat({ max: 3 }), isFound: fc.boolean() })
  .map((one) => answer('seal', one));
const anyHistory = fc.array(fc.record({ gap: fc.integer({ min: 0, max: 60 }), said: anyAnswer }), { minLength: 1, maxLength: 12 });
const sat = (history: readonly { gap: number; said: DrillAnswer }[]): Drill[] => {
  let day = 0;
  return history.map(({ gap, said }) => {
    day += gap + 0.01;
    return drill(day, [said]);
  });
};

describe('when a thing comes up again', () => {
  it('is what the scheduler says by itself, over a thousand histories in whatever order they came in', () => {
    // The library's own way of going through a history (ts-fsrs 5.4, `reschedule`).
    const library = fsrs({ enable_fuzz: false });
    fc.assert(
      fc.property(anyHistory, (history) => {
        const drills = sat(history);
        const [first] = drills as [Drill];
        const reviews = drills.map(({ at, answers }) => ({ rating: gradeOf(answers[0] as DrillAnswer) as Grade, review: new Date(at) }));
        const { collections } = library.reschedule(createEmptyCard(new Date(first.at)), reviews, { skipManual: true });
        const theirs = collections.at(-1)?.card;
        const ours = cardsOf(drills.toReversed(), 'isla', 'vest').get('seal');
        expect(ours?.card.due.toISOString()).toBe(theirs?.due.toISOString());
        expect(ours?.card.stability).toBeCloseTo(theirs?.stability ?? 0, 6);
      }),
      { seed: seeded(61), numRuns: rounds(1000) },
    );
  });

  it('is never later for a worse answer', () => {
    fc.assert(
      fc.property(anyHistory, fc.integer({ min: 1, max: 40 }), (history, gap) => {
        const before = sat(history);
        const day = (Date.parse(before.at(-1)?.at ?? '') - START) / DAY_MS + gap;
        const after = (last: Partial<DrillAnswer>) =>
          nextDue(cardsOf([...before, drill(day, [answer('seal', last)])], 'isla', 'vest').get('seal')) ?? '';
        const [quick, slow, missed] = [{ seconds: 2 }, { seconds: DRILL_PLAN.slowS + 1 }, { misses: 1 }].map(after);
        expect(quick && slow && quick >= slow).toBe(true);
        expect(slow && missed && slow >= missed).toBe(true);
      }),
      { seed: seeded(62), numRuns: rounds(200) },
    );
  });
});

describe('what is asked', () => {
  const lies = (...kinds: string[]) => new Map(kinds.map((kind) => [kind, 'main//front']));
  const ask = (drills: Drill[], now: ReadonlyMap<string, string>, today: string, forgotten = new Map<string, string>()) =>
    dueThings({ drills, personId: 'isla', kitId: 'vest', lies: now, forgotten, today: plainDate(today) });

  it('is what was forgotten, then what was moved, then what is due, then what is new', () => {
    const known = drill(0, [answer('seal'), answer('gauze'), answer('shears'), answer('marker')]);
    const now = lies('seal', 'gauze', 'shears', 'marker', 'gloves');
    now.set('gauze', 'lid//front');
    const due = nextDue(cardsOf([known], 'isla', 'vest').get('seal')) as string;
    expect(ask([known], now, '2026-01-06', new Map([['shears', '2026-01-05T11:00:00Z']])).map(({ kind, why }) => [kind, why])).toEqual([
      ['shears', 'forgotten'],
      ['gauze', 'moved'],
      ['gloves', 'new'],
    ]);
    expect(ask([known], lies('seal'), due)).toEqual([{ kind: 'seal', why: 'due', dueOn: due }]);
    // What was said before the last sitting has been practised since.
    expect(ask([known], lies('shears'), '2026-01-06', new Map([['shears', '2026-01-05T09:00:00Z']]))).toEqual([]);
  });

  it('is of this person and this kit alone, and once more after each repack until it is practised', () => {
    const theirs = drill(0, [answer('seal')], 'ruth');
    expect(ask([theirs], lies('seal'), '2026-01-06').map(({ why }) => why)).toEqual(['new']);
    const there = new Map([['seal', 'lid//front']]);
    const own = drill(0, [answer('seal')]);
    expect(ask([own], there, '2026-01-06').map(({ why }) => why)).toEqual(['moved']);
    expect(ask([own, drill(0.5, [answer('seal', { where: 'lid//front' })])], there, '2026-01-06')).toEqual([]);
  });
});

describe('when a skill was practised last', () => {
  it('is the later of what was written down and the thing in hand, of skills that they have', () => {
    const isla = {
      id: PersonIdSchema.parse('isla'),
      skills: ['tourniquet', 'seal', 'packing'] as Skill[],
      practised: { seal: plainDate('2026-05-01') },
    };
    const hands = (day: number, kind: string) => DrillSchema.parse({ ...drill(day, [answer(kind)]), way: 'hands' });
    const drills = [
      hands(3, 'windlass-tourniquet'),
      hands(1, 'windlass-tourniquet'),
      hands(2, 'vented-seals'),
      hands(2, 'nasal-airway-28'),
    ];
    expect(practisedLast(isla, drills, kindCatalog())).toEqual([
      ['tourniquet', '2026-01-08'],
      ['seal', '2026-05-01'],
    ]);
    expect(practisedLast(isla, [drill(9, [answer('windlass-tourniquet')])], kindCatalog())).toEqual([['seal', '2026-05-01']]);
  });
});

describe('a real use', () => {
  it('counts as recall where the person says so: it comes up later, and no time is made up for it', () => {
    const asked = drill(0, [answer('seal', { seconds: 12 })]);
    const used = DrillSchema.parse({ ...drill(9, [answer('seal', { seconds: 0 })]), way: 'use' });
    const [before, after] = [[asked], [asked, used]].map((drills) => cardsOf(drills, 'isla', 'vest').get('seal'));
    expect((nextDue(after) ?? '') > (nextDue(before) ?? '')).toBe(true);
    expect(after?.times).toEqual([12]);
    expect(drillGrid([used], 'vest', ['isla'], ['seal'])).toEqual([{ kind: 'seal', cells: [null] }]);
    expect(missesOverTime([used], 'vest', ['isla'])).toEqual([[]]);
  });
});

describe('who finds what', () => {
  it('goes by the median of the last three, and a thing that is mostly missed is not found', () => {
    const times = [30, 4, 8, 6].map((seconds, day) => drill(day, [answer('seal', { seconds })]));
    const missed = [
      drill(1, [answer('gauze', { misses: 2 })]),
      drill(2, [answer('gauze', { isFound: false })]),
      drill(3, [answer('gauze')]),
    ];
    const rows = drillGrid([...times, ...missed], 'vest', ['isla', 'ruth'], ['seal', 'gauze', 'gloves']);
    expect(rows).toEqual([
      { kind: 'seal', cells: [{ seconds: 6, asked: 4 }, null] },
      { kind: 'gauze', cells: [{ seconds: null, asked: 3 }, null] },
      { kind: 'gloves', cells: [null, null] },
    ]);
    expect(worstThing(rows)).toEqual({ kind: 'gauze', asked: 1, missed: 1, slowestS: null });
    expect(worstThing(rows.slice(0, 1))).toBeNull();
  });
});

describe('what drills say of a kit', () => {
  const kit = { id: 'vest', units: ['seal', 'blanket', 'gauze'].map((kind) => ({ id: `${kind}-1`, kind })), modules: [] };
  const box = (id: string) => ({ id, compartment: 'main', xMm: 0, yMm: 0, zMm: 0, wMm: 1, hMm: 1, dMm: 1 });
  const packed = { placed: ['seal-1', 'blanket-1', 'gauze-1'].map(box), blockedBy: { 'seal-1': ['blanket-1'] } } as unknown as Parameters<
    typeof slowFinds
  >[3]; // what is asked of it
  const people = [{ id: 'ruth', name: 'Ruth' }];
  const sitting = (more: Partial<DrillAnswer>) => drill(0, [answer('seal', { where: 'main//behind', ...more })], 'ruth');

  it('is what somebody misses or is slow at where it lies now, and what lies before it', () => {
    expect(slowFinds([sitting({ seconds: 21 })], kit, people, packed)).toEqual([
      { kind: 'seal', who: 'Ruth', seconds: 21, behind: ['blanket'] },
    ]);
    expect(slowFinds([sitting({ misses: 2 })], kit, people, packed)).toMatchObject([{ seconds: null }]);
    expect(slowFinds([sitting({ seconds: DRILL_PLAN.slowS })], kit, people, packed)).toEqual([]);
    expect(slowFinds([sitting({ seconds: 21, where: 'lid//front' })], kit, people, packed)).toEqual([]);
  });

  it('is, over time, how much of what was asked each of them missed', () => {
    const drills = [drill(3, [answer('seal'), answer('gauze', { isFound: false })]), drill(1, [answer('seal', { misses: 1 })])];
    expect(missesOverTime(drills, 'vest', ['isla', 'ruth']).map((own) => own.map(({ asked, missed }) => [asked, missed]))).toEqual([
      [
        [1, 1],
        [2, 1],
      ],
      [],
    ]);
  });
});

describe('where a thing lies', () => {
  const unit = (id: string, kind: string) => ({ id: UnitIdSchema.parse(id), kind });
  const box = (id: string, compartment: string, slot?: string) => ({
    id,
    compartment,
    slot,
    xMm: 0,
    yMm: 0,
    zMm: 0,
    wMm: 1,
    hMm: 1,
    dMm: 1,
  });
  const packed = {
    placed: [box('s', 'main'), box('g', 'main'), box('g:2', 'lid', 'a'), box('module/m1', 'main'), box('block-1', 'lid')],
    blockedBy: { g: ['s'] },
    blocks: [{ id: 'block-1', items: ['p', 'p:2', 'q'], across: 1, up: 1, deep: 3 }],
  } as unknown as Parameters<typeof liesOf>[1]; // what is asked of it

  it('is told by compartment, slot and what lies before it, of pieces, blocks and modules too', () => {
    const units = [unit('s', 'seal'), unit('g', 'gauze'), unit('p', 'pad'), unit('q', 'pad'), unit('t', 'tape'), unit('x', 'lost')];
    const modules = [{ id: 'm1', unitIds: [UnitIdSchema.parse('t')] }];
    expect([...liesOf(units, packed, modules)]).toEqual([
      ['seal', 'main//front'],
      ['gauze', 'lid/a/front main//behind'],
      ['pad', 'lid//front'],
      ['tape', 'main//front'],
    ]);
    expect(boxesOf('q', packed, modules).map(({ id }) => id)).toEqual(['block-1']);
  });
});
