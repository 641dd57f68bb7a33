import type { NeedChange } from '@ivrak/core/coverage';
import { NEEDS } from '@ivrak/core/model';
import { STATE_WORDS } from '../drawing/figures.ts';

/** "seal: gap, 1 of 2 → held, 2 of 2" */
export function showChange({ need, before, after }: NeedChange): string {
  const figure = ({ have, least, ideal }: NeedChange['before']) => `${have} of ${least > 0 ? least : ideal}`;
  const state = (entry: NeedChange['before']) => STATE_WORDS[entry.state];
  return before.state === after.state
    ? `${NEEDS[need].label}: ${figure(before)} → ${figure(after)}, ${state(after)}`
    : `${NEEDS[need].label}: ${state(before)} → ${state(after)}, ${figure(after)}`;
}
