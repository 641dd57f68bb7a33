import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import type { Container, Position } from '../model/container.ts';
import { type Kind, sizeOf } from '../model/kind.ts';
import { type Closes, type KitDraft, KitDraftSchema, nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitIdSchema, UnitSchema } from '../model/unit.ts';
import { computedCarry, kitCarry } from './carryCheck.ts';
import { calibrationOf, closesNow, contentsMark } from './closes.ts';
import { type FitWorld, proposeFits, runToEnd } from './proposals.ts';
import { whereCarried } from './whereCarried.ts';

const CATALOG = kindCatalog();
const FEW = ['windlass-tourniquet', 'plain-gauze', 'gloves', 'marker', 'foil-blanket'];
const pick = <T>(random: Random, from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
const unit = (text: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id: text, kind, count: 1, condition: 'ready', ...more });
const randomUnits = (random: Random): Unit[] =>
  Array.from({ length: 1 + random.below(9) }, (_, index) => unit(`u${index}`, pick(random, FEW), { count: 1 + random.below(3) }));
const bag = CONTAINERS.find(({ make }) => make === 'flatBag') as Container; // the catalogue's own test holds that there is one
const closed = (units: readonly Unit[], container: Container, more: Partial<Closes> = {}): Closes => ({
  outerMm: 62,
  contents: contentsMark(units, container, CATALOG),
  make: container.make,
  computedMm: null,
  on: plainDate('2026-12-01'),
  by: 'Ailsa',
  ...more,
});
const fitWith = (closes: Closes) => ({ ...nothingMadeReady().fit, closes });

describe('a kit that was closed and measured', () => {
  it('stays measured however its things are named, dated and ordered, and split among entries', () => {
    const random = new Random(seeded(401));
    for (let round = 0; round < rounds(200); round += 1) {
      const units = randomUnits(random);
      const fit = fitWith(closed(units, bag));
      const renewed = units
        .map((one, index) => ({
          ...one,
          id: UnitIdSchema.parse(`n${index}`),
          expiresOn: plainDate('2029-05-31'),
          condition: 'opened' as const,
        }))
        .reverse()
        .flatMap((one) =>
          one.count === 1
            ? [one]
            : [
                { ...one, count: 1 },
                { ...one, id: UnitIdSchema.parse(`${one.id}-b`), count: one.count - 1 },
              ],
        );
      expect(closesNow({ units: renewed, fit }, bag, CATALOG)).toEqual(fit.closes);
    }
  });

  it('is measured no longer once a thing came, went, was used or folded otherwise, or lies in another container', () => {
    const random = new Random(seeded(402));
    for (let round = 0; round < rounds(200); round += 1) {
      const units = randomUnits(random);
      const fit = fitWith(closed(units, bag));
      const [first, ...rest] = units as [Unit, ...Unit[]]; // at least one
      const kind = CATALOG.get(first.kind) as Kind; // of the few
      const other = kind.states.find(({ id }) => id !== first.state);
      const { wMm, hMm, tMm } = sizeOf(kind, first);
      const asIs = { state: first.state, wMm, hMm, tMm };
      const changed: Unit[][] = [
        [...units, unit('new', pick(random, FEW))],
        [{ ...first, count: first.count + 1 }, ...rest],
        rest,
        [{ ...first, condition: 'used' }, ...rest],
        ...(other === undefined ? [] : [[{ ...first, state: other.id }, ...rest]]),
        // Measured anew, and no wider or higher than thought.
        [{ ...first, own: { measured: { ...asIs, tMm: asIs.tMm + 1 } } }, ...rest],
      ];
      for (const after of changed) expect(closesNow({ units: after, fit }, bag, CATALOG)).toBeNull();
      const elsewhere = pick(
        random,
        CONTAINERS.filter(({ id }) => id !== bag.id),
      );
      expect(closesNow({ units, fit }, elsewhere, CATALOG)).toBeNull();
      // Used and replaced by its like, it is the same pack again.
      expect(
        closesNow({ units: [{ ...first, condition: 'used' }, { ...first, id: UnitIdSchema.parse('like') }, ...rest], fit }, bag, CATALOG),
      ).toEqual(fit.closes);
    }
  });

  it('stands for what is worked out, thinner or thicker, and leaves that to be read', () => {
    const position = POSITIONS.find(({ massG }) => massG !== null) as Position; // so is every pocket
    const units = [unit('t', 'windlass-tourniquet')];
    const carried = { units, container: bag, position, packed: { thicknessMm: 40 }, catalog: CATALOG };
    for (const outerMm of [20, 200]) {
      const measured = kitCarry({ ...carried, fit: fitWith(closed(units, bag, { outerMm })) });
      expect(measured.outerTMm).toBe(outerMm);
      expect(measured.overMm).toBe(Math.max(0, outerMm - position.tMm));
      expect(computedCarry({ ...carried, fit: fitWith(closed(units, bag, { outerMm })) })).toEqual(kitCarry(carried));
    }
  });
});

