import type { Coverage } from '../coverage/coverage.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import { eachGoesIn } from '../fit/bounds.ts';
import { packFit } from '../fit/createFit.ts';
import { type FitItem, type FitProblem, type FitResult, laysOf, MAX_FIT_ITEMS, OUTCOME_MAKES } from '../fit/problem.ts';
import type { Container, Position } from '../model/container.ts';
import { type Kind, type KindCatalog, massOf, sizeOf } from '../model/kind.ts';
import type { FitChoices, Module } from '../model/kit.ts';
import type { Lock } from '../model/lock.ts';
import { plainUnit, type Unit, UnitIdSchema } from '../model/unit.ts';
import { closesNow } from './closes.ts';
import { isOutside } from './outside.ts';

const SHAPES: Record<Kind['shape'], FitItem['shape']> = { slab: 'flat', soft: 'flat', brick: 'brick', rigid: 'brick', tube: 'tube' };

/** Planning values: what is needed within three minutes has at most one thing in front, and the first two of it nothing. */
const SECOND_WITHIN_S = 180;
const FIRST_UNITS = 2;

/**
 * Reach classes of units from the needs they serve: in the school's order the first need with a short window comes out first
 * (1), the others with short windows after it (2), the rest last (3). Units that serve nothing may lie anywhere.
 */
export function reachClasses({ needs }: Coverage): Map<string, 1 | 2 | 3> {
  const classes = new Map<string, 1 | 2 | 3>();
  const isUrgent = ({ windowS }: NeedCoverage) => windowS !== null && windowS <= SECOND_WITHIN_S;
  const first = needs.find((need) => isUrgent(need) && need.by.length > 0);
  for (const need of needs) {
    for (const [index, { unitId }] of need.by.entries()) {
      const own = need === first && index < FIRST_UNITS ? 1 : isUrgent(need) ? 2 : 3;
      classes.set(unitId, Math.min(own, classes.get(unitId) ?? 3) as 1 | 2 | 3); // both are classes
    }
  }
  return classes;
}

/** A packing with what is taped to the outside of it: that much thicker. */
function withOutside<Packed extends Pick<FitResult, 'thicknessMm'>>(
  packed: Packed,
  units: readonly Unit[],
  container: Container,
  catalog: KindCatalog,
  hung: FitChoices['hung'],
): Packed {
  const thick = units
    .filter((unit) => isOutside(unit, container, catalog, hung))
    .map((unit) => {
      const kind = catalog.get(unit.kind);
      return kind === undefined ? 0 : sizeOf(kind, unit).tMm;
    });
  return thick.length === 0 ? packed : { ...packed, thicknessMm: packed.thicknessMm + Math.max(...thick) };
}

export type KitFit =
  | { ok: true; problem: FitProblem; unitOf: Map<string, string> }
  | { ok: false; reason: 'tooMany'; count: number; most: number };

export interface KitFitInput {
  units: readonly Unit[];
  container: Container;
  coverage: Coverage;
  catalog: KindCatalog;
  fit?: FitChoices;
  modules?: readonly Module[];
  seed?: number;
}

/**
 * The packing problem of a kit: every single thing becomes an item `unitId` or `unitId:2`, and a module one item `module/id`,
 * packed as a bundle beforehand. Used units are not packed, nor cutters in what is sealed. Units of kinds that the catalogue does not know are
 * left out, and so are locks and pins that name a compartment the container does not have, and locks of a thing whose measures
 * have changed since.
 */
export function kitFitProblem(input: KitFitInput): KitFit {
  const { units, container, coverage, catalog, fit, modules = [], seed = 1 } = input;
  const classes = reachClasses(coverage);
  const moduleOf = new Map(modules.flatMap((module) => module.unitIds.map((id) => [id as string, module.id] as const)));
  const items: FitItem[] = [];
  const inside = new Map<string, FitItem[]>();
  const unitOf = new Map<string, string>();
  for (const unit of units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || unit.condition === 'used' || isOutside(unit, container, catalog, fit?.hung)) continue;
    const module = moduleOf.get(unit.id);
    for (let copy = 1; copy <= unit.count; copy += 1) {
      const item = itemOf(unit, kind, copy, classes.get(unit.id) ?? 3);
      unitOf.set(item.id, unit.id);
      if (module === undefined) items.push(item);
      else inside.set(module, [...(inside.get(module) ?? []), item]);
    }
  }
  for (const [module, contents] of inside) items.push(moduleItem(module, contents, container));
  const count = items.length + [...inside.values()].reduce((sum, { length }) => sum + length, 0) - inside.size;
  if (count > MAX_FIT_ITEMS) return { ok: false, reason: 'tooMany', count, most: MAX_FIT_ITEMS };
  const { make, compartments, facing, lies, rollWidthMm } = container;
  return {
    ok: true,
    unitOf,
    problem: {
      container: {
        make,
        compartments,
        ...(facing === undefined ? {} : { facing }),
        ...(lies === undefined ? {} : { lies }),
        ...(rollWidthMm === undefined ? {} : { rollWidthMm }),
      },
      items: items.map((item) => chosen(item, container, fit)),
      press: fit?.press ?? 0,
      seed,
    },
  };
}

