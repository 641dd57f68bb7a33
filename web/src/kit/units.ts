import { isPlanned, type SheetUnit } from '@ivrak/core/kit';
import { type Kind, type KindCatalog, plainUnit, type Unit, type UnitId, UnitIdSchema } from '@ivrak/core/model';
import type { SheetDraft } from './draftStore.ts';

export const newUnitId = (): UnitId => UnitIdSchema.parse(crypto.randomUUID());

export const newUnit = (kind: Kind): Unit => plainUnit(newUnitId(), kind.id);

/**
 * Lays one more of a kind out. Undated things of one kind and state stack, and so does what is only planned; dated ones stay single
 * until they are read.
 */
export function withOneMore(draft: SheetDraft, kind: Kind, as: 'owned' | 'planned' = 'owned'): { draft: SheetDraft; unitId: UnitId } {
  const like = draft.units.find(
    (unit) =>
      unit.kind === kind.id &&
      isPlanned(unit) === (as === 'planned') &&
      unit.lot === null &&
      unit.expiresOn === null &&
      unit.condition === 'ready' &&
      unit.piecesUsed === 0,
  );
  if (like !== undefined && (kind.dating !== 'printed' || as === 'planned')) {
    return { draft: withUnit(draft, like.id, (unit) => ({ ...unit, count: unit.count + 1 })), unitId: like.id };
  }
  const unit: SheetUnit = as === 'planned' ? { ...newUnit(kind), planned: true } : newUnit(kind);
  return { draft: { ...draft, units: [...draft.units, unit] }, unitId: unit.id };
}

export function withUnit(draft: SheetDraft, id: UnitId, change: (unit: SheetUnit) => SheetUnit): SheetDraft {
  return { ...draft, units: draft.units.map((unit) => (unit.id === id ? change(unit) : unit)) };
}

/** Counts one off a stack; the last one is taken off the sheet by its own action. */
export const withOneLess = (draft: SheetDraft, id: UnitId): SheetDraft =>
  withUnit(draft, id, (unit) => (unit.count > 1 ? { ...unit, count: unit.count - 1 } : unit));

const laneOf = (unit: Unit | undefined, catalog: KindCatalog): string | undefined => catalog.get(unit?.kind ?? '')?.rung;

/** Lays a thing in front of another one of its lane; a lane follows the kind, so nothing moves to another one. */
export function moveBefore(draft: SheetDraft, id: UnitId, target: UnitId, catalog: KindCatalog): SheetDraft {
  const from = draft.units.findIndex((unit) => unit.id === id);
  const to = draft.units.findIndex((unit) => unit.id === target);
  const unit = draft.units[from];
  if (from === to || unit === undefined || laneOf(unit, catalog) !== laneOf(draft.units[to], catalog)) return draft;
  const units = draft.units.filter((other) => other.id !== id);
  // Moved forward past its target it takes the place behind it, so that it can reach the end of the lane.
  const at = units.findIndex((other) => other.id === target) + (from < to ? 1 : 0);
  return { ...draft, units: [...units.slice(0, at), unit, ...units.slice(at)] };
}

/** Moves a thing one place to the left or right within its lane. */
export function moveBy(draft: SheetDraft, id: UnitId, by: 1 | -1, catalog: KindCatalog): SheetDraft {
  const lane = draft.units.filter(
    (unit) =>
      laneOf(unit, catalog) ===
      laneOf(
        draft.units.find((other) => other.id === id),
        catalog,
      ),
  );
  const next = lane[lane.findIndex((unit) => unit.id === id) + by];
  return next === undefined ? draft : moveBefore(draft, id, next.id, catalog);
}
