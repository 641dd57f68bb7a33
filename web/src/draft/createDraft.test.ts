import { type Loadout, LoadoutSchema } from '@ivrak/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { KEEP_AFTER_MS, loadoutDraft, ONE_STEP_MS } from './loadoutDraft.ts';

const data = LoadoutSchema.parse({ id: 'l', name: 'Start', kits: [] });
let sent: { version: number; name: string }[];
let answer: () => Promise<void>;
const open = () =>
  loadoutDraft(
    { id: 'l', data, version: 7 },
    {
      nowMs: () => Date.now(),
      put: async (version: number, { name }: Loadout) => {
        sent.push({ version, name });
        await answer();
        return version + 1;
      },
    },
  );

beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answer = () => Promise.resolve();
});
afterEach(() => vi.useRealTimers());

describe('steps of a loadout', () => {
  it('go back one by one to the start, and come again to the end', () => {
    const draft = open();
    const now = () => draft.store.getState().loadout;
    draft.change({ passesSecurity: true });
    draft.change({ bearers: ['belt'] });
    draft.change({ bearers: [] });
    draft.undo();
    expect(now().bearers).toEqual(['belt']);
    draft.undo();
    draft.undo();
    expect(now()).toEqual(data);
    draft.undo();
    expect(now()).toEqual(data);
    for (let step = 0; step < 4; step += 1) draft.redo();
    expect(now()).toMatchObject({ passesSecurity: true, bearers: [] });
  });

  it('are one where a name is typed, two where the hand rested, and two where switches are pressed', () => {
    const draft = open();
    const name = () => draft.store.getState().loadout.name;
    for (const typed of ['B', 'Bo', 'Boa']) draft.change({ name: typed });
    vi.advanceTimersByTime(ONE_STEP_MS);
    draft.change({ name: 'Boat' });
    draft.undo();
    expect(name()).toBe('Boa');
    draft.undo();
    expect(name()).toBe('Start');
    expect(draft.store.temporal.getState().pastStates).toEqual([]);
    draft.change({ isBroughtAnew: true } as Partial<Loadout>); // any other field
    expect(draft.store.temporal.getState().futureStates).toEqual([]);
  });
});

describe('keeping a loadout', () => {
  it('waits for the hand to rest, sends the latest, each write on the version of the one before', async () => {
    const draft = open();
    draft.change({ name: 'A' });
    draft.change({ name: 'AB' });
    expect(draft.store.getState().isSaved).toBe(false);
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    draft.change({ name: 'ABC' });
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    expect(sent).toEqual([
      { version: 7, name: 'AB' },
      { version: 8, name: 'ABC' },
    ]);
    expect([draft.store.getState().isSaved, draft.version()]).toEqual([true, 9]);
  });

  it('keeps what could not be sent and says so; the next change sends it on the same version', async () => {
    const draft = open();
    answer = () => Promise.reject(new Error('no server'));
    draft.change({ name: 'A' });
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    expect(draft.store.getState()).toMatchObject({ error: 'no server', isSaved: false });
    answer = () => Promise.resolve();
    draft.change({ situation: 'afloat' });
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    expect(sent.map(({ version }) => version)).toEqual([7, 7]);
    expect(draft.store.getState()).toMatchObject({ error: null, isSaved: true });
  });

  it('never sends a loadout without a name', async () => {
    const draft = open();
    draft.change({ name: ' ' });
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    expect(sent).toEqual([]);
    expect(draft.leftover()).toBeNull();
  });

  it('knows what is left when the tab goes, also while a write is under way', async () => {
    const draft = open();
    expect(draft.leftover()).toBeNull();
    draft.change({ name: 'A' });
    expect(draft.leftover()).toMatchObject({ version: 7, data: { name: 'A' } });
    let come = () => {};
    answer = () =>
      new Promise((resolve) => {
        come = resolve;
      });
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    draft.change({ name: 'AB' });
    expect(draft.leftover()).toMatchObject({ version: 8, data: { name: 'AB' } });
    come();
    await vi.advanceTimersByTimeAsync(KEEP_AFTER_MS);
    expect(sent.at(-1)).toEqual({ version: 8, name: 'AB' });
  });
});
