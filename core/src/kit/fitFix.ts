import type { NeedChange } from '../coverage/changes.ts';
import type { KitDraft } from '../model/kit.ts';
import { type Unit, UnitIdSchema } from '../model/unit.ts';

/** A change that may make a kit fit; each is an edit of the draft. */
export type FitFix =
  | { do: 'setState'; unitId: string; state: string }
  | { do: 'swap'; unitId: string; kind: string }
  | { do: 'takeOut'; unitId: string }
  | { do: 'press'; press: number }
  | { do: 'container'; containerId: string }
  | { do: 'position'; positionId: string };

export interface FitProposal {
  fixes: FitFix[];
  /** "Pressure dressing: outer wrapper off" */
  labels: string[];
  outerTMm: number;
  limitMm: number;
  /** What becomes of the needs. */
  changes: NeedChange[];
  /** What else it costs: so much heavier, to be bought at the usual price in minor units of money, and so many seconds longer to draw. */
  costs: { massG: number; priceMinor: number; drawS: number };
}

/** Applies one change. What names something unknown changes nothing. `newId` names a unit that comes in by a swap. */
export function applyFitFix(draft: KitDraft, fix: FitFix, newId: string): KitDraft {
  const change = (unitId: string, how: (unit: Unit) => Unit[]): KitDraft =>
    draft.units.some(({ id }) => id === unitId)
      ? { ...draft, units: draft.units.flatMap((unit) => (unit.id === unitId ? how(unit) : [unit])) }
      : draft;
  switch (fix.do) {
    case 'setState':
      return change(fix.unitId, (unit) => [{ ...unit, state: fix.state }]);
    case 'takeOut':
      return change(fix.unitId, (unit) => (unit.count > 1 ? [{ ...unit, count: unit.count - 1 }] : []));
    case 'swap':
      // The other thing is another thing: it has a lot and a date of its own.
      return change(fix.unitId, (unit) => [
        {
          ...unit,
          id: UnitIdSchema.parse(newId),
          kind: fix.kind,
          state: 'asSold',
          lot: null,
          expiresOn: null,
          piecesUsed: 0,
          own: undefined,
        },
      ]);
    case 'press':
      return { ...draft, fit: { ...draft.fit, press: fix.press } };
    case 'container':
      return { ...draft, containerId: fix.containerId, fit: { ...draft.fit, locks: {}, pins: {} } };
    case 'position':
      return { ...draft, positionId: fix.positionId };
  }
}

export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
export const bulk = ({ wMm, hMm, tMm }: { wMm: number; hMm: number; tMm: number }): number => wMm * hMm * tMm;

/** How much a change is felt, in one order for all; planning values. */
export const COSTS: Record<FitFix['do'], number> = { setState: 1, press: 1.5, swap: 3, container: 4, position: 4.5, takeOut: 6 };
export const costOf = ({ fixes }: FitProposal): number => fixes.reduce((sum, fix) => sum + COSTS[fix.do], 0);
