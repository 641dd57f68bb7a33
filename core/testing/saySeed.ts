import { SEED } from './rounds.ts';

/** Said once a run, so that a random failure can be had again. */
export function setup(): void {
  console.log(`random tests: IVRAK_SEED=${SEED}`);
}
