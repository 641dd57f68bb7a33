import type { Loadout, LoadoutView } from '@ivrak/core';

export interface StoredLoadout {
  id: string;
  data: Loadout;
  version: number;
  /** Null: no kit is in it. */
  view: LoadoutView | null;
}
export interface LoadoutsAnswer {
  loadouts: StoredLoadout[];
  /** Kits that two people would have at once. */
  shared: { kitId: string; loadouts: string[] }[];
}
