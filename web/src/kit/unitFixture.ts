import { BriefSchema, type KitDraft, nothingMadeReady, type StoredUnit, StoredUnitSchema } from '@ivrak/core/model';

/** A ready unit of which no lot is known, for tests. */
export const aUnit = (id: string, kind: string, count = 1): StoredUnit =>
  StoredUnitSchema.parse({
    ...{ id, kind, count, condition: 'ready' },
    ...{ lotId: null, gtin: null, seller: null, authorised: null, priceMinor: null, version: 1 },
  });

/** A kit of which only what is given is said, for tests. */
export const aDraft = (more: Partial<KitDraft> = {}): KitDraft => ({
  name: 'Kit',
  layer: 'pocket',
  personId: null,
  containerId: 'belt-pouch',
  positionId: 'belt-side',
  schoolId: 'committee-first',
  brief: BriefSchema.parse({}),
  setAside: [],
  ...nothingMadeReady(),
  units: [],
  ...more,
});
