import type { Layer } from '@ivrak/core/model';

/** A usual container and place of each layer, to begin from. */
export const START_PLACES: Record<Layer, { containerId: string; positionId: string }> = {
  pocket: { containerId: 'life-vest-pouch', positionId: 'life-vest-pocket' },
  worn: { containerId: 'belt-pouch', positionId: 'belt-side' },
  afloat: { containerId: 'hard-case', positionId: 'console' },
  base: { containerId: 'hard-case', positionId: 'wall-box' },
};
