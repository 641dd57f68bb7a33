import type { Beside } from '@ivrak/core/kit';
import type { Kit, KitId, KitSet, KitUpkeep, NeedId, PlainDate, StoredUnit } from '@ivrak/core/model';

export interface StoredKit extends Omit<Kit, 'units'> {
  units: StoredUnit[];
  packing: unknown;
  upkeep: KitUpkeep;
  inspectedOn: PlainDate | null;
  openUse: OpenUse | null;
  /** What it is carried as one with; null: it is by itself. */
  inSet: InSet | null;
}

/** The set of a kit, as that kit sees it. */
export interface InSet extends Beside, Pick<KitSet, 'id' | 'name' | 'kitIds' | 'own'> {
  alone: NeedId[];
  version: number;
  others: { id: KitId; name: string; units: StoredUnit[] }[];
}
export type OpenUse = { logId: string; startedAt: string };
