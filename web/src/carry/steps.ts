/** What was before and what comes again; `last` is what was changed last, and when. */
export interface Steps<T> {
  past: readonly T[];
  future: readonly T[];
  last: { field: string; atMs: number } | null;
}
export const noSteps: Steps<never> = { past: [], future: [], last: null };

const MOST_STEPS = 100;
/** What is typed within this time is one step: a name is undone as a whole, not letter by letter. */
export const ONE_STEP_MS = 1200;

/** Keeps what stood before a change. Changes of a field that is typed into, close to each other, are one step. */
export function withStep<T>(steps: Steps<T>, before: T, change: { field: string; isTyped: boolean; atMs: number }): Steps<T> {
  const { field, isTyped, atMs } = change;
  const isSame = isTyped && steps.last?.field === field && atMs - steps.last.atMs < ONE_STEP_MS;
  return { past: isSame ? steps.past : [...steps.past, before].slice(-MOST_STEPS), future: [], last: { field, atMs } };
}

/** One step back: what is now comes again on redo. Null: there is none. */
export function back<T>({ past, future }: Steps<T>, now: T): { steps: Steps<T>; now: T } | null {
  const before = past.at(-1);
  return before === undefined ? null : { steps: { past: past.slice(0, -1), future: [now, ...future], last: null }, now: before };
}

export function forth<T>({ past, future }: Steps<T>, now: T): { steps: Steps<T>; now: T } | null {
  const [next, ...rest] = future;
  return next === undefined ? null : { steps: { past: [...past, now], future: rest, last: null }, now: next };
}
