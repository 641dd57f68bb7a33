import { type Kind, type KitDraft, type Unit, type UnitId, UnitIdSchema } from '@ivrak/core';

export const newUnitId = (): UnitId => UnitIdSchema.parse(crypto.randomUUID());

export const newUnit = (kind: Kind): Unit => ({
  id: newUnitId(),
  kind: kind.id,
  count: 1,
  piecesUsed: 0,
  condition: 'ready',
  state: 'asSold',
  lot: null,
  expiresOn: null,
});

/** Lays one more of a kind out. Undated things of one kind and state stack; dated ones stay single until they are read. */
export function withOneMore(draft: KitDraft, kind: Kind): { draft: KitDraft; unitId: UnitId } {
  const like = draft.units.find(
    (unit) => unit.kind === kind.id && unit.lot === null && unit.expiresOn === null && unit.condition === 'ready' && unit.piecesUsed === 0,
  );
  if (like !== undefined && kind.dating !== 'printed') {
    return { draft: withUnit(draft, like.id, (unit) => ({ ...unit, count: unit.count + 1 })), unitId: like.id };
  }
  const unit = newUnit(kind);
  return { draft: { ...draft, units: [...draft.units, unit] }, unitId: unit.id };
}

export function withUnit(draft: KitDraft, id: UnitId, change: (unit: Unit) => Unit): KitDraft {
  return { ...draft, units: draft.units.map((unit) => (unit.id === id ? change(unit) : unit)) };
}

/** Counts one off a stack; the last one is taken off the sheet by its own action. */
export const withOneLess = (draft: KitDraft, id: UnitId): KitDraft =>
  withUnit(draft, id, (unit) => (unit.count > 1 ? { ...unit, count: unit.count - 1 } : unit));
