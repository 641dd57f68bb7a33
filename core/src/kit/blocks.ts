import type { Container } from '../model/container.ts';
import { type Kind, type KindCatalog, sizeOf } from '../model/kind.ts';
import type { FitChoices } from '../model/kit.ts';
import type { Unit } from '../model/unit.ts';
import { isOutside } from './outside.ts';

/** Planning values: from so many on, equal things no thicker than that are packed and taken out as one. */
const BLOCK_FROM = 3;
const THIN_MM = 15;
/** What is stiff is put where there is room for it, each by itself. */
const PILED: readonly Kind['shape'][] = ['slab', 'soft', 'tube'];

type Lying = Pick<Unit, 'kind' | 'condition' | 'state' | 'count' | 'own'> & { id: string };

/** Ids of the single things of a unit, as they stand in a packing. */
export const thingsOf = ({ id, count }: { id: string; count: number }): string[] =>
  Array.from({ length: count }, (_, copy) => (copy === 0 ? id : `${id}:${copy + 1}`));

/**
 * Equal thin things of a kit (gloves, pads, wipes, plasters, tablets), each list the things of one block, by the units in it. Things
 * of one module lie with each other only, and what was put somewhere by hand lies by itself.
 */
export function blocksOf<Own extends Lying>(
  units: readonly Own[],
  container: Container | undefined,
  catalog: KindCatalog,
  choices: Partial<Pick<FitChoices, 'locks' | 'pins' | 'folds' | 'hung'>> = {},
  moduleOf: ReadonlyMap<string, string> = new Map(),
): Own[][] {
  const alike = new Map<string, Own[]>();
  for (const unit of units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || unit.condition === 'used') continue;
    if (container !== undefined && isOutside(unit, container, catalog, choices.hung)) continue;
    const { wMm, hMm, tMm } = sizeOf(kind, unit);
    const byHand = [choices.locks, choices.pins, choices.folds].some((own) => thingsOf(unit).some((id) => own?.[id] !== undefined));
    if (tMm > THIN_MM || byHand || !PILED.includes(kind.shape)) continue;
    const key = [moduleOf.get(unit.id) ?? '', unit.kind, unit.state ?? '', wMm, hMm, tMm].join(' ');
    alike.set(key, [...(alike.get(key) ?? []), unit]);
  }
  return [...alike.values()].filter((own) => own.reduce((sum, { count }) => sum + count, 0) >= BLOCK_FROM);
}
