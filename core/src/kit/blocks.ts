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
 * of one module lie with each other only. What was done by hand to the first is done to the block; where another of them was put
 * somewhere, or the first alone, they lie one by one.
 */
export function blocksOf<Own extends Lying>(
  units: readonly Own[],
  container: Container | undefined,
  catalog: KindCatalog,
  choices: Partial<Pick<FitChoices, 'locks' | 'pins' | 'folds' | 'hung'>> = {},
  moduleOf: ReadonlyMap<string, string> = new Map(),
): Own[][] {
  const alike = new Map<string, Own[]>();
  const sizes = new Map<string, number>();
  for (const unit of units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || unit.condition === 'used') continue;
    if (container !== undefined && isOutside(unit, container, catalog, choices.hung)) continue;
    const { wMm, hMm, tMm } = sizeOf(kind, unit);
    if (tMm > THIN_MM || !PILED.includes(kind.shape)) continue;
    const key = [moduleOf.get(unit.id) ?? '', unit.kind, unit.state ?? '', wMm, hMm, tMm].join(' ');
    alike.set(key, [...(alike.get(key) ?? []), unit]);
    sizes.set(key, wMm * hMm * tMm);
  }
  return [...alike].flatMap(([key, own]) => {
    const isMany = own.reduce((sum, { count }) => sum + count, 0) >= BLOCK_FROM;
    return isMany && !isTakenApart(own, sizes.get(key) ?? 0, choices) ? [own] : [];
  });
}

type Choices = Partial<Pick<FitChoices, 'locks' | 'pins' | 'folds'>>;

/** A lock that is no larger than one thing was put on that one alone. */
const MUCH_LARGER = 1.5;

function isTakenApart(block: readonly Lying[], size: number, { locks, pins, folds }: Choices): boolean {
  const [first] = block;
  const others = block.flatMap(thingsOf).filter((id) => id !== first?.id);
  if ([locks, pins, folds].some((own) => others.some((id) => own?.[id] !== undefined))) return true;
  const lock = first === undefined ? undefined : locks?.[first.id];
  return lock !== undefined && lock.wMm * lock.hMm * lock.dMm < MUCH_LARGER * size;
}
