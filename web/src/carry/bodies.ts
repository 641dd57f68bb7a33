import type { BodySpot } from '@ivrak/core/model';

/** The figure's sheet: a front at the left, a back at the right. Units of the drawing. */
export const SHEET = { wide: 300, high: 236 } as const;

/** Where a position is on the figure. The right hand is at the left of the front, as one looks at somebody. */
export const SPOTS: Record<BodySpot, { x: number; y: number; side: 'front' | 'back' }> = {
  lifeVest: { x: 57, y: 72, side: 'front' },
  chest: { x: 97, y: 66, side: 'front' },
  vest: { x: 79, y: 94, side: 'front' },
  side: { x: 44, y: 112, side: 'front' },
  hip: { x: 66, y: 132, side: 'front' },
  hipLeft: { x: 96, y: 132, side: 'front' },
  thighLeft: { x: 108, y: 158, side: 'front' },
  chestRight: { x: 74, y: 46, side: 'front' },
  thigh: { x: 52, y: 156, side: 'front' },
  ankle: { x: 60, y: 212, side: 'front' },
  back: { x: 222, y: 74, side: 'back' },
  smallOfBack: { x: 222, y: 108, side: 'back' },
  seat: { x: 238, y: 134, side: 'back' },
  seatLeft: { x: 206, y: 134, side: 'back' },
};

export interface Place {
  id: string;
  x: number;
  y: number;
}

const WAYS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** Sideways distance counts this much against going on in the direction of the key. */
const SIDEWAYS = 1.6;

/** The place that an arrow key leads to: the nearest one on that side; where there is none, the same. */
export function nextPlace(places: readonly Place[], from: string, key: string): string {
  const way = WAYS[key];
  const here = places.find(({ id }) => id === from);
  if (way === undefined || here === undefined) return from;
  let best: { id: string; cost: number } | null = null;
  for (const { id, x, y } of places) {
    if (id === from) continue;
    const along = (x - here.x) * way[0] + (y - here.y) * way[1];
    const aside = Math.abs((x - here.x) * way[1]) + Math.abs((y - here.y) * way[0]);
    if (along <= 0) continue;
    const cost = along + SIDEWAYS * aside;
    if (best === null || cost < best.cost) best = { id, cost };
  }
  return best?.id ?? from;
}

/** A kit that is being moved on the figure, and the place it is held over; null: none is. */
export type Moving = { kitId: string; from: string; over: string } | null;
export type MoveStep =
  | { do: 'pickUp'; kitId: string; from: string }
  | { do: 'key'; key: string; places: readonly Place[] }
  | { do: 'over'; place: string }
  | { do: 'cancel' };

/** Picks up, holds over another place, gives up. Putting down is the page's, which knows the loadout. */
export function moving(state: Moving, step: MoveStep): Moving {
  switch (step.do) {
    case 'pickUp':
      return { kitId: step.kitId, from: step.from, over: step.from };
    case 'key':
      return state === null ? null : { ...state, over: nextPlace(step.places, state.over, step.key) };
    case 'over':
      return state === null ? null : { ...state, over: step.place };
    case 'cancel':
      return null;
  }
}