/** Whether a thing of a kind goes into a container at all, in one of the ways it may lie; hung on it outside it does. */
export function goesIn(kind: Kind, container: Container | undefined, catalog: KindCatalog): boolean {
  if (container === undefined) return true;
  const plain = plainUnit(UnitIdSchema.parse('one'), kind.id);
  if (isOutside(plain, container, catalog)) return true;
  const { make, compartments } = container;
  return kind.states.some(({ id: state }) =>
    eachGoesIn({ container: { make, compartments }, items: [itemOf({ ...plain, state }, kind, 1, 3)], press: 0, seed: 1 }),
  );
}

function itemOf(unit: Unit, kind: Kind, copy: number, reach: 1 | 2 | 3): FitItem {
  const { wMm, hMm, tMm } = sizeOf(kind, unit);
  return {
    id: copy === 1 ? unit.id : `${unit.id}:${copy}`,
    wMm,
    hMm,
    tMm,
    massG: massOf(kind, unit),
    shape: SHAPES[kind.shape],
    foldable: kind.foldable,
    give: kind.give,
    reach: copy === 1 ? reach : 3,
    keep: keepOf(kind),
  };
}

/** An item with what was chosen for it by hand, as far as that still holds. */
function chosen(item: FitItem, container: Container, fit: FitChoices | undefined): FitItem {
  if (fit === undefined) return item;
  const lock = fit.locks[item.id];
  const pin = fit.pins[item.id];
  const fold = fit.folds[item.id];
  return {
    ...item,
    ...(lock !== undefined && lockHolds(lock, item, container, fit.press) ? { lockedAt: lock } : {}),
    ...(pin !== undefined && container.compartments.some(({ id }) => id === pin) ? { pinnedTo: pin } : {}),
    ...(fold === undefined ? {} : { fold }),
  };
}

const SAME_MM = 0.3;

function lockHolds(lock: Lock, item: FitItem, container: Container, press: number): boolean {
  const room = container.compartments.find(({ id }) => id === lock.compartment);
  if (
    OUTCOME_MAKES.includes(container.make) ||
    room === undefined ||
    (lock.slot !== undefined && room.slots?.some(({ id }) => id === lock.slot) !== true)
  )
    return false;
  return laysOf(item, press).some(
    (lay) =>
      Math.abs(lay.w / 10 - lock.wMm) < SAME_MM && Math.abs(lay.h / 10 - lock.hMm) < SAME_MM && Math.abs(lay.d / 10 - lock.dMm) < SAME_MM,
  );
}

export const MODULE_PREFIX = 'module/';
const MODULE_DECODES = 800;
/** Modules packed lately; the same contents in the same container come out the same. */
const packedModules = new Map<string, FitItem>();
const MOST_REMEMBERED = 60;

/** A module is packed first, as a bundle no larger than the largest compartment, and then is one thing that does not turn. */
function moduleItem(id: string, contents: readonly FitItem[], container: Container): FitItem {
  const room = container.compartments.reduce((largest, one) => (one.wMm * one.hMm > largest.wMm * largest.hMm ? one : largest));
  const key = JSON.stringify([id, room.wMm, room.hMm, contents]);
  const known = packedModules.get(key);
  if (known !== undefined) return known;
  const { outer, feasible } = packModule(contents, room);
  const item: FitItem = {
    id: `${MODULE_PREFIX}${id}`,
    wMm: feasible ? (outer?.wMm ?? room.wMm) : room.wMm,
    hMm: feasible ? (outer?.hMm ?? room.hMm) : room.hMm,
    tMm: outer?.tMm ?? 1,
    massG: contents.reduce((sum, { massG = 0 }) => sum + massG, 0),
    shape: 'flat',
    foldable: false,
    give: 0,
    reach: Math.min(...contents.map(({ reach }) => reach)) as 1 | 2 | 3, // the most urgent of the classes in it
    keep: contents.reduce((sum, { keep = 1 }) => sum + keep, 0),
  };
  if (packedModules.size >= MOST_REMEMBERED) packedModules.clear();
  packedModules.set(key, item);
  return item;
}

/** The contents of a module as a bundle under a band. Lengths in mm. */
export function packModule(contents: readonly FitItem[], room: { wMm: number; hMm: number }): FitResult {
  return packFit({
    container: {
      make: 'bundle',
      compartments: [{ id: 'module', wMm: room.wMm, hMm: room.hMm, dMm: 2000, access: 'front' }],
    },
    items: contents.map((item) => ({ ...item, reach: 3 })),
    press: 0,
    seed: 1,
    decodes: MODULE_DECODES,
  });
}

