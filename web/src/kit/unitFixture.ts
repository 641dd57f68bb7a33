import { type StoredUnit, StoredUnitSchema } from '@ivrak/core/model';

/** A ready unit of which no lot is known, for tests. */
export const aUnit = (id: string, kind: string, count = 1): StoredUnit =>
  StoredUnitSchema.parse({
    ...{ id, kind, count, condition: 'ready' },
    ...{ lotId: null, gtin: null, seller: null, authorised: null, priceMinor: null, version: 1 },
  });