describe('a kit that its boxes do not let in', () => {
  const [school] = SCHOOLS;
  const units = ['windlass-tourniquet', 'elastic-wrap-tourniquet', 'pressure-dressing', 'foil-blanket', 'plain-gauze', 'shears'].map(
    (kind) => unit(kind, kind),
  );
  const flat = POSITIONS.find(({ id }) => id === 'back-pocket');
  const deep = POSITIONS.find(({ id }) => id === 'pack-main');
  const world = { catalog: CATALOG, school, today: plainDate('2026-12-01'), containers: [bag], positions: [flat, deep] } as FitWorld; // all are shipped
  const kit = (more: Partial<KitDraft>): KitDraft =>
    KitDraftSchema.parse({
      name: 'Closed by hand',
      layer: 'pocket',
      personId: null,
      containerId: bag.id,
      positionId: 'back-pocket',
      schoolId: school?.id,
      brief: { persons: 1 },
      units,
      ...more,
    });

  it('is offered the place that takes it as it was measured, with nothing left out, and only then', () => {
    const places = (draft: KitDraft) =>
      runToEnd(proposeFits(draft, world)).filter(({ fixes }) => fixes.length === 1 && fixes[0]?.do === 'position');
    expect(places(kit({}))).toEqual([]);
    const [offered] = places(kit({ fit: fitWith(closed(units, bag, { outerMm: 90 })) }));
    expect(offered).toMatchObject({ fixes: [{ do: 'position', positionId: 'pack-main' }], outerTMm: 90, changes: [] });
    expect(places(kit({ fit: fitWith(closed(units, bag, { outerMm: 190 })) }))).toEqual([]);
    const there = kit({ positionId: 'pack-main', fit: fitWith(closed(units, bag, { outerMm: 90 })) });
    const rows = runToEnd(whereCarried(there, world));
    expect(rows.map(({ positionId, allIn, fits }) => [positionId, allIn, fits])).toEqual([
      ['back-pocket', true, false],
      ['pack-main', true, true],
    ]);
  });
});

describe('measured packs of one make', () => {
  const of = (...pairs: [number, number | null][]) =>
    pairs.map(([outerMm, computedMm]) => closed([unit('t', 'marker')], bag, { outerMm, computedMm }));

  it('say nothing before there are three with something to compare', () => {
    expect(calibrationOf(of([50, 40], [44, 40]), 'flatBag')).toBeNull();
    expect(calibrationOf(of([50, 40], [44, 40], [60, null]), 'flatBag')).toBeNull();
    expect(calibrationOf(of([50, 40], [44, 40], [36, 40]), 'soft')).toBeNull();
  });

  it('say by how much they differ from what is worked out, the middle one', () => {
    expect(calibrationOf(of([50, 40], [44, 40], [36, 40]), 'flatBag')).toEqual({ ratio: 1.1, count: 3 });
    expect(calibrationOf(of([50, 40], [44, 40], [36, 40], [400, 40]), 'flatBag')?.ratio).toBeCloseTo((1.1 + 1.25) / 2, 9);
  });
});
