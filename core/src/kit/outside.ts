import type { Container, OutsidePoint } from '../model/container.ts';
import type { Family } from '../model/family.ts';
import { type Kind, type KindCatalog, sizeOf } from '../model/kind.ts';
import type { FitChoices } from '../model/kit.ts';
import type { Unit } from '../model/unit.ts';

/** What cuts a sealed bag open is taped to its outside, never sealed in. */
const CUTTERS: readonly Family[] = ['shears', 'beltCutter', 'knife'];
export const isCutter = (kind: Kind | undefined): boolean => kind !== undefined && CUTTERS.includes(kind.family);
export const SEALED_MAKES: readonly Container['make'][] = ['vacuumRoll'];

type Hung = FitChoices['hung'];

/** The loop, clip or sleeve that a unit hangs on; undefined: on none that the container has. */
export const hangsOn = (unitId: string, container: Container, hung: Hung): OutsidePoint | undefined =>
  container.outside?.find(({ id }) => id === hung?.[unitId]);

/** Whether a thing goes onto a loop, clip or sleeve, turned any way. */
export function goesOn(kind: Kind, unit: Pick<Unit, 'state' | 'own'>, point: OutsidePoint): boolean {
  const sides = ({ wMm, hMm, tMm }: { wMm: number; hMm: number; tMm: number }) => [wMm, hMm, tMm].sort((a, b) => a - b);
  const [own, room] = [sides(sizeOf(kind, unit)), sides(point)];
  return own.every((side, index) => side <= (room[index] ?? 0));
}

/** Whether a thing is carried on the outside of its container: hung there, or a cutter of what is sealed. */
export const isOutside = ({ id, kind }: { id?: string; kind: string }, container: Container, catalog: KindCatalog, hung?: Hung): boolean =>
  (SEALED_MAKES.includes(container.make) && isCutter(catalog.get(kind))) ||
  (id !== undefined && hangsOn(id, container, hung) !== undefined);
