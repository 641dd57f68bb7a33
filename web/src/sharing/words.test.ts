import { expect, it } from 'vitest';
import { inFours, seenText, usualName } from './words.ts';

it('writes a code as it is read aloud', () => {
  expect(inFours('ABCDEFGH')).toBe('ABCD EFGH');
});

it('says when a device was seen last, in the largest whole measure', () => {
  const now = Date.parse('2026-12-01T12:00:00Z');
  const ago = (ms: number) => seenText(new Date(now - ms).toISOString(), now);
  expect(seenText(null, now)).toBe('not seen yet');
  expect(ago(90_000)).toBe('here now');
  // The clock of the other machine is ahead.
  expect(ago(-500_000)).toBe('here now');
  expect(ago(5 * 60_000)).toBe('seen 5 min ago');
  expect(ago(3 * 3_600_000)).toBe('seen 3 h ago');
  expect(ago(26 * 3_600_000)).toBe('seen 1 day ago');
  expect(ago(9 * 86_400_000)).toBe('seen 9 days ago');
});

it('knows a phone by what its browser says', () => {
  expect(usualName('Engine/5.0 (one; two)')).toBe('computer');
  expect(usualName('Engine/5.0 (one; two) Mobile')).toBe('phone');
  expect(usualName('Engine/5.0 (one; Tablet; two)')).toBe('tablet');
});
