import { isPlanned, type SheetUnit } from '@ivrak/core/kit';
import type { Kind, UnitId } from '@ivrak/core/model';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { edit, type SheetDraft } from './draftStore.ts';
import { withOneMore, withUnit } from './units.ts';

interface SheetView {
  /** What is shown and judged: the plan, or only what is there. */
  seen: 'plan' | 'owned';
  see: (seen: SheetView['seen']) => void;
}
export const useSheetView = create<SheetView>((set) => ({ seen: 'plan', see: (seen) => set({ seen }) }));

interface Laying {
  /** Whether what is laid out is there, or is to be bought. */
  as: 'owned' | 'planned';
  lay: (as: Laying['as']) => void;
}
/** Kept on this device: who plans goes on planning. */
export const useLaying = create<Laying>()(persist((set) => ({ as: 'owned', lay: (as) => set({ as }) }), { name: 'ivrak.laying' }));

/** An edit whose new things are planned where that was chosen. */
export function layOut(change: (draft: SheetDraft) => SheetDraft): void {
  edit((before) => {
    const after = change(before);
    if (useLaying.getState().as === 'owned') return after;
    const known = new Set<string>(before.units.map(({ id }) => id));
    return { ...after, units: after.units.map((unit) => (known.has(unit.id) ? unit : { ...unit, planned: true as const })) };
  });
}

/** One more of a kind on the sheet, there or planned as was chosen. */
export const layOneMore = (kind: Kind): void => edit((before) => withOneMore(before, kind, useLaying.getState().as).draft);

/** "I have it": what was planned is there. */
export const haveIt = (id: UnitId): void => edit((draft) => withUnit(draft, id, ({ planned: _, ...unit }: SheetUnit): SheetUnit => unit));

/** What was laid out by mistake as if it were there; what has a lot or a date is there. */
export const planIt = (id: UnitId): void =>
  edit((draft) => withUnit(draft, id, (unit): SheetUnit => (canBePlanned(unit) ? { ...unit, planned: true } : unit)));

export const canBePlanned = (unit: SheetUnit): boolean =>
  !isPlanned(unit) && unit.lot === null && unit.expiresOn === null && unit.condition === 'ready' && unit.piecesUsed === 0;
