import type { Coverage } from '../coverage/coverage.ts';
import { eachGoesIn } from '../fit/bounds.ts';
import { packFit } from '../fit/createFit.ts';
import { laysOf } from '../fit/lays.ts';
import { type FitItem, type FitProblem, type FitResult, MAX_FIT_ITEMS, OUTCOME_MAKES } from '../fit/problem.ts';
import type { Container, Position } from '../model/container.ts';
import { giveOf, type Kind, type KindCatalog, massOf, sizeOf, solidityOf } from '../model/kind.ts';
import type { FitChoices, Module } from '../model/kit.ts';
import type { Lock } from '../model/lock.ts';
import { plainUnit, type Unit, UnitIdSchema } from '../model/unit.ts';
import { blocksOf, thingsOf } from './blocks.ts';
import { isCutter, isOutside } from './outside.ts';
import { highest, LIFE_SAVING_RUNGS, MOST_KEEP, type Priority, prioritiesOf, priorityOf, TOGETHER } from './priority.ts';

/** Planning value, s. */
const CUTTER_S = 60;

const SHAPES: Record<Kind['shape'], FitItem['shape']> = { slab: 'flat', soft: 'flat', brick: 'brick', rigid: 'brick', tube: 'tube' };

export type KitFit =
  | { ok: true; problem: FitProblem; unitOf: Map<string, string> }
  | { ok: false; reason: 'tooMany'; count: number; most: number };

export interface KitFitInput {
  units: readonly Unit[];
  container: Container;
  coverage: Coverage;
  catalog: KindCatalog;
  /** Where it is carried: within what it leaves nothing is gained by being thinner, and film and bands take their outline from it. */
  position?: Position | undefined;
  fit?: FitChoices | undefined;
  modules?: readonly Module[];
  seed?: number;
  /** As thin as it can be had, whatever comes out first; to find out whether it fits anywhere. */
  isThinnest?: boolean;
}

/**
 * The packing problem of a kit: every single thing becomes an item `unitId` or `unitId:2`, equal thin things one block, and a module
 * one item `module/id`, packed as a bundle beforehand. Used units are not packed, nor cutters in what is sealed, nor what hangs
 * outside. Units of kinds that the catalogue does not know are left out, and so are locks and pins that name a compartment the
 * container does not have, and locks of a thing whose measures have changed since.
 */
export function kitFitProblem(input: KitFitInput): KitFit {
  const { units, container, coverage, catalog, fit, modules = [], seed = 1 } = input;
  const priorities = prioritiesOf(coverage);
  const moduleOf = new Map(modules.flatMap((module) => module.unitIds.map((id) => [id as string, module.id] as const)));
  const blocks = new Map(
    blocksOf(units, container, catalog, fit, moduleOf).flatMap((block) => block.map(({ id }) => [id as string, block] as const)),
  );
  const items: FitItem[] = [];
  const inside = new Map<string, FitItem[]>();
  const unitOf = new Map<string, string>();
  for (const unit of units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || unit.condition === 'used' || isOutside(unit, container, catalog, fit?.hung)) continue;
    for (const id of thingsOf(unit)) unitOf.set(id, unit.id);
    const own = itemsOf(unit, kind, priorities, blocks.get(unit.id));
    const module = moduleOf.get(unit.id);
    if (module === undefined) items.push(...own);
    else inside.set(module, [...(inside.get(module) ?? []), ...own]);
  }
  for (const [module, contents] of inside) items.push(moduleItem(module, contents, container));
  const count = items.length + [...inside.values()].reduce((sum, { length }) => sum + length, 0) - inside.size;
  if (count > MAX_FIT_ITEMS) return { ok: false, reason: 'tooMany', count, most: MAX_FIT_ITEMS };
  return {
    ok: true,
    unitOf,
    problem: {
      ...aroundIt(input),
      items: items.map((item) => chosen(item, container, fit)).map(wishing(input)),
      press: fit?.press ?? 0,
      seed,
    },
  };
}

const wishing =
  ({ isThinnest }: KitFitInput) =>
  (item: FitItem): FitItem => {
    if (isThinnest !== true) return item;
    const { urgency: _, lifeSaving: __, together: ___, ...plain } = item;
    return { ...plain, reach: 3 };
  };

