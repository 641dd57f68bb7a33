// Laws that hold for every loadout, whatever is in it: on seeded stocks of the whole catalogue.
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { OWN_THINGS } from '../catalog/ownThings.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { gradeOf } from '../coverage/grades.ts';
import { goodUnits } from '../coverage/prepare.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema, skillsOf } from '../model/brief.ts';
import { BEARERS } from '../model/container.ts';
import { type Loadout, LoadoutSchema } from '../model/loadout.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { reachPlan } from '../reach/plan.ts';
import { type CarryWorld, type LoadoutKit, loadoutProblem, loadoutView } from './loadout.ts';
import { leaveAtHome, type Scenario, SPARE_LOOKS } from './spare.ts';
import type { LoadoutView } from './view.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const KINDS = [...CATALOG.keys()];
const ROUNDS = rounds(60);

interface Scene {
  world: CarryWorld;
  loadout: Loadout;
}

function scene(random: Random): Scene {
  const pick = <T>(list: readonly T[]): T => list[random.below(list.length)] as T; // the lists are not empty
  const brief = BriefSchema.parse({ persons: 1 + random.below(6), penetrating: random.next() < 0.5, training: 'trauma', dark: true });
  const school = pick(SCHOOLS as readonly School[]);
  const needs = deriveNeeds(brief, school);
  const needsOfOne = deriveNeeds(BriefSchema.parse({ ...brief, casualties: 1 }), school);
  const kits = Array.from({ length: 1 + random.below(3) }, (_, index): LoadoutKit => {
    const units = Array.from({ length: 2 + random.below(9) }, (_unit, at) => ({
      id: `k${index}u${at}`,
      kind: pick(KINDS),
      count: 1 + random.below(2),
      condition: random.next() < 0.9 ? ('ready' as const) : ('suspect' as const),
      state: 'asSold',
      expiresOn: random.next() < 0.5 ? addDays(TODAY, random.below(500) - 20) : null,
    }));
    return {
      id: `k${index}`,
      name: `Kit ${index}`,
      needs,
      needsOfOne,
      school,
      skills: skillsOf(brief),
      isChecked: random.next() < 0.3,
      units,
      modules: [],
      massG: 300,
      container: pick(CONTAINERS),
      positionId: pick(POSITIONS).id,
      blockedBy: {},
      hasSlits: random.next() < 0.7,
    };
  });
  const loadout = LoadoutSchema.parse({
    id: 'l',
    name: 'L',
    kits: kits.map(({ id }) => ({ kitId: id, distanceM: random.next() < 0.6 ? 0 : random.below(600) })),
    own: OWN_THINGS.filter(() => random.next() < 0.3),
    conditions: { isSeated: random.next() < 0.3, isDark: random.next() < 0.3, isGloved: random.next() < 0.3 },
  });
  const world: CarryWorld = {
    kits: new Map(kits.map((kit) => [kit.id, kit])),
    positions: new Map(POSITIONS.map((position) => [position.id, position])),
    catalog: CATALOG,
    plan: reachPlan(),
    measured: new Map(),
    on: TODAY,
  };
  return { world, loadout };
}

const piecesOf = (view: LoadoutView | null): number =>
  view?.coverage.needs.reduce((sum, { have, least }) => sum + Math.min(have, least), 0) ?? 0;
const quickest = (view: LoadoutView | null, need: string): number =>
  view?.needs.find((one) => one.need === need)?.lanes[0]?.s ?? Number.POSITIVE_INFINITY;

/** The changed loadout holds no more, and nothing in it is quicker. */
function expectNoBetter(before: LoadoutView | null, after: LoadoutView | null, what: string): void {
  expect(piecesOf(after), what).toBeLessThanOrEqual(piecesOf(before));
  for (const { need } of before?.needs ?? [])
    expect(quickest(after, need), `${what}: ${need}`).toBeGreaterThanOrEqual(quickest(before, need) - 1e-9);
}

describe('a loadout is never better', () => {
  const all = (check: (scene: Scene, random: Random) => void) => () => {
    const random = new Random(seeded(613));
    for (let round = 0; round < ROUNDS; round += 1) check(scene(random), random);
  };

  it(
    'for clothes that come off',
    all(({ world, loadout }, random) => {
      const some = { ...loadout, bearers: BEARERS.filter(() => random.next() < 0.5) };
      expectNoBetter(loadoutView(loadout, world), loadoutView(some, world), 'fewer clothes');
    }),
  );

  it(
    'for a kit that is farther off',
    all(({ world, loadout }, random) => {
      const far = { ...loadout, kits: loadout.kits.map((one) => ({ ...one, distanceM: one.distanceM + random.below(900) })) };
      expectNoBetter(loadoutView(loadout, world), loadoutView(far, world), 'farther');
    }),
  );

  it(
    'for a security check, and what it says is worse was better before',
    all(({ world, loadout }) => {
      const before = loadoutView(loadout, world);
      const after = loadoutView({ ...loadout, passesSecurity: true }, world);
      expectNoBetter(before, after, 'security');
      for (const { unitId } of after?.security?.behind ?? [])
        expect(after?.coverage.needs.every(({ by }) => by.every((one) => one.unitId !== unitId))).toBe(true);
      for (const { need, before: was, after: is } of after?.security?.worse ?? []) {
        expect(before?.coverage.needs.find((one) => one.need === need)?.have).toBe(was.have);
        expect(after?.coverage.needs.find((one) => one.need === need)?.state).toBe(is.state);
      }
    }),
  );

  it(
    'without its own things',
    all(({ world, loadout }) => {
      // In the dark a light of one's own makes all else quicker, so only what is held is compared there.
      const bare = loadoutView({ ...loadout, own: [] }, world);
      expect(piecesOf(bare)).toBeLessThanOrEqual(piecesOf(loadoutView(loadout, world)));
    }),
  );
});

