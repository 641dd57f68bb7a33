import type { KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import { plainUnit, type Unit, type UnitId, UnitIdSchema } from '../model/unit.ts';

/** A change to the draft that mends a finding; undoable like any other edit. */
export type Fix =
  | { do: 'add'; label: string; kind: string }
  | { do: 'swap'; label: string; unitId: UnitId; kind: string }
  | { do: 'takeOut'; label: string; unitId: UnitId }
  | { do: 'setState'; label: string; unitId: UnitId; state: string }
  | { do: 'gather'; label: string; unitIds: UnitId[]; compartment: string };

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
    case 'gather': {
      const ids = fix.unitIds.filter((id) => draft.units.some((unit) => unit.id === id));
      const { locks, pins } = draft.fit;
      // A thing that was locked in its place is let go: it is to lie elsewhere.
      const free = Object.fromEntries(Object.entries(locks).filter(([id]) => !ids.some((own) => id === own || id.startsWith(`${own}:`))));
      const pinned = Object.fromEntries(
        draft.units.flatMap((unit) => (ids.includes(unit.id) ? itemsOf(unit) : [])).map((id) => [id, fix.compartment]),
      );
      return ids.length === 0 ? draft : { ...draft, fit: { ...draft.fit, locks: free, pins: { ...pins, ...pinned } } };
    }
  }
}

/** Every single thing of a stack, as the packing calls it. */
const itemsOf = ({ id, count }: Unit): string[] => Array.from({ length: count }, (_, index) => (index === 0 ? id : `${id}:${index + 1}`));

const fresh = (kind: string, id: string): Unit => plainUnit(UnitIdSchema.parse(id), kind);
