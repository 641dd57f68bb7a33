import type { TakeLine } from '@ivrak/core/loadout';
import { describe, expect, it } from 'vitest';
import { leaveLabel, onYouText } from './departure.ts';

const line = (name: string, isReady: boolean, of: TakeLine['of'] = 'kit'): TakeLine => ({
  id: name,
  of,
  name,
  set: null,
  where: '',
  isReady,
  reasons: isReady ? [] : ['lapsed'],
});

describe('leaving with what there is', () => {
  it('says ready only where every kit and thing is', () => {
    const all = [line('Vest', true), line('Phone', true, 'own')];
    expect(leaveLabel(all)).toBe('Ready to go');
    expect(onYouText(all)).toBe('All of it is on you.');
  });

  it('says what is not, also once all is ticked', () => {
    expect(leaveLabel([line('Vest', false), line('Box', true)])).toBe('Leave with 1 kit not ready');
    expect(leaveLabel([line('Vest', false), line('Box', false), line('Knife', false, 'own')])).toBe(
      'Leave with 2 kits and 1 thing not ready',
    );
    expect(onYouText([line('Vest', false), line('Box', true)])).toBe('All of it is on you; not ready: Vest.');
  });
});
