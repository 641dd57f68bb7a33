import { partSheet, type SheetUnit, sheetOf } from '@ivrak/core/kit';
import type { KitDraft, KitView, Unit, UnitId } from '@ivrak/core/model';
import { addressOf, api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { createDraft } from '../draft/createDraft.ts';

/** A kit as it is edited: what is planned lies on the sheet among what is there, and nothing stands beside it. */
export interface SheetDraft extends KitDraft {
  units: SheetUnit[];
}

export function draftOf(kit: KitView): SheetDraft {
  const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, leftOut, fit, stage, modules } = kit;
  const units = kit.units.map(
    ({ id, kind, count, piecesUsed, condition, state, lot, expiresOn, own }): Unit => ({
      id,
      kind,
      count,
      piecesUsed,
      condition,
      state,
      lot,
      expiresOn,
      own,
    }),
  );
  const head = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, leftOut, fit, stage, modules };
  return { ...head, units: sheetOf({ units, planned: kit.planned }), planned: [] };
}

/** The sheet taken apart, as it is sent and stored. */
const asSent = (draft: SheetDraft): KitDraft => ({ ...draft, ...partSheet(draft.units) });

const isKit = (value: unknown): value is KitView => typeof value === 'object' && value !== null && 'units' in value && 'version' in value;

/** Where things went that were taken off the sheet since the kit was opened. */
let sentTo: Record<string, 'stores' | 'discarded' | 'practice'> = {};

const body = (version: number, draft: SheetDraft) => ({ version, draft: asSent(draft), sentTo });

const kitDraft = createDraft<SheetDraft, KitView>({
  path: (id) => addressOf('/api/kits/:id', { params: { id } }),
  body,
  put: (id, version, draft) => api.put('/api/kits/:id', { params: { id }, body: body(version, draft) }),
  toDraft: draftOf,
  isStored: isKit,
  onOpened: () => {
    sentTo = {};
  },
  onSaved: (kit) => {
    queryClient.setQueryData(['kit', kit.id], kit);
    void queryClient.invalidateQueries({ queryKey: ['kits'] });
  },
  nowMs: () => performance.now(),
});

/** The draft of the kit whose screens are open. */
export const { use: useDraft, open: openKit, edit, undo, redo, saveNow, takeTheirs, keepMine, leave: sendOnLeave } = kitDraft;

/** Takes a thing off the sheet and says where it goes. */
export function sendTo(unitId: UnitId, place: (typeof sentTo)[string]): void {
  sentTo = { ...sentTo, [unitId]: place };
  edit((draft) => ({ ...draft, units: draft.units.filter(({ id }) => id !== unitId) }));
}
