import { describe, expect, it } from 'vitest';
import { isWorse, type NeedFigures } from './changes.ts';
import type { NeedState } from './states.ts';

const figures = (state: NeedState, have = 1, least = 1, ideal = 2): NeedFigures => ({ state, have, least, ideal });
const worse = (before: NeedFigures, after: NeedFigures) => isWorse({ need: 'M.limb', before, after });

describe('a change for the worse', () => {
  it('is a lower state, in the order gap, thin, held, full', () => {
    const order = ['gap', 'thin', 'held', 'full'] as const;
    for (const [low, lower] of order.entries())
      for (const [high, higher] of order.entries())
        expect(worse(figures(higher), figures(lower)), `${higher} to ${lower}`).toBe(low < high);
  });

  it('is less of what is asked for where the state stays', () => {
    expect(worse(figures('held', 3), figures('held', 2))).toBe(true);
    expect(worse(figures('gap', 1, 2), figures('gap', 1, 4))).toBe(true);
    expect(worse(figures('gap', 0, 2), figures('gap', 1, 2))).toBe(false);
  });

  it('is a need that comes up unmet, and none that comes up met or goes away', () => {
    expect(worse(figures('off', 0, 0, 0), figures('gap', 0, 2))).toBe(true);
    expect(worse(figures('off', 0, 0, 0), figures('held', 2, 2))).toBe(false);
    expect(worse(figures('held'), figures('off', 0, 0, 0))).toBe(false);
  });
});
