/** From deciding to reach for it: in the hand, out of its wrapping, on a limb of one's own. */
const LAPS = ['hand', 'open', 'applied'] as const;

export type Laps =
  | { is: 'ready' }
  | { is: 'running'; sinceMs: number; taken: readonly number[] }
  | { is: 'stopped'; taken: readonly number[] };

const tenths = (ms: number): number => Math.round(ms / 100) / 10;

/** A press starts it, and each next one ends a part; after the last it stands until it is kept or set back. Seconds from the start. */
export function press(state: Laps, atMs: number): Laps {
  if (state.is === 'ready') return { is: 'running', sinceMs: atMs, taken: [] };
  if (state.is === 'stopped') return state;
  const taken = [...state.taken, tenths(Math.max(0, atMs - state.sinceMs))];
  return taken.length === LAPS.length ? { is: 'stopped', taken } : { ...state, taken };
}

/** Ends with what was taken; before anything was in the hand there is nothing to keep. */
export const stop = (state: Laps): Laps =>
  state.is !== 'running' ? state : state.taken.length === 0 ? { is: 'ready' } : { is: 'stopped', taken: state.taken };

/** What the next press says. */
export function nextWords(state: Laps): string {
  if (state.is === 'ready') return 'Start';
  const next = LAPS[state.taken.length];
  return next === 'hand' ? 'In my hand' : next === 'open' ? 'Open' : 'It sits';
}
