import { expect, it } from 'vitest';
import { byDay, type Entry, pathOf } from '../settings/journal.ts';
import { SCREENS } from './screens.ts';

const entry = (at: string, thing: Partial<NonNullable<Entry['thing']>> | null = null, what = 'kit saved'): Entry =>
  ({ id: 1, at, what, thing: thing === null ? null : { id: 'x', name: 'X', kitId: null, ...thing } }) as Entry; // what is asked of it

it('goes day by day, in the order in which changes come', () => {
  const days = byDay([entry('2026-11-25T09:00:00'), entry('2026-11-25T08:00:00'), entry('2026-11-24T23:59:00')]);
  expect(days.map(({ day, of }) => [day, of.length])).toEqual([
    ['Wed, 25 November 2026', 2],
    ['Tue, 24 November 2026', 1],
  ]);
});

it('leads from every kind of thing to a screen that is there', () => {
  const heads = SCREENS.map(({ path }) => path.split('/:')[0]);
  for (const of of ['unit', 'use', 'person', 'loadout', 'set', 'pattern', 'trip', 'kind', 'container', 'position'] as const) {
    const path = pathOf(entry('2026-11-25T09:00:00', { of }))?.split('?')[0] ?? '';
    expect(heads, `${of} ${path}`).toContain(path.replace(/\/x$/, ''));
  }
  expect(pathOf(entry('2026-11-25T09:00:00'))).toBeNull();
  expect(pathOf(entry('2026-11-25T09:00:00', { of: 'unit', kitId: 'bow' }))).toBe('/kits/bow/bench');
  expect(pathOf(entry('2026-11-25T09:00:00', { of: 'kit' }, 'kit inspected'))).toBe('/kits/x/inspect');
});
