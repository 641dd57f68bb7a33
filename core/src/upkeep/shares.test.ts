import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { judgeKit } from '../kit/judgement.ts';
import { catalogWith, OWN_ID, ownUnits } from '../loadout/ownThing.ts';
import { BriefSchema, skillsOf, TRAININGS } from '../model/brief.ts';
import { OwnThingSchema } from '../model/loadout.ts';
import { circleOf } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { horizon } from './horizon.ts';
import { upkeepEvents } from './upkeep.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-30');
const SCHOOL = SCHOOLS[0] as School; // the catalogue's own test holds that there are schools
const unit = (id: string, kind: string, count = 1): Unit => UnitSchema.parse({ id, kind, count, condition: 'ready' });

/** Two to four kits under one brief. */
function randomSet(random: Random) {
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  const brief = BriefSchema.parse({ persons: 1 + random.below(6), hoursToCare: random.below(30), training: pick(TRAININGS) });
  const kits = Array.from({ length: 2 + random.below(3) }, (_, kit) => ({
    id: `k${kit}`,
    units: Array.from({ length: random.below(9) }, (__, index) => unit(`k${kit}u${index}`, pick(KINDS).id, 1 + random.below(2))),
  }));
  return { brief, school: pick(SCHOOLS), kits };
}

