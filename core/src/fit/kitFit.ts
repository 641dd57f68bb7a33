import type { Coverage } from '../coverage/coverage.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import { measuresOf } from '../model/kind.ts';
import { NEEDS } from '../model/need.ts';
import type { Unit } from '../model/unit.ts';
import { type FitItem, type FitProblem, MAX_FIT_ITEMS } from './problem.ts';

const SHAPES: Record<Kind['shape'], FitItem['shape']> = { slab: 'flat', soft: 'flat', brick: 'brick', rigid: 'brick', tube: 'tube' };

/** Planning values: a tourniquet with nothing in front; what is needed within three minutes with at most one thing. */
const SECOND_WITHIN_S = 180;

/** Reach classes of units from the needs they serve. Units that serve nothing may lie anywhere. */
export function reachClasses(result: Coverage): Map<string, 1 | 2 | 3> {
  const classes = new Map<string, 1 | 2 | 3>();
  for (const { need, by } of result.needs) {
    const { windowS } = NEEDS[need];
    const own = need === 'M.limb' ? 1 : windowS !== null && windowS <= SECOND_WITHIN_S ? 2 : 3;
    for (const { unitId } of by) classes.set(unitId, Math.min(own, classes.get(unitId) ?? 3) as 1 | 2 | 3); // both are classes
  }
  return classes;
}

export type KitFit =
  | { ok: true; problem: FitProblem; unitOf: Map<string, string> }
  | { ok: false; reason: 'tooMany'; count: number; most: number };

/**
 * The packing problem of a kit: every single thing becomes an item `unitId` or `unitId:2`. Practice and used units are not
 * packed. Units of kinds that the catalogue does not know are left out.
 */
export function kitFitProblem(units: readonly Unit[], container: Container, result: Coverage, catalog: KindCatalog, seed = 1): KitFit {
  const classes = reachClasses(result);
  const items: FitItem[] = [];
  const unitOf = new Map<string, string>();
  for (const unit of units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || unit.condition === 'used') continue;
    const { wMm, hMm, tMm } = measuresOf(kind, unit.state);
    for (let copy = 1; copy <= unit.count; copy += 1) {
      const id = copy === 1 ? unit.id : `${unit.id}:${copy}`;
      unitOf.set(id, unit.id);
      items.push({
        id,
        wMm,
        hMm,
        tMm,
        massG: kind.massG,
        shape: SHAPES[kind.shape],
        foldable: kind.foldable,
        give: kind.give,
        reach: copy === 1 ? (classes.get(unit.id) ?? 3) : 3,
        keep: keepOf(kind),
      });
    }
  }
  if (items.length > MAX_FIT_ITEMS) return { ok: false, reason: 'tooMany', count: items.length, most: MAX_FIT_ITEMS };
  const { make, compartments } = container;
  return { ok: true, unitOf, problem: { container: { make, compartments }, items, press: 0, seed } };
}

/** How much it hurts to leave a thing out: bleeding most, day to day least. */
const keepOf = (kind: Kind): number => ({ M: 8, A: 4, R: 4, C: 3, H: 3, S: 3, D: 1 })[kind.rung];

/** Mass of the packed kit with its container, g. */
export function kitMassG(units: readonly Unit[], container: Container | undefined, catalog: KindCatalog): number {
  const things = units.reduce((sum, unit) => sum + (catalog.get(unit.kind)?.massG ?? 0) * unit.count, 0);
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
}

/** Whether a packed container suits a carry position. Envelopes and comfortable masses are planning values. */
export function carryCheck(container: Container, position: Position, packedMm: number, massG: number): CarryCheck {
  const outerTMm = Math.round((packedMm + container.wallMm) * 10) / 10;
  const outerW = Math.max(...container.compartments.map(({ wMm }) => wMm));
  const outerH = Math.max(...container.compartments.map(({ hMm }) => hMm));
  const outlineFits = (outerW <= position.wMm && outerH <= position.hMm) || (outerH <= position.wMm && outerW <= position.hMm);
  const overMm = Math.max(0, Math.round((outerTMm - position.tMm) * 10) / 10);
  const massOverG = position.massG === null ? 0 : Math.max(0, massG - position.massG);
  return { outerTMm, limitMm: position.tMm, overMm, outlineFits, massOverG };
}

/** Changes whenever what is packed, or what it is packed into, changes; a stored packing is good only while it agrees. */
export function fitFingerprint(problem: FitProblem): string {
  const { container, items } = problem;
  return JSON.stringify([
    container.compartments.map((room) => [room.wMm, room.hMm, room.dMm, room.access]),
    items.map((item) => [item.id, item.wMm, item.hMm, item.tMm, item.reach]),
  ]);
}
