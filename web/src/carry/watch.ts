export type Watch = { is: 'ready' } | { is: 'running'; sinceMs: number } | { is: 'stopped'; seconds: number };

/** Shorter is a slip of the thumb. */
export const LEAST_TIME_S = 0.2;

/** A press starts it, another stops it; stopped it waits until it is kept or set back. Tenths of a second. */
export function watch(state: Watch, step: { do: 'press'; atMs: number }): Watch {
  switch (state.is) {
    case 'ready':
      return { is: 'running', sinceMs: step.atMs };
    case 'running':
      return { is: 'stopped', seconds: Math.round((step.atMs - state.sinceMs) / 100) / 10 };
    case 'stopped':
      return state;
  }
}