describe('kits that are carried as one, on random kits', () => {
  it('are booked as the union of their things, whichever of them looks', () => {
    const random = new Random(seeded(151));
    for (let round = 0; round < rounds(150); round += 1) {
      const { brief, school, kits } = randomSet(random);
      const all = kits.flatMap(({ units }) => units);
      const union = judgeKit({ id: 'union', brief, units: all }, school, undefined, ON, CATALOG).coverage;
      for (const [index, kit] of kits.entries()) {
        const beside = kits.filter((_, at) => at !== index);
        const { together, shares } = judgeKit({ ...kit, brief, inSet: { beside, alone: [] } }, school, undefined, ON, CATALOG);
        const figures = ({ needs }: typeof union) => needs.map(({ need, have, state, lapsesOn }) => ({ need, have, state, lapsesOn }));
        expect(figures(together)).toEqual(figures(union));
        // What each holds adds up to what all hold.
        for (const [at, share] of shares.entries())
          expect(share.here + share.others.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(together.needs[at]?.have);
      }
    }
  });

  it('hold no less of any need with a kit more, but for what a more vital one takes as its companion', () => {
    const random = new Random(seeded(157));
    for (let round = 0; round < rounds(150); round += 1) {
      const { brief, school, kits } = randomSet(random);
      const [first, ...others] = kits;
      if (first === undefined) continue;
      const held = (beside: typeof others) =>
        judgeKit({ ...first, brief, inSet: { beside, alone: [] } }, school, undefined, ON, CATALOG).together.needs;
      const before = held(others.slice(1));
      const after = held(others);
      for (const [index, was] of before.entries()) {
        if ((after[index]?.have ?? 0) >= was.have) continue;
        const circle = circleOf(was.need);
        const isForMoreVital = after.some(
          ({ need, have }, at) => have > (before[at]?.have ?? 0) && (circleOf(need) < circle || (circleOf(need) === circle && at < index)),
        );
        expect(isForMoreVital, `${was.need} fell`).toBe(true);
      }
    }
  });

  it('leave to another only what that other holds, and a gap of all is one of each', () => {
    const random = new Random(seeded(163));
    let left = 0;
    for (let round = 0; round < rounds(150); round += 1) {
      const { brief, school, kits } = randomSet(random);
      const [first, ...beside] = kits;
      if (first === undefined) continue;
      const { together, coverage, shares } = judgeKit({ ...first, brief, inSet: { beside, alone: [] } }, school, undefined, ON, CATALOG);
      for (const [index, { need, state, by }] of coverage.needs.entries()) {
        const all = together.needs[index];
        const isLeft = state === 'elsewhere' && all?.state !== 'elsewhere';
        if (isLeft) {
          left += 1;
          expect(shares[index]?.others.length, need).toBeGreaterThan(0);
          expect(by).toEqual([]);
        }
        if (all?.state === 'gap') expect(state, need).toBe('gap');
      }
    }
    expect(left).toBeGreaterThan(20);
  });
});

/** A tourniquet bare in one pocket, a pouch in the other, and a phone (common practice, no source). */
describe('a bare tourniquet, a pouch and a phone in three pockets', () => {
  const phone = OwnThingSchema.parse({ id: 'phone', name: 'Phone', family: 'phone', grades: { 'H.call': 'primary' }, drawS: 4 });
  const catalog = catalogWith(CATALOG, [phone]);
  const brief = BriefSchema.parse({ persons: 1, penetrating: true, training: 'trauma', hoursToCare: 0.5 });
  const bare = { id: 'bare', brief, units: [unit('t', 'windlass-tourniquet')] };
  const pouch = {
    id: 'pouch',
    brief,
    units: [
      unit('g', 'kaolin-gauze'),
      unit('d', 'pressure-dressing'),
      unit('h', 'gloves', 2),
      unit('m', 'marker'),
      unit('c', 'shears'),
      unit('w', 'record-card'),
    ],
  };
  const own = { id: OWN_ID, units: ownUnits([phone]) };
  const judged = (kit: typeof bare, others: (typeof bare)[], alone: ('S.cut' | 'M.limb')[] = []) =>
    judgeKit({ ...kit, inSet: { beside: [...others, own], alone } }, SCHOOL, CONTAINERS[0], ON, catalog);

  it('lack nothing but what the three lack together', () => {
    const [one, other] = [judged(bare, [pouch]), judged(pouch, [bare])];
    const gaps = ({ needs }: typeof one.coverage) => needs.filter(({ state }) => state === 'gap').map(({ need }) => need);
    const together = judgeKit({ ...pouch, units: [...bare.units, ...pouch.units, ...own.units] as Unit[] }, SCHOOL, undefined, ON, catalog);
    expect(gaps(one.together)).toEqual(gaps(together.coverage));
    expect(gaps(one.coverage)).toEqual(gaps(one.together));
    expect(gaps(one.together)).not.toContain('H.call');
    expect(other.together.needs.map(({ have }) => have)).toEqual(one.together.needs.map(({ have }) => have));
    const seen = (judgement: typeof one, need: string) => judgement.coverage.needs.find((held) => held.need === need)?.state;
    expect(seen(one, 'M.limb')).not.toBe('elsewhere');
    expect(seen(other, 'M.limb')).toBe('elsewhere');
    expect(seen(one, 'M.pack')).toBe('elsewhere');
    expect(one.shares.find(({ need }) => need === 'M.pack')).toMatchObject({ here: 0, others: [{ kitId: 'pouch' }] });
  });

  it('each by itself would lack what the others hold', () => {
    const alone = judgeKit(bare, SCHOOL, CONTAINERS[0], ON, CATALOG);
    expect(alone.coverage.needs.filter(({ state }) => state === 'gap').length).toBeGreaterThan(2);
  });

  it('a kit that is asked to hold something by itself has a gap of its own where only another holds it', () => {
    const own = judged(bare, [pouch], ['S.cut']);
    expect(own.coverage.needs.find(({ need }) => need === 'S.cut')).toMatchObject({ state: 'gap', have: 0 });
    expect(own.shares.find(({ need }) => need === 'S.cut')?.alone).toEqual({ have: 0, least: 1 });
    expect(own.together.needs.find(({ need }) => need === 'S.cut')?.state).not.toBe('gap');
    // The one that has it stands alone for it.
    expect(judged(pouch, [bare], ['S.cut']).coverage.needs.find(({ need }) => need === 'S.cut')?.state).not.toBe('gap');
  });
});

it('whatever kind there is, a set of two that split a kit holds what the kit held', () => {
  const brief = BriefSchema.parse({ persons: 2 });
  const units = KINDS.slice(0, 30).map(({ id }, index) => unit(`u${index}`, id));
  const whole = judgeKit({ id: 'whole', brief, units }, SCHOOL, undefined, ON, CATALOG);
  const half = judgeKit(
    { id: 'half', brief, units: units.slice(0, 15), inSet: { beside: [{ id: 'rest', units: units.slice(15) }], alone: [] } },
    SCHOOL,
    undefined,
    ON,
    CATALOG,
  );
  expect(half.together.needs.map(({ have }) => have)).toEqual(whole.coverage.needs.map(({ have }) => have));
});

/** Dates of a tourniquet and a pouch that are one thing (common practice, no source). */
describe('along the dates of a set', () => {
  const brief = BriefSchema.parse({ purpose: 'bleeding', persons: 1, training: 'trauma' });
  const dated = UnitSchema.parse({ id: 'g', kind: 'kaolin-gauze', count: 1, condition: 'ready', expiresOn: '2027-06-30' });
  const bare = { id: 'bare', units: [unit('t', 'windlass-tourniquet')] };
  const pouch = { id: 'pouch', units: [dated, unit('d', 'pressure-dressing'), unit('h', 'gloves', 2), unit('m', 'marker')] };
  const kept = (kit: typeof bare, other: typeof bare) => ({
    ...kit,
    name: kit.id,
    school: SCHOOL,
    needs: judgeKit({ ...kit, brief }, SCHOOL, undefined, ON, CATALOG).needs,
    skills: skillsOf(brief),
    isChecked: false,
    beside: [other],
    alone: [],
    interval: { days: 90, why: '' },
    inspectEveryDays: 90,
    inspectedOn: ON,
    layer: 'worn' as const,
    person: null,
  });
  const until = plainDate('2028-01-01');

  it('a need that falls is told by the kit whose thing lapses, and by no other', () => {
    const lapses = (kit: ReturnType<typeof kept>) => upkeepEvents(kit, ON, until, CATALOG).filter(({ type }) => type === 'lapse');
    expect(lapses(kept(bare, pouch))).toEqual([]);
    expect(lapses(kept(pouch, bare))).toMatchObject([{ need: 'M.pack', unitIds: ['g'], kind: 'kaolin-gauze' }]);
  });

  it('each holds what all of them hold, and as long', () => {
    const [row, byItself] = horizon([kept(bare, pouch), { ...kept(bare, pouch), beside: undefined }], ON, until, CATALOG);
    const lacks = (one: typeof row) => one?.needs.filter(({ isHeld }) => !isHeld).map(({ need }) => need) ?? [];
    const together = judgeKit({ ...bare, brief, inSet: { beside: [pouch], alone: [] } }, SCHOOL, undefined, ON, CATALOG).together;
    expect(lacks(row)).toEqual(together.needs.filter(({ state }) => state === 'gap').map(({ need }) => need));
    expect(lacks(byItself).length).toBeGreaterThan(lacks(row).length);
    expect([row?.holdsUntil, byItself?.holdsUntil]).toEqual(['2027-06-30', null]);
  });
});
