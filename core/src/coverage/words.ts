import { NEEDS, type NeedId } from '../model/need.ts';
import { inWords } from '../model/words.ts';
import type { SharedTool, WantedTwice } from './reasons.ts';

/** "Pressure-bar bandage 100 mm; then nothing would hold the packing down" */
export const ifNeedBeText = (name: string, leavesOpen: NeedId | null): string =>
  leavesOpen === null ? name : `${name}; then ${NEEDS[leavesOpen].without}`;

/** "One headlamp: light and means to call; it is the only one." */
export const sharedToolText = (name: string, { needs, alone }: SharedTool): string =>
  `One ${name.toLowerCase()}: ${inWords(needs.map((need) => NEEDS[need].label))}${alone.length > 0 ? '; it is the only one' : ''}.`;

/** What a thing is booked for and what it was not booked for, and what would change that. */
export const wantedTwiceText = (name: string, { bookedFor, notFor }: WantedTwice): string =>
  `${name} is wanted for two jobs: it counts as ${NEEDS[bookedFor].one} here, not as ${NEEDS[notFor].one}. One more ${NEEDS[bookedFor].one} would free it.`;
