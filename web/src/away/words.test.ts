import { expect, it } from 'vitest';
import { isKept, withinReach } from './kept.ts';
import { awayText, keptText } from './words.ts';

const NOW = Date.parse('2026-12-01T12:00:00Z');
const ago = (ms: number) => new Date(NOW - ms).toISOString();

it('says what waits and how old what is shown is', () => {
  expect(awayText(0, null, NOW)).toBe('Away: nothing waits for the machine.');
  expect(awayText(1, ago(30_000), NOW)).toBe('Away: 1 entry waits for the machine. What you see is of just now.');
  expect(awayText(3, ago(50 * 60_000), NOW)).toBe('Away: 3 entries wait for the machine. What you see is 50 min old.');
  expect(awayText(3, ago(20 * 3_600_000), NOW)).toBe('Away: 3 entries wait for the machine. What you see is 20 h old.');
  expect(awayText(3, ago(5 * 86_400_000), NOW)).toBe('Away: 3 entries wait for the machine. What you see is 5 days old.');
});

it('keeps what is fetched to be kept, and nothing that is long, secret, or changes anything', () => {
  for (const url of withinReach(['helm-vest', 'bow-pocket'])) expect(isKept(url), url).toBe(true);
  for (const path of [
    '/api/export',
    '/api/backups',
    '/api/journal',
    '/api/sharing',
    '/api/changes',
    '/api/health',
    '/api/kits/x/copies',
    '/kits/x',
  ])
    expect(isKept(path), path).toBe(false);
});

it('promises no more of what is kept than the browser does', () => {
  expect(keptText({ isKept: false, isPersistent: true })).toMatch(/not kept yet/);
  expect(keptText({ isKept: true, isPersistent: false })).toMatch(/may throw that away/);
  expect(keptText({ isKept: true, isPersistent: true })).not.toMatch(/may/);
});
