import { type Loadout, LoadoutSchema } from '@ivrak/core/model';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../data/client.ts';
import { createDraft, ONE_STEP_MS, SAVE_AFTER_MS } from './createDraft.ts';

const data = LoadoutSchema.parse({ id: 'l', name: 'Start', kits: [] });
let sent: { version: number; name: string }[];
let left: { path: string; init: RequestInit }[];
let answer: () => Promise<void>;

function open() {
  const draft = createDraft<Loadout, { id: string; data: Loadout; version: number }>({
    path: (id) => `/api/loadouts/${id}`,
    body: (version, written) => ({ version, data: written }),
    put: async (_, version, written) => {
      sent.push({ version, name: written.name });
      await answer();
      return { id: 'l', data: written, version: version + 1 };
    },
    toDraft: (stored) => stored.data,
    canSend: ({ name }) => name.trim() !== '',
    isStored: (value): value is { id: string; data: Loadout; version: number } => typeof value === 'object' && value !== null,
    nowMs: () => Date.now(),
  });
  draft.open({ id: 'l', data, version: 7 });
  const now = (): Loadout => draft.use.getState().draft ?? data;
  const change = (next: Partial<Loadout>, step = '') => draft.edit((before) => ({ ...before, ...next }), step);
  return { ...draft, now, change, state: () => draft.use.getState() };
}

beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  left = [];
  vi.stubGlobal('localStorage', { getItem: () => 'isla' });
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    left.push({ path, init });
    return Promise.resolve(new Response('{}'));
  });
  answer = () => Promise.resolve();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('steps of a loadout', () => {
  it('go back one by one to the start, and come again to the end', () => {
    const draft = open();
    draft.change({ passesSecurity: true });
    draft.change({ bearers: ['belt'] });
    draft.change({ bearers: [] });
    draft.undo();
    expect(draft.now().bearers).toEqual(['belt']);
    draft.undo();
    draft.undo();
    expect(draft.now()).toEqual(data);
    draft.undo();
    expect(draft.now()).toEqual(data);
    for (let step = 0; step < 4; step += 1) draft.redo();
    expect(draft.now()).toMatchObject({ passesSecurity: true, bearers: [] });
  });

  it('are one where a name is typed, two where the hand rested, and two where switches are pressed', () => {
    const draft = open();
    const name = () => draft.now().name;
    for (const typed of ['B', 'Bo', 'Boa']) draft.change({ name: typed }, 'name');
    vi.advanceTimersByTime(ONE_STEP_MS);
    draft.change({ name: 'Boat' }, 'name');
    draft.undo();
    expect(name()).toBe('Boa');
    draft.undo();
    expect(name()).toBe('Start');
    expect(draft.use.temporal.getState().pastStates).toEqual([]);
    draft.change({ isBroughtAnew: true } as Partial<Loadout>); // any other field
    expect(draft.use.temporal.getState().futureStates).toEqual([]);
  });
});

describe('keeping a loadout', () => {
  it('waits for the hand to rest, sends the latest, each write on the version of the one before', async () => {
    const draft = open();
    draft.change({ name: 'A' });
    draft.change({ name: 'AB' });
    expect(draft.state().save).toBe('dirty');
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    draft.change({ name: 'ABC' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(sent).toEqual([
      { version: 7, name: 'AB' },
      { version: 8, name: 'ABC' },
    ]);
    expect(draft.state()).toMatchObject({ save: 'saved', version: 9 });
  });

  it('keeps what could not be sent and says so; the next change sends it on the same version', async () => {
    const draft = open();
    answer = () => Promise.reject(new Error('no server'));
    draft.change({ name: 'A' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(draft.state()).toMatchObject({ error: 'no server', save: 'failed' });
    answer = () => Promise.resolve();
    draft.change({ situation: 'afloat' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(sent.map(({ version }) => version)).toEqual([7, 7]);
    expect(draft.state()).toMatchObject({ error: null, save: 'saved' });
  });

  it('never sends a loadout without a name', async () => {
    const draft = open();
    draft.change({ name: ' ' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(sent).toEqual([]);
    draft.leave();
    expect(left).toEqual([]);
  });

  it('sends what is left when the tab goes, with who did it, also while a write is under way', async () => {
    const draft = open();
    const lastLeft = () => {
      const { path, init } = left.at(-1) as (typeof left)[number]; // something was sent
      return { path, person: (init.headers as Record<string, string>)['x-ivrak-person'], ...JSON.parse(String(init.body)) };
    };
    draft.leave();
    expect(left).toEqual([]);
    draft.change({ name: 'A' });
    draft.leave();
    expect(lastLeft()).toMatchObject({ path: '/api/loadouts/l', person: 'isla', version: 7, data: { name: 'A' } });
    let come = () => {};
    answer = () =>
      new Promise((resolve) => {
        come = resolve;
      });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    draft.change({ name: 'AB' });
    draft.leave();
    expect(lastLeft()).toMatchObject({ version: 8, data: { name: 'AB' } });
    come();
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(sent.at(-1)).toEqual({ version: 8, name: 'AB' });
  });

  it('keeps both where another window came first, until somebody chooses', async () => {
    const draft = open();
    const theirs = { id: 'l', data: { ...data, name: 'Theirs' }, version: 12 };
    answer = () => Promise.reject(new ApiError(409, 'Changed meanwhile', 'x', [], theirs));
    draft.change({ name: 'Mine' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(draft.state()).toMatchObject({ save: 'conflict', draft: { name: 'Mine' }, theirs });
    answer = () => Promise.resolve();
    draft.keepMine();
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(sent.at(-1)).toEqual({ version: 12, name: 'Mine' });
  });

  it('awaits a write under way before it says that all is sent', async () => {
    const draft = open();
    let come = () => {};
    answer = () =>
      new Promise((resolve) => {
        come = resolve;
      });
    draft.change({ name: 'A' });
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    let isDone = false;
    const done = draft.saveNow().then(() => {
      isDone = true;
    });
    await vi.advanceTimersByTimeAsync(10);
    expect(isDone).toBe(false);
    come();
    await done;
    expect(draft.state()).toMatchObject({ save: 'saved', version: 8 });
  });
});
