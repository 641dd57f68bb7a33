import { setImmediate } from 'node:timers/promises';

/** Lets what came in meanwhile be heard: the embedded database works without letting go of the thread. */
export const breathe = (): Promise<void> => setImmediate(undefined);
