import type { Container } from '../model/container.ts';
import { type KindCatalog, sizeOf } from '../model/kind.ts';
import type { Closes, FitChoices } from '../model/kit.ts';
import { markOf } from '../model/mark.ts';
import type { Unit } from '../model/unit.ts';
import { hangsOn } from './outside.ts';

/**
 * What is packed into what, in short: things by kind, state and measures with their counts, where they hang if they do, and the
 * container's room. It is the same for a thing that was replaced by its like, and another one whenever the pack could be thicker or thinner.
 */
export function contentsMark(units: readonly Unit[], container: Container, catalog: KindCatalog, hung?: FitChoices['hung']): string {
  const counts = new Map<string, number>();
  for (const unit of units) {
    if (unit.condition === 'used') continue;
    const kind = catalog.get(unit.kind);
    const { wMm, hMm, tMm } = kind === undefined ? { wMm: 0, hMm: 0, tMm: 0 } : sizeOf(kind, unit);
    const thing = [unit.kind, unit.state ?? '', wMm, hMm, tMm, hangsOn(unit.id, container, hung)?.id ?? ''].join(' ');
    counts.set(thing, (counts.get(thing) ?? 0) + unit.count);
  }
  const things = [...counts].map(([thing, count]) => `${count} ${thing}`).sort();
  const rooms = container.compartments.map(({ id, wMm, hMm, dMm, maxDMm }) => [id, wMm, hMm, dMm, maxDMm ?? ''].join(' '));
  return markOf([container.id, container.make, String(container.wallMm), ...rooms, ...things]);
}

/** The measure of a kit that was closed with what is in it now; null: never measured, or something has changed since. */
export function closesNow(
  { units, fit }: { units: readonly Unit[]; fit?: Pick<FitChoices, 'closes' | 'hung'> | undefined },
  container: Container | undefined,
  catalog: KindCatalog,
): Closes | null {
  const closes = fit?.closes;
  if (closes === undefined || container === undefined) return null;
  return closes.contents === contentsMark(units, container, catalog, fit?.hung) ? closes : null;
}

/** How what is measured compares with what is worked out. */
export interface Calibration {
  /** Median of measured by worked out. */
  ratio: number;
  count: number;
}

/** Planning value: fewer packs than this say more of one kit than of its make. */
export const CALIBRATES_FROM = 3;

/** What the measured packs of one make of container say of its worked-out thickness; null: too few of them. */
export function calibrationOf(measured: readonly Closes[], make: Container['make']): Calibration | null {
  const ratios = measured
    .flatMap((closes) => (closes.make === make && closes.computedMm !== null ? [closes.outerMm / closes.computedMm] : []))
    .sort((a, b) => a - b);
  if (ratios.length < CALIBRATES_FROM) return null;
  const half = Math.floor(ratios.length / 2);
  const [low, high] = [ratios[ratios.length - 1 - half] ?? 1, ratios[half] ?? 1];
  return { ratio: (low + high) / 2, count: ratios.length };
}
