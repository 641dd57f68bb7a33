import type { FitItem, PlacedItem } from '@ivrak/core/fit';
import type { Container, KitDraft } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { aDraft } from '../kit/unitFixture.ts';
import {
  type Arranged,
  heldCount,
  layDown,
  letGoOfAll,
  moveTo,
  nextFold,
  nudge,
  type Scene,
  toggleLock,
  togglePin,
  turn,
} from './arrange.ts';

const CONTAINER: Container = {
  id: 'case',
  name: 'Case',
  make: 'soft',
  compartments: [
    { id: 'main', wMm: 150, hMm: 120, dMm: 30, access: 'front' },
    { id: 'lid', wMm: 100, hMm: 80, dMm: 20, access: 'front' },
    {
      id: 'band',
      wMm: 200,
      hMm: 100,
      dMm: 20,
      access: 'top',
      slots: [
        { id: 'slot 1', wMm: 60, hMm: 90, dMm: 20, stretchMm: 10 },
        { id: 'slot 2', wMm: 60, hMm: 90, dMm: 20 },
      ],
    },
  ],
  massG: 1,
  wallMm: 0,
  opening: 'zip',
};
const box = (id: string, more: Partial<PlacedItem> = {}): PlacedItem => ({
  id,
  compartment: 'main',
  xMm: 10,
  yMm: 20,
  zMm: 0,
  wMm: 60,
  hMm: 40,
  dMm: 10,
  folded: false,
  ...more,
});
const item = (id: string, more: Partial<FitItem> = {}): FitItem => ({ id, wMm: 60, hMm: 40, tMm: 10, shape: 'flat', reach: 3, ...more });

const DRAFT = aDraft({ layer: 'worn', containerId: 'case' });
function sceneOf(placed: PlacedItem[], items: FitItem[], draft: KitDraft = DRAFT): Scene {
  const result = { placed, unplaced: [] } as unknown as Scene['result']; // all that arranging looks at
  return { draft, container: CONTAINER, result, items };
}
const scene = sceneOf([box('a'), box('b', { xMm: 80 })], [item('a'), item('b', { foldable: true })]);
const draftIn = (arranged: Arranged): KitDraft => {
  if (!arranged.ok) throw new Error(arranged.reason);
  return arranged.draft;
};
const reasonOf = (arranged: Arranged): string => (arranged.ok ? '' : arranged.reason);

describe('locking', () => {
  it('keeps a thing where it lies, and lets it go again', () => {
    const locked = draftIn(toggleLock(scene, 'a'));
    expect(locked.fit.locks.a).toMatchObject({ compartment: 'main', xMm: 10, yMm: 20, zMm: 0, wMm: 60 });
    expect(draftIn(toggleLock({ ...scene, draft: locked }, 'a')).fit.locks).toEqual({});
  });

  it('is refused in film and bands, which have no place of their own', () => {
    const film = { ...scene, container: { ...CONTAINER, make: 'vacuumRoll' as const } };
    expect(reasonOf(toggleLock(film, 'a'))).toContain('Film');
    expect(reasonOf(nudge(film, 'a', 5, 0))).toContain('Film');
  });

  it('is refused for what is left out', () => {
    expect(reasonOf(toggleLock(scene, 'gone'))).toContain('left out');
    expect(reasonOf(togglePin(scene, 'gone'))).toContain('left out');
    expect(reasonOf(nudge(scene, 'gone', 5, 0))).toContain('left out');
    expect(reasonOf(turn(scene, 'gone'))).toContain('left out');
  });
});

