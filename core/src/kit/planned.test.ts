import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema, TRAININGS } from '../model/brief.ts';
import { type KitDraft, nothingMadeReady, type PlannedThing } from '../model/kit.ts';
import { isLifeSaving } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Unit, UnitIdSchema, UnitSchema } from '../model/unit.ts';
import { judgeKit } from './judgement.ts';
import { arriveIn, isPlanned, partSheet, type SheetUnit, sheetCounts, sheetOf } from './planned.ts';
import { copyOf, leaveOut, slimmed } from './slim.ts';
import { heldBy, inLine, patternOf, twinDifference } from './twins.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-12-01');
const SCHOOL = SCHOOLS[0] as School; // the catalogue's own test holds that there are schools
const id = (text: string) => UnitIdSchema.parse(text);
const unit = (text: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id: text, kind, count: 1, condition: 'ready', ...more });
const planned = (text: string, kind: string, count = 1): PlannedThing => ({ id: id(text), kind, count, state: 'asSold' });
const ids = () => {
  let next = 0;
  return () => id(`new-${++next}`);
};

const pick = <T>(random: Random, from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty

/** A sheet of few kinds, so that what is there, planned and asked for meet often. */
function randomSheet(random: Random, kinds: readonly string[], prefix = ''): { units: Unit[]; planned: PlannedThing[] } {
  const dates = [null, plainDate('2027-03-01'), plainDate('2028-01-31')];
  return {
    units: Array.from({ length: random.below(8) }, (_, index) =>
      unit(`${prefix}u${index}`, pick(random, kinds), {
        count: 1 + random.below(3),
        condition: pick(random, ['ready', 'ready', 'notStaged', 'damaged'] as const),
        expiresOn: pick(random, dates),
      }),
    ),
    planned: Array.from({ length: random.below(5) }, (_, index) => planned(`${prefix}p${index}`, pick(random, kinds), 1 + random.below(3))),
  };
}
const FEW = ['windlass-tourniquet', 'plain-gauze', 'gloves', 'marker', 'foil-blanket'];

describe('a sheet with what is planned on it', () => {
  it('comes apart as it was laid together', () => {
    const random = new Random(seeded(301));
    for (let round = 0; round < rounds(200); round += 1) {
      const kit = randomSheet(random, FEW);
      expect(partSheet(sheetOf(kit))).toEqual(kit);
      const { planned: all, owned } = sheetCounts(sheetOf(kit));
      expect(all - owned).toBe(kit.planned.reduce((sum, { count }) => sum + count, 0));
    }
  });

  it('lets what comes take the place of what was planned of its kind, as many as come, and of nothing else', () => {
    const random = new Random(seeded(302));
    for (let round = 0; round < rounds(300); round += 1) {
      const kit = { ...nothingMadeReady(), ...randomSheet(random, FEW) };
      const came = { id: id('came'), kind: pick(random, FEW), count: 1 + random.below(4) };
      const open = (things: readonly PlannedThing[], kind: string) =>
        things.filter((thing) => thing.kind === kind).reduce((sum, { count }) => sum + count, 0);
      const arrival = arriveIn(kit, came);
      if (open(kit.planned, came.kind) === 0) {
        expect(arrival).toBeNull();
        continue;
      }
      for (const kind of FEW)
        expect(open(arrival?.planned ?? [], kind)).toBe(
          kind === came.kind ? Math.max(0, open(kit.planned, kind) - came.count) : open(kit.planned, kind),
        );
    }
  });

  it('hands the place, the pin and the module of what has come whole over to what came, and leaves them where some is still to come', () => {
    const lock = { compartment: 'main', xMm: 0, yMm: 0, zMm: 0, wMm: 1, hMm: 1, dMm: 1 };
    const closes = { outerMm: 40, contents: 'mark', make: 'soft' as const, computedMm: 38, on: TODAY, by: '' };
    const kit = {
      planned: [planned('plan', 'gloves', 2)],
      fit: {
        press: 0.6,
        locks: { plan: lock },
        pins: { 'plan:2': 'lid' },
        folds: { plan: true, 'plan-b': false },
        hung: { plan: 'loop' },
        closes,
      },
      modules: [{ id: 'm', name: 'M', unitIds: [id('plan'), id('other')], pattern: [] }],
    };
    const whole = arriveIn(kit, { id: id('came'), kind: 'gloves', count: 2 });
    expect(whole).toMatchObject({
      planned: [],
      // What was measured before it came is still known of the kit.
      fit: {
        press: 0.6,
        locks: { came: lock },
        pins: { 'came:2': 'lid' },
        folds: { came: true, 'plan-b': false },
        hung: { came: 'loop' },
        closes,
      },
    });
    expect(whole?.modules[0]?.unitIds).toEqual(['came', 'other']);
    const half = arriveIn(kit, { id: id('came'), kind: 'gloves', count: 1 });
    expect(half).toMatchObject({ planned: [{ id: 'plan', count: 1 }], fit: kit.fit, modules: kit.modules });
  });
});

describe('twins of a pattern', () => {
  it('are as the pattern once they were brought in line, lose nothing that it asks for, and keep what is spent as it is', () => {
    const random = new Random(seeded(303));
    for (let round = 0; round < rounds(300); round += 1) {
      const sheet = sheetOf(randomSheet(random, FEW));
      const lines = patternOf(sheetOf(randomSheet(random, FEW, 'x')));
      const after = inLine(sheet, lines, ids());
      expect(twinDifference(after, lines)).toEqual({ more: [], fewer: [] });
      expect(after.filter(({ condition }) => condition === 'damaged')).toEqual(sheet.filter(({ condition }) => condition === 'damaged'));
      // What is there goes only where it is beyond the pattern, and only after what is merely planned.
      const owned = (units: readonly SheetUnit[]) => heldBy(units.filter((one) => !isPlanned(one)));
      for (const { kind, count } of owned(sheet)) {
        const asked = lines.find((line) => line.kind === kind)?.count ?? 0;
        expect(owned(after).find((line) => line.kind === kind)?.count ?? 0).toBe(Math.min(count, asked));
      }
      expect(inLine(after, lines, ids())).toEqual(after);
    }
  });

  it('give away what lapses first', () => {
    const sheet = [
      unit('late', 'plain-gauze', { expiresOn: plainDate('2028-01-01') }),
      unit('soon', 'plain-gauze', { expiresOn: plainDate('2027-01-01') }),
      unit('never', 'plain-gauze'),
    ];
    expect(inLine(sheet, [{ kind: 'plain-gauze', count: 2 }], ids()).map((one) => one.id)).toEqual(['late', 'never']);
  });

  it('show it, four of five, when one is changed and made the pattern (common practice, no source)', () => {
    const vest = [unit('t', 'windlass-tourniquet'), unit('g', 'plain-gauze', { count: 2 })];
    const changed = [...vest, unit('m', 'marker')];
    const twins = [vest, vest, changed, vest, vest];
    expect(twins.filter((sheet) => twinDifference(sheet, patternOf(vest)).more.length > 0)).toHaveLength(1);
    const lacking = twins.filter((sheet) => twinDifference(sheet, patternOf(changed)).fewer.length > 0);
    expect(lacking).toHaveLength(4);
    for (const sheet of lacking) expect(twinDifference(sheet, patternOf(changed)).fewer).toEqual([{ kind: 'marker', count: 1 }]);
  });
});

describe('a copy', () => {
  const draft = (units: Unit[], more: Partial<KitDraft> = {}): KitDraft => ({
    name: 'Kit',
    layer: 'worn',
    personId: null,
    containerId: 'belt-pouch',
    positionId: 'belt-side',
    schoolId: SCHOOL.id,
    brief: BriefSchema.parse({ persons: 1 }),
    setAside: [],
    ...nothingMadeReady(),
    units,
    ...more,
  });

  it('plans all that lies on the sheet and has none of it, under ids of its own that its modules know', () => {
    const random = new Random(seeded(304));
    for (let round = 0; round < rounds(100); round += 1) {
      const kit = randomSheet(random, FEW);
      const sheet = sheetOf(kit);
      const modules = [{ id: 'm', name: 'M', unitIds: sheet.slice(0, 3).map((one) => one.id), pattern: [] }];
      const copy = copyOf(draft(kit.units, { modules }), sheet, 'Second', [], ids());
      expect(copy.units).toEqual([]);
      const counted = (units: readonly SheetUnit[]) => patternOf(units).sort((a, b) => (a.kind < b.kind ? -1 : 1));
      expect(counted(sheetOf(copy))).toEqual(counted(sheet));
      const own = new Set(copy.planned.map((thing) => thing.id as string));
      expect(own.size).toBe(copy.planned.length);
      expect(sheet.some((one) => own.has(one.id))).toBe(false);
      for (const unitId of copy.modules[0]?.unitIds ?? []) expect(own.has(unitId)).toBe(true);
    }
  });

  it('slimmed is as light as was asked or holds only what a life hangs on, loses no piece of that, and says why for each', () => {
    const random = new Random(seeded(305));
    let [lighter, short] = [0, 0];
    for (let round = 0; round < rounds(150); round += 1) {
      const brief = BriefSchema.parse({ persons: 1 + random.below(6), hoursToCare: random.below(30), training: pick(random, TRAININGS) });
      const school = pick(random, SCHOOLS);
      const units: SheetUnit[] = Array.from({ length: 3 + random.below(14) }, (_, index) =>
        unit(`u${index}`, pick(random, KINDS).id, { count: 1 + random.below(3) }),
      );
      const judged = (some: readonly Unit[]) => judgeKit({ id: 'k', brief, units: some }, school, undefined, TODAY, CATALOG);
      const before = judged(units);
      const limitG = Math.round(before.massG * (random.below(90) / 100));
      const slim = slimmed({ units, judge: (some) => judged(some).coverage.needs, school, catalog: CATALOG, limitG });
      const rest = leaveOut(units, slim.leftOut);
      const after = judged(rest);
      expect(after.massG).toBeCloseTo(slim.massG, 5);
      expect(slim.isLightEnough).toBe(slim.massG <= limitG);
      if (slim.isLightEnough) lighter += 1;
      else short += 1;
      for (const { kind, reason, count } of slim.leftOut) {
        expect(reason.length).toBeGreaterThan(3);
        expect(units.filter((one) => one.kind === kind).reduce((sum, one) => sum + one.count, 0)).toBeGreaterThanOrEqual(count);
      }
      for (const need of before.coverage.needs) {
        if (!isLifeSaving(need.need)) continue;
        const now = after.coverage.needs.find((one) => one.need === need.need)?.have ?? 0;
        expect(now, `${need.need} in round ${round}`).toBeGreaterThanOrEqual(Math.min(need.have, need.least));
      }
    }
    expect(Math.min(lighter, short)).toBeGreaterThan(5);
  });

  it('leaves the heavy day to day thing behind before the tourniquet (common practice, no source)', () => {
    const units = [unit('t', 'windlass-tourniquet'), unit('wash', 'wound-wash', { count: 4 }), unit('m', 'marker')];
    const brief = BriefSchema.parse({ persons: 1, smallInjuries: true });
    const judge = (some: readonly Unit[]) => judgeKit({ id: 'k', brief, units: some }, SCHOOL, undefined, TODAY, CATALOG).coverage.needs;
    const slim = slimmed({ units, judge, school: SCHOOL, catalog: CATALOG, limitG: 150 });
    expect(slim.leftOut.map(({ kind }) => kind)).toContain('wound-wash');
    expect(slim.leftOut.map(({ kind }) => kind)).not.toContain('windlass-tourniquet');
  });
});
