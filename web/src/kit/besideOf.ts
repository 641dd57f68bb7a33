import type { Beside } from '@ivrak/core/kit';
import { ownKit } from '@ivrak/core/loadout';
import type { InSetView } from '@ivrak/core/model';

/** The rest of a kit's set, as the server tells it: the other kits, and what their bearer has of his own. Null: it is by itself. */
export function besideOf(inSet: InSetView | null): Beside | null {
  if (inSet === null) return null;
  const { others, own, alone } = inSet;
  return { beside: [...others, ...ownKit(own)], alone };
}