/** How much it hurts to leave a thing out: bleeding most, day to day least. */
const keepOf = (kind: Kind): number => ({ M: 8, A: 4, R: 4, C: 3, H: 3, S: 3, D: 1 })[kind.rung];

/** Mass of the packed kit with its container, g. */
export function kitMassG(units: readonly Unit[], container: Container | undefined, catalog: KindCatalog): number {
  const things = units.reduce((sum, unit) => sum + massOf(catalog.get(unit.kind), unit) * unit.count, 0);
  return things + (container?.massG ?? 0);
}

/** Usual price of what is in the kit, minor units. */
export const kitPriceMinor = (units: readonly Unit[], catalog: KindCatalog): number =>
  units.reduce((sum, unit) => sum + (catalog.get(unit.kind)?.priceMinor ?? 0) * unit.count, 0);

export interface CarryCheck {
  /** Outside thickness, container walls included, mm. */
  outerTMm: number;
  limitMm: number;
  overMm: number;
  /** Container outline against the position's envelope, turned the better way. */
  outlineFits: boolean;
  massOverG: number;
  /** Somebody has closed it with what is in it and measured it, so that all of it does go in. */
  isMeasured: boolean;
}

/** Whether everything goes in, by hand or by box size. */
export const allGoesIn = ({ feasible }: Pick<FitResult, 'feasible'>, carry: Pick<CarryCheck, 'isMeasured'> | null): boolean =>
  feasible || carry?.isMeasured === true;

/** Whether everything goes in, is flat enough for its place, and no larger than it. */
export const fitsThere = (packed: Pick<FitResult, 'feasible'>, carry: CarryCheck): boolean =>
  allGoesIn(packed, carry) && carry.overMm === 0 && carry.outlineFits;

/** Outside of a packed container, mm: film and bundles are as large as what they hold. */
export function outerOf(container: Container, packed: Pick<FitResult, 'thicknessMm' | 'outer'>): { wMm: number; hMm: number; tMm: number } {
  const tMm = Math.round((packed.thicknessMm + container.wallMm) * 10) / 10;
  if (packed.outer !== undefined) return { wMm: packed.outer.wMm + container.wallMm, hMm: packed.outer.hMm + container.wallMm, tMm };
  if (container.outline !== undefined) return { ...container.outline, tMm };
  const sides = (side: 'wMm' | 'hMm') => container.compartments.map((room) => room[side]);
  const wMm = Math.max(...sides('wMm'));
  // What lies above each other is as high as all of it.
  const hMm = container.lies === 'above' ? sides('hMm').reduce((sum, high) => sum + high, 0) : Math.max(...sides('hMm'));
  return { wMm, hMm, tMm };
}

/**
 * Whether a packed container suits a carry position. Envelopes and comfortable masses are planning values. `measuredMm` is how thick
 * it is over all where somebody measured it, which is more certain than what was worked out.
 */
export function carryCheck(
  container: Container,
  position: Position,
  packed: Pick<FitResult, 'thicknessMm' | 'outer'>,
  massG: number,
  measuredMm?: number,
): CarryCheck {
  const { wMm, hMm, tMm: computedMm } = outerOf(container, packed);
  const tMm = measuredMm ?? computedMm;
  const high = position.hMm + (position.stickOutMm ?? 0);
  const outlineFits = (wMm <= position.wMm && hMm <= high) || (hMm <= position.wMm && wMm <= high);
  const overMm = Math.max(0, Math.round((tMm - position.tMm) * 10) / 10);
  const massOverG = position.massG === null ? 0 : Math.max(0, massG - position.massG);
  return { outerTMm: tMm, limitMm: position.tMm, overMm, outlineFits, massOverG, isMeasured: measuredMm !== undefined };
}

interface Carried {
  units: readonly Unit[];
  container: Container;
  position: Position;
  packed: Pick<FitResult, 'thicknessMm' | 'outer'>;
  catalog: KindCatalog;
  fit?: Pick<FitChoices, 'hung' | 'closes'> | undefined;
}

/** Whether a kit suits a carry position: its packed container with what is taped outside, as it was measured if it was, and its mass. */
export function kitCarry({ units, container, position, packed, catalog, fit }: Carried): CarryCheck {
  const outside = withOutside(packed, units, container, catalog, fit?.hung);
  const closes = closesNow({ units, fit }, container, catalog);
  return carryCheck(container, position, outside, kitMassG(units, container, catalog), closes?.outerMm);
}

/** The same as it was worked out, whatever was measured. */
export const computedCarry = (carried: Carried): CarryCheck => kitCarry({ ...carried, fit: { ...carried.fit, closes: undefined } });
