import { describe, expect, it } from 'vitest';
import { clockTrouble } from './clockTrouble.ts';

const NOW = '2026-11-25T14:00:00.000Z';
const nowMs = Date.parse(NOW);
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
const changed = (ms: number): string => new Date(nowMs + ms).toISOString();

describe('the clocks', () => {
  it('are not spoken of while they agree, nor while nothing was ever changed', () => {
    expect(clockTrouble({ hereMs: nowMs + MINUTE, now: NOW, lastChangeAt: changed(-DAY) })).toEqual([]);
    expect(clockTrouble({ hereMs: nowMs, now: NOW, lastChangeAt: changed(2000) })).toEqual([]);
    expect(clockTrouble({ hereMs: nowMs, now: NOW, lastChangeAt: null })).toEqual([]);
  });

  it('that were set back are told of with how far', () => {
    expect(clockTrouble({ hereMs: nowMs, now: NOW, lastChangeAt: changed(40 * DAY) })).toEqual([
      expect.stringMatching(/stands 40 days before the last change/),
    ]);
  });

  it('of a phone are compared with the server’s, both ways', () => {
    const of = (ms: number) => clockTrouble({ hereMs: nowMs + ms, now: NOW, lastChangeAt: null });
    expect(of(7 * MINUTE)).toEqual([expect.stringMatching(/this device is 7 minutes ahead of the server/)]);
    expect(of(-61 * MINUTE)).toEqual([expect.stringMatching(/this device is 1 hour behind the server/)]);
  });
});
