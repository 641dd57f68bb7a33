import type { Kit, KitUpkeep, PlainDate, StoredUnit } from '@ivrak/core/model';

export interface StoredKit extends Omit<Kit, 'units'> {
  units: StoredUnit[];
  packing: unknown;
  upkeep: KitUpkeep;
  inspectedOn: PlainDate | null;
  openUse: OpenUse | null;
}
export type OpenUse = { logId: string; startedAt: string };
