import { describe, expect, it } from 'vitest';
import { freeId } from './freeId.ts';

describe('freeId', () => {
  it('makes an id from a name, and a further one where it is taken', () => {
    expect(freeId('Deck bag, red', new Set())).toBe('deck-bag-red');
    expect(freeId('Deck bag', new Set(['deck-bag', 'deck-bag-2']))).toBe('deck-bag-3');
  });

  it('makes one even from a name without letters, and keeps it short enough to be numbered', () => {
    expect(freeId('…', new Set())).toBe('own');
    expect(freeId('x'.repeat(200), new Set(['x'.repeat(58)])).length).toBeLessThanOrEqual(64);
  });
});
