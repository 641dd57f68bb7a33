import { OUTCOME_MAKES } from '../fit/problem.ts';
import type { Compartment, Container } from '../model/container.ts';
import { type Kind, type KindCatalog, type KindState, sizeOf } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { Unit } from '../model/unit.ts';
import { applyFix, type Fix } from './applyFix.ts';

/** Share of a container below which boxes of any size go in, whoever packs: far under what hands reach. Planning value. */
const SURE_SHARE = 0.38;

export const roomOf = ({ wMm, hMm, dMm }: Compartment): number => wMm * hMm * dMm;

/** What a thing takes as it lies, all of its count, mm³. */
export function bulkOf(unit: Unit, kind: Kind): number {
  const { wMm, hMm, tMm } = sizeOf(kind, unit);
  return wMm * hMm * tMm * unit.count;
}

/** Whether a box lies in a room, thin side towards the back. */
const lies = ({ wMm, hMm, tMm }: KindState, room: Compartment): boolean =>
  tMm <= room.dMm && ((wMm <= room.wMm && hMm <= room.hMm) || (hMm <= room.wMm && wMm <= room.hMm));

/**
 * Whether what a fix brings in goes in without any doubt: everything together is a small share of a plain container, and each thing lies
 * in every compartment of it. Film, bands and slots take what they take: only packing says. What is not sure may go in all the same.
 */
export function surelyGoesIn(draft: KitDraft, fix: Fix, container: Container | undefined, catalog: KindCatalog): boolean {
  if (fix.do !== 'add' && fix.do !== 'swap') return true;
  if (container === undefined || OUTCOME_MAKES.includes(container.make) || draft.modules.length > 0) return false;
  const { compartments } = container;
  if (compartments.some(({ slots }) => slots !== undefined)) return false;
  if (Object.keys(draft.fit.locks).length > 0 || Object.keys(draft.fit.pins).length > 0) return false;
  const things = applyFix(draft, fix, catalog, 'brought').units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    return kind === undefined ? [] : [{ unit, kind }];
  });
  const bulk = things.reduce((sum, { unit, kind }) => sum + bulkOf(unit, kind), 0);
  return (
    bulk <= SURE_SHARE * compartments.reduce((sum, one) => sum + roomOf(one), 0) &&
    things.every(({ unit, kind }) => compartments.every((one) => lies(sizeOf(kind, unit), one)))
  );
}