describe('moving', () => {
  it('goes by so much, stops at the walls, and goes on from where it was locked, not from the packing before', () => {
    const once = draftIn(nudge(scene, 'a', 5, -5));
    expect(once.fit.locks.a).toMatchObject({ xMm: 15, yMm: 15 });
    const twice = draftIn(nudge({ ...scene, draft: once }, 'a', 5, 0));
    expect(twice.fit.locks.a).toMatchObject({ xMm: 20, yMm: 15 });
    expect(draftIn(nudge(scene, 'a', -500, 500)).fit.locks.a).toMatchObject({ xMm: 0, yMm: 80 });
  });

  it('lays a thing on what is locked under it, and refuses where that grows too thick', () => {
    const held = draftIn(toggleLock(scene, 'b'));
    const onTop = draftIn(layDown({ ...scene, draft: held }, 'a', { compartment: 'main', xMm: 70, yMm: 20 }));
    expect(onTop.fit.locks.a?.zMm).toBe(10);
    const tall = { ...held, fit: { ...held.fit, locks: { b: { ...box('b', { xMm: 80, dMm: 25 }) } } } };
    expect(reasonOf(layDown({ ...scene, draft: tall }, 'a', { compartment: 'main', xMm: 70, yMm: 20 }))).toContain('5 mm too thick');
  });

  it('refuses a place that is too small, a compartment that is not there, and a slot that is taken or not named', () => {
    const wide = sceneOf([box('a', { wMm: 120 })], [item('a', { wMm: 120 })]);
    expect(reasonOf(layDown(wide, 'a', { compartment: 'lid', xMm: 0, yMm: 0 }))).toContain('120 × 40 mm into 100 × 80 mm');
    expect(reasonOf(layDown(scene, 'a', { compartment: 'nowhere', xMm: 0, yMm: 0 }))).toContain('no such compartment');
    expect(reasonOf(layDown(scene, 'a', { compartment: 'band', xMm: 0, yMm: 0 }))).toContain('one of the slots');
    const inSlot = draftIn(layDown(scene, 'a', { compartment: 'band', slot: 'slot 1', xMm: 90, yMm: 0 }));
    expect(inSlot.fit.locks.a).toMatchObject({ slot: 'slot 1', xMm: 10 });
    const both = sceneOf([box('a'), box('b')], [item('a'), item('b')], inSlot);
    expect(reasonOf(layDown(both, 'b', { compartment: 'band', slot: 'slot 1', xMm: 0, yMm: 0 }))).toContain('taken');
  });

  it('brings what was left out in, at a place of its own', () => {
    const out = sceneOf([], [item('a')]);
    expect(draftIn(layDown(out, 'a', { compartment: 'lid', xMm: 3, yMm: 4 })).fit.locks.a).toMatchObject({
      compartment: 'lid',
      xMm: 3,
      yMm: 4,
      wMm: 60,
    });
  });
});

describe('turning, folding, pinning', () => {
  it('turns about its corner where it goes in, and says so where it goes in one way only', () => {
    expect(draftIn(turn(scene, 'a')).fit.locks.a).toMatchObject({ wMm: 40, hMm: 60, xMm: 10, yMm: 20 });
    const square = sceneOf([box('a', { hMm: 60 })], [item('a', { hMm: 60 })]);
    expect(reasonOf(turn(square, 'a'))).toContain('this way only');
  });

  it('folds, never folds, and is free again; what does not fold is refused', () => {
    const folded = draftIn(nextFold(scene, 'b'));
    expect(folded.fit.folds).toEqual({ b: true });
    const never = draftIn(nextFold({ ...scene, draft: folded }, 'b'));
    expect(never.fit.folds).toEqual({ b: false });
    expect(draftIn(nextFold({ ...scene, draft: never }, 'b')).fit.folds).toEqual({});
    expect(reasonOf(nextFold(scene, 'a'))).toContain('does not fold');
  });

  it('pins to the compartment it lies in, or to another one, and lets a lock go for that', () => {
    const pinned = draftIn(togglePin(scene, 'a'));
    expect(pinned.fit.pins).toEqual({ a: 'main' });
    expect(draftIn(togglePin({ ...scene, draft: pinned }, 'a')).fit.pins).toEqual({});
    const locked = draftIn(toggleLock(scene, 'a'));
    const moved = draftIn(moveTo({ ...scene, draft: locked }, 'a', 'lid'));
    expect(moved.fit).toMatchObject({ pins: { a: 'lid' }, locks: {} });
    expect(heldCount(moved)).toBe(1);
    expect(heldCount(letGoOfAll(moved))).toBe(0);
  });
});
