import { OUTCOME_MAKES } from '../fit/problem.ts';
import type { Compartment, Container } from '../model/container.ts';
import { type Kind, type KindCatalog, sizeOf } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { Fix } from './applyFix.ts';

/** Share of a container below which boxes of any size go in, whoever packs: far under what hands reach. Planning value. */
const SURE_SHARE = 0.38;

const volumeOf = (size: readonly [number, number, number]): number => size[0] * size[1] * size[2];
const insideOf = ({ wMm, hMm, dMm }: Compartment): readonly [number, number, number] => [wMm, hMm, dMm];
const boxOf = (kind: Kind): readonly [number, number, number] => {
  const { wMm, hMm, tMm } = sizeOf(kind, { state: 'asSold', own: undefined });
  return [wMm, hMm, tMm];
};

/** Whether a box lies in a room as it is sold, thin side towards the back. */
const lies = (kind: Kind, room: Compartment): boolean => {
  const [w, h, t] = boxOf(kind);
  const [wide, high, deep] = insideOf(room);
  return t <= deep && ((w <= wide && h <= high) || (h <= wide && w <= high));
};

/**
 * Whether what a fix brings in goes in without any doubt: everything together is a small share of a plain container, and each thing lies
 * in every compartment of it. Film, bands and slots take what they take: only packing says. What is not sure may go in all the same.
 */
export function surelyGoesIn(draft: KitDraft, fix: Fix, container: Container | undefined, catalog: KindCatalog): boolean {
  if (fix.do !== 'add' && fix.do !== 'swap') return true;
  if (container === undefined || OUTCOME_MAKES.includes(container.make) || draft.modules.length > 0) return false;
  if (container.compartments.some(({ slots }) => slots !== undefined)) return false;
  if (Object.keys(draft.fit.locks).length > 0 || Object.keys(draft.fit.pins).length > 0) return false;
  const brought = catalog.get(fix.kind);
  const before = fix.do === 'swap' ? draft.units.filter(({ id }) => id !== fix.unitId) : draft.units;
  const kinds = before.flatMap(({ kind, count }) => Array.from({ length: count }, () => catalog.get(kind)));
  const count = fix.do === 'swap' ? (draft.units.find(({ id }) => id === fix.unitId)?.count ?? 1) : 1;
  const all = [...kinds, ...Array.from({ length: count }, () => brought)].filter((kind) => kind !== undefined);
  const room = container.compartments.reduce((sum, one) => sum + volumeOf(insideOf(one)), 0);
  const bulk = all.reduce((sum, kind) => sum + volumeOf(boxOf(kind)), 0);
  return bulk <= SURE_SHARE * room && all.every((kind) => container.compartments.every((one) => lies(kind, one)));
}
