import type { KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import { plainUnit, type Unit, type UnitId, UnitIdSchema } from '../model/unit.ts';

/** A change to the draft that mends a finding; undoable like any other edit. */
export type Fix =
  | { do: 'add'; label: string; kind: string }
  | { do: 'swap'; label: string; unitId: UnitId; kind: string }
  | { do: 'takeOut'; label: string; unitId: UnitId }
  | { do: 'setState'; label: string; unitId: UnitId; state: string };

/**
 * Applies a fix to a draft. `newId` names a unit that is added. A fix whose unit is gone changes nothing and gives the same
 * draft back.
 */
export function applyFix(draft: KitDraft, fix: Fix, catalog: KindCatalog, newId: string): KitDraft {
  switch (fix.do) {
    case 'add':
      return catalog.has(fix.kind) ? { ...draft, units: [...draft.units, fresh(fix.kind, newId)] } : draft;
    case 'swap': {
      // The other thing is another thing: it has an id, a lot and a date of its own.
      const at = draft.units.findIndex(({ id }) => id === fix.unitId);
      const old = draft.units[at];
      return old === undefined || !catalog.has(fix.kind)
        ? draft
        : { ...draft, units: draft.units.with(at, { ...fresh(fix.kind, newId), count: old.count }) };
    }
    case 'takeOut':
      return draft.units.some(({ id }) => id === fix.unitId)
        ? { ...draft, units: draft.units.filter(({ id }) => id !== fix.unitId) }
        : draft;
    case 'setState':
      return draft.units.some(({ id }) => id === fix.unitId)
        ? { ...draft, units: draft.units.map((unit) => (unit.id === fix.unitId ? { ...unit, state: fix.state } : unit)) }
        : draft;
  }
}

const fresh = (kind: string, id: string): Unit => plainUnit(UnitIdSchema.parse(id), kind);