/** The container, what its place leaves inside it, and what hangs on it. */
function aroundIt({ container, position, units, catalog, fit }: KitFitInput): Pick<FitProblem, 'container' | 'placeBounds' | 'outside'> {
  const { make, compartments, facing, lies, rollWidthMm, wallMm } = container;
  const outside = units
    .filter((unit) => unit.condition !== 'used' && isOutside(unit, container, catalog, fit?.hung))
    .flatMap((unit) => {
      const kind = catalog.get(unit.kind);
      return kind === undefined ? [] : [{ id: unit.id as string, tMm: sizeOf(kind, unit).tMm }];
    });
  const left = (measure: number) => Math.max(1, measure - wallMm);
  return {
    container: {
      make,
      compartments,
      ...(facing === undefined ? {} : { facing }),
      ...(lies === undefined ? {} : { lies }),
      ...(rollWidthMm === undefined ? {} : { rollWidthMm }),
    },
    ...(position === undefined
      ? {}
      : { placeBounds: { wMm: left(position.wMm), hMm: left(position.hMm + (position.stickOutMm ?? 0)), tMm: left(position.tMm) } }),
    ...(outside.length === 0 ? {} : { outside }),
  };
}

/** The things of a unit, or of all units in its block, once. */
function itemsOf(unit: Unit, kind: Kind, priorities: ReadonlyMap<string, Priority>, block: readonly Unit[] | undefined): FitItem[] {
  const own = (one: Unit) => priorityOf(priorities, one.id, kind);
  const things = thingsOf(unit);
  if (block === undefined) return things.map((id, copy) => itemOf(unit, kind, id, own(unit), copy, things.length));
  const [first] = block;
  if (first === undefined || first.id !== unit.id) return [];
  const most = highest(block.map(own));
  return [
    {
      ...itemOf(unit, kind, unit.id, most, 0, 1),
      block: block.flatMap(thingsOf),
      massG: block.reduce((sum, one) => sum + massOf(kind, one) * one.count, 0),
    },
  ];
}

/** Whether a thing of a kind goes into a container at all, in one of the ways it may lie; hung on it outside it does. */
export function goesIn(kind: Kind, container: Container | undefined, catalog: KindCatalog): boolean {
  if (container === undefined) return true;
  const plain = plainUnit(UnitIdSchema.parse('one'), kind.id);
  if (isOutside(plain, container, catalog)) return true;
  const { make, compartments, facing } = container;
  return kind.states.some(({ id: state }) =>
    eachGoesIn({
      container: { make, compartments, ...(facing === undefined ? {} : { facing }) },
      items: [itemOf({ ...plain, state }, kind, plain.id, priorityOf(new Map(), plain.id, kind), 0, 1)],
      press: 0,
      seed: 1,
    }),
  );
}

function itemOf(unit: Unit, kind: Kind, id: string, { reach, urgency, keep }: Priority, copy: number, copies: number): FitItem {
  const size = sizeOf(kind, unit);
  const { wMm, hMm, tMm } = size;
  const beside = TOGETHER.flatMap(({ word, families }) => (families.includes(kind.family) ? [word] : []));
  return {
    id,
    wMm,
    hMm,
    tMm,
    massG: massOf(kind, unit),
    shape: SHAPES[kind.shape],
    foldable: kind.foldable,
    give: giveOf(kind, size),
    solidity: solidityOf(kind),
    reach: copy === 0 ? reach : 3,
    // Another of the same is needed after the first. A cutter lies on top, whatever it is booked for: clothing comes off first.
    urgency: copy === 0 ? Math.max(urgency, isCutter(kind) ? 1 / CUTTER_S : 0) : urgency / 2,
    keep,
    ...(LIFE_SAVING_RUNGS.includes(kind.rung) ? { lifeSaving: true } : kind.rung === 'D' ? { lifeSaving: false } : {}),
    together: copies > 1 ? [...beside, kind.id] : beside,
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
    urgency: Math.max(...contents.map(({ urgency = 0 }) => urgency)),
    keep: Math.min(
      MOST_KEEP,
      contents.reduce((sum, { keep = 1 }) => sum + keep, 0),
    ),
    ...(contents.some(({ lifeSaving }) => lifeSaving === true) ? { lifeSaving: true } : {}),
    together: [...new Set(contents.flatMap(({ together = [] }) => together))].filter((word) => TOGETHER.some((own) => own.word === word)),
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
    items: contents.map(({ urgency: _, lifeSaving: __, together: ___, ...item }) => ({ ...item, reach: 3 })),
    press: 0,
    seed: 1,
    decodes: MODULE_DECODES,
  });
}