describe('a second casualty', () => {
  it('gets nothing that the first has, and what one alone would get if there were none before', () => {
    const random = new Random(seeded(88));
    for (let round = 0; round < ROUNDS; round += 1) {
      const { world, loadout } = scene(random);
      const view = loadoutView(loadout, world);
      const asked = loadoutProblem(loadout, world);
      if (view === null || asked === null) throw new Error('the scene has kits');
      const needs = asked.ofOne.filter(({ least }) => least > 0).map((need) => ({ ...need, ideal: need.least }));
      const first = coverage({ ...asked.problem, needs }, asked.catalog);
      const held = new Set(first.needs.filter(({ state }) => state !== 'gap').map(({ need }) => need));
      // Whatever the second has, the first has too: the first is served before.
      for (const { need, isHeld, s } of view.second) {
        if (isHeld) expect(held.has(need)).toBe(true);
        if (isHeld) expect(s).not.toBeNull();
      }
      // Nothing that only tools do for the first is lost for the second.
      const isTool = (id: string) => asked.catalog.get(id)?.tool === true;
      for (const { need, state, by } of first.needs)
        if (state !== 'gap' && by.every(({ kind }) => isTool(kind)))
          expect(view.second.find((one) => one.need === need)?.isHeld, `${need} in round ${round}`).toBe(true);
    }
  });
});

describe('what can stay at home', () => {
  const scenarios = (random: Random): { list: Scenario[]; movable: Set<string> } => {
    const { world, loadout } = scene(random);
    const asked = loadoutProblem(loadout, world);
    const near = loadoutProblem({ ...loadout, kits: loadout.kits.slice(0, 1), own: [] }, world);
    const list = [asked, near].flatMap((one, index) =>
      one === null ? [] : [{ id: `s${index}`, problem: one.problem, catalog: one.catalog }],
    );
    return { list, movable: new Set(loadout.kits.map(({ kitId }) => kitId as string)) };
  };

  it('leaves every situation with what it had, in random cases, by the plain engine of coverage', () => {
    const random = new Random(seeded(5));
    for (let round = 0; round < 40; round += 1) {
      const { list, movable } = scenarios(random);
      const spare = leaveAtHome(list, movable, CATALOG, 60_000);
      const gone = new Map(spare.units.map(({ unitId, count }) => [unitId, count]));
      for (const { problem, catalog } of list) {
        const kits = problem.kits.map((kit) => ({
          ...kit,
          units: kit.units.flatMap((unit) => {
            const count = unit.count - (gone.get(unit.id) ?? 0);
            return count > 0 ? [{ ...unit, count }] : [];
          }),
        }));
        const before = coverage(problem, catalog);
        const after = coverage({ ...problem, kits }, catalog);
        for (const [index, { need, have, state }] of before.needs.entries()) {
          expect(after.needs[index]?.have, need).toBe(have);
          if (state === 'full' || state === 'held') expect(after.needs[index]?.state, need).toBe(state);
        }
        const single = (list: typeof before) => new Set(list.singlePoints.map(({ need }) => need));
        for (const need of single(after)) expect(single(before).has(need), need).toBe(true);
      }
    }
  });

  it('never has the last cutter, light or means to call of a loadout, asked for or not', () => {
    const random = new Random(seeded(19));
    let gone = 0;
    for (let round = 0; round < rounds(20); round += 1) {
      const { list, movable } = scenarios(random);
      const quiet = list.map((one) => {
        const needs = one.problem.needs.filter(({ need }) => !['S.cut', 'S.light', 'H.call'].includes(need));
        return { ...one, problem: { ...one.problem, needs } };
      });
      const spare = leaveAtHome(quiet, movable, CATALOG, 20_000);
      gone += spare.units.length;
      for (const { problem, catalog } of quiet)
        for (const need of ['S.cut', 'S.light', 'H.call'] as const) {
          const able = goodUnits(problem, catalog).filter(
            ({ kind }) => (gradeOf(kind, need, problem.school) ?? 'improvised') !== 'improvised',
          );
          const staying = new Map(spare.units.map(({ unitId, count }) => [unitId, count]));
          const left = able.filter(({ unit }) => unit.count > (staying.get(unit.id) ?? 0));
          if (able.length > 0) expect(left.length, `${need} in round ${round}`).toBeGreaterThan(0);
        }
    }
    expect(gone).toBeGreaterThan(0);
  });

  it('says that it was cut short where it was, and its set still holds', () => {
    const { list, movable } = scenarios(new Random(seeded(17)));
    expect(leaveAtHome(list, movable, CATALOG, 0)).toMatchObject({ units: [], proven: false });
    const short = leaveAtHome(list, movable, CATALOG, 400);
    const long = leaveAtHome(list, movable, CATALOG, SPARE_LOOKS);
    expect(short.units.length).toBeLessThanOrEqual(long.units.length);
  });
});
