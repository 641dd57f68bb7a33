// What is told of a kit in one place is told of it in every other: on seeded stocks of the whole catalogue.
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage, problemOf } from '../coverage/coverage.ts';
import { isBarred } from '../coverage/grades.ts';
import { Random } from '../fit/random.ts';
import { kitsAlone, type LoadoutKit } from '../loadout/loadout.ts';
import { BriefSchema, skillsOf } from '../model/brief.ts';
import { LoadoutSchema } from '../model/loadout.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { rotation } from '../stock/rotation.ts';
import type { RotationKit } from '../stock/rotationMoves.ts';
import { type HorizonKit, horizon } from './horizon.ts';
import { type KeptKit, upkeepEvents } from './upkeep.ts';

const CATALOG = kindCatalog();
const KINDS = [...CATALOG.values()];
const TODAY = plainDate('2026-11-25');

function randomKit(random: Random): KeptKit & HorizonKit & RotationKit & LoadoutKit {
  const pick = <T>(list: readonly T[]): T => list[random.below(list.length)] as T; // the lists are not empty
  const brief = BriefSchema.parse({ persons: 1 + random.below(6), training: 'trauma', securityChecks: random.next() < 0.7 });
  const school = pick(SCHOOLS as readonly School[]);
  const needs = deriveNeeds(brief, school);
  const units = Array.from({ length: 4 + random.below(14) }, (_, index) => ({
    id: `u${index}`,
    // What is barred is there often enough to matter.
    kind: pick(random.next() < 0.4 ? KINDS.filter(isBarred) : KINDS).id,
    count: 1 + random.below(2),
    condition: 'ready' as const,
    state: 'asSold',
    expiresOn: random.next() < 0.5 ? addDays(TODAY, random.below(500)) : null,
  }));
  return {
    ...{ id: 'k', name: 'Kit', needs, needsOfOne: needs, school, skills: skillsOf(brief), isChecked: brief.securityChecks, units },
    ...{ layer: 'worn', person: null, inspectedOn: TODAY, inspectEveryDays: 90, interval: { days: 90, why: 'Every 90 days' } },
    ...{ fetchS: 0, isSealed: false, modules: [], massG: 300, container: undefined, positionId: '', blockedBy: null, hasSlits: true },
  };
}

describe('of a kit that is checked or not', () => {
  it('the same gaps are told, and the same last day, wherever somebody asks', () => {
    const random = new Random(seeded(2717));
    const loadout = LoadoutSchema.parse({ id: 'l', name: 'L', kits: [{ kitId: 'k' }] });
    let mattered = 0;
    for (let round = 0; round < rounds(150); round += 1) {
      const kit = randomKit(random);
      const onBench = coverage(problemOf(kit, TODAY), CATALOG).needs;
      const gaps = onBench.filter(({ state }) => state === 'gap').map(({ need }) => need);
      if (
        coverage(problemOf({ ...kit, isChecked: !kit.isChecked }, TODAY), CATALOG).needs.some(
          ({ state }, at) => state !== onBench[at]?.state,
        )
      )
        mattered += 1;

      const events = upkeepEvents(kit, TODAY, addDays(TODAY, 730), CATALOG);
      expect(events.filter(({ type }) => type === 'gap').map(({ need }) => need)).toEqual(gaps);
      const alone = { id: 'day', name: 'Day', kits: loadout.kits, own: [], passesSecurity: kit.isChecked };
      const rows = horizon([kit, { ...kit, id: 'twin', units: [] }], TODAY, addDays(TODAY, 730), CATALOG, [alone]);
      const one = rows.find(({ of, id }) => of === 'kit' && id === 'k');
      expect(one?.needs.filter(({ isHeld }) => !isHeld).map(({ need }) => need)).toEqual(gaps);
      for (const of of ['layer', 'loadout'] as const) expect(rows.find((row) => row.of === of)?.needs).toEqual(one?.needs);
      const world = { kits: new Map([[kit.id, kit]]), catalog: CATALOG, on: TODAY };
      expect(kitsAlone(loadout, world)[0]?.gaps).toEqual(gaps);
      const { gains } = rotation([kit], [], CATALOG, { on: TODAY, practiceWithinDays: 60 });
      for (const { before } of gains) expect(before).toEqual(one?.holdsUntil);
    }
    expect(mattered).toBeGreaterThan(rounds(150) / 4);
  });
});
