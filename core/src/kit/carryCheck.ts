import type { FitResult } from '../fit/problem.ts';
import type { Container, Position } from '../model/container.ts';
import { type KindCatalog, massOf, sizeOf } from '../model/kind.ts';
import type { FitChoices } from '../model/kit.ts';
import type { Unit } from '../model/unit.ts';
import { closesNow } from './closes.ts';
import { isOutside } from './outside.ts';

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
