import type { KitAsk } from '@ivrak/core/propose';

/** What somebody limits; the mass is that of the whole kit, with its container. */
export interface Limits {
  money: number | null;
  massG: number | null;
  thicknessMm: number | null;
}
export type Wishes = Omit<KitAsk, 'limits'>;
