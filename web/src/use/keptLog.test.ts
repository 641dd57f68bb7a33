import { type UseEntry, UseEntrySchema, UseLogSchema } from '@ivrak/core/incident';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type KeptLog, keep, readKept, unsentOf, withServer } from './keptLog.ts';

const entry = (id: string): UseEntry => UseEntrySchema.parse({ id, at: '2026-11-25T14:00:00Z', casualty: 1, do: 'act', act: 'pressure' });
const log = (ids: string[], sent: string[] = []): KeptLog => ({
  ...UseLogSchema.parse({ id: 'log', kitId: 'vest', startedAt: '2026-11-25T14:00:00Z', entries: ids.map(entry) }),
  sent,
});
const idsOf = (kept: { entries: readonly UseEntry[] } | null) => kept?.entries.map(({ id }) => id);

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
});

describe('the log in the browser', () => {
  it('is there again after a reload, and nothing that cannot be read breaks it', () => {
    keep(log(['a', 'b']));
    expect(idsOf(readKept())).toEqual(['a', 'b']);
    localStorage.setItem('ivrak.use.log', '{"id":');
    expect(readKept()).toBeNull();
    localStorage.setItem('ivrak.use.log', '{"id":"x"}');
    expect(readKept()).toBeNull();
  });

  it('keeps what two tabs wrote side by side, each entry once', () => {
    keep(log(['a', 'b']));
    expect(idsOf(keep(log(['a', 'c'], ['a'])))).toEqual(['a', 'b', 'c']);
    expect(readKept()?.sent).toEqual(['a']);
    // Another log takes the place of the one before.
    expect(idsOf(keep({ ...log(['z']), id: 'next' }))).toEqual(['z']);
  });

  it('knows what is still to be sent, and takes over what the server has', () => {
    const kept = withServer(log(['a', 'b', 'c'], ['a']), [entry('a'), entry('b'), entry('other-phone')]);
    expect(idsOf(kept)).toEqual(['a', 'b', 'c', 'other-phone']);
    expect(unsentOf(kept).map(({ id }) => id)).toEqual(['c']);
  });

  it('does not send again what the server could not read and put aside', () => {
    const kept = withServer(log(['a', 'b']), [entry('a')], ['b']);
    expect(unsentOf(kept)).toEqual([]);
    expect(idsOf(kept)).toEqual(['a', 'b']);
    expect(keep(kept).unread).toEqual(['b']);
  });
});
