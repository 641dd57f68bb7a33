import { type UseEntry, UseEntrySchema } from '@ivrak/core/incident';
import { KitIdSchema } from '@ivrak/core/model';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { unsentOf } from './keptLog.ts';

const KIT = KitIdSchema.parse('vest');
const KEY = 'ivrak.use.log';

/** A server that keeps entries by id; `isAway` and `refuses` are what goes wrong with it. */
const server = {
  entries: new Map<string, UseEntry>(),
  calls: 0,
  isAway: false,
  refuses: false,
  losesAnswer: false,
  isOpen: true,
  unread: [] as string[],
  most: 0,
};
const answerOf = (logId: string, kitId = 'vest', startedAt = '2026-11-25T14:00:00.000Z') => ({
  id: logId,
  kitId,
  startedAt,
  kitIds: [kitId],
  isOpen: server.isOpen,
  version: 2,
  entries: [...server.entries.values()],
  results: server.unread.map((id) => ({ id, became: 'putAside', why: 'do: unknown' })),
});

let kept: Map<string, string>;
const load = async () => {
  vi.resetModules();
  return import('./useLog.ts');
};
/** What is under way comes to its end; waiting for the next attempt is not. */
const settle = () => vi.advanceTimersByTimeAsync(10);

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse('2026-11-25T14:00:00Z') });
  kept = new Map();
  Object.assign(server, {
    entries: new Map(),
    calls: 0,
    isAway: false,
    refuses: false,
    losesAnswer: false,
    isOpen: true,
    unread: [],
    most: 0,
  });
  vi.stubGlobal('window', { addEventListener: () => undefined });
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    server.calls += 1;
    if (server.isAway) return Promise.reject(new TypeError('gone'));
    if (server.refuses) return Promise.resolve(new Response('{"detail":"No kit \\"vest\\"."}', { status: 404 }));
    const logId = path.split('/')[3] ?? '';
    if (init.method === 'POST') {
      const { entries } = JSON.parse(String(init.body)) as { entries: UseEntry[] };
      server.most = Math.max(server.most, entries.length);
      for (const entry of entries) if (!server.entries.has(entry.id)) server.entries.set(entry.id, entry);
    }
    if (server.losesAnswer) return Promise.reject(new TypeError('the line broke'));
    return Promise.resolve(new Response(JSON.stringify(answerOf(logId))));
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const act = { do: 'act', casualty: 1, act: 'pressure' } as const;

describe('an entry', () => {
  it('is kept in the browser before it is sent, with the time of the tap, and begins the log', async () => {
    const { useUseLog } = await load();
    server.isAway = true;
    useUseLog.getState().add(KIT, act);
    expect(JSON.parse(kept.get(KEY) ?? '{}')).toMatchObject({
      kitId: 'vest',
      startedAt: '2026-11-25T14:00:00.000Z',
      entries: [{ do: 'act', at: '2026-11-25T14:00:00.000Z' }],
    });
    await settle();
    expect(useUseLog.getState()).toMatchObject({ sending: 'waiting', refusal: null });
  });

  it('is sent by itself when the server is back, however long it was away, and once', async () => {
    const { useUseLog } = await load();
    server.isAway = true;
    for (let index = 0; index < 5; index += 1) useUseLog.getState().add(KIT, act);
    await vi.advanceTimersByTimeAsync(120_000);
    expect(server.calls).toBeGreaterThan(3);
    expect(server.calls).toBeLessThan(40);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(25_000);
    expect(server.entries.size).toBe(5);
    expect(useUseLog.getState().sending).toBe('sent');
    const calls = server.calls;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(server.calls).toBe(calls);
  });

  it('whose answer was lost is sent again and stands there once', async () => {
    const { useUseLog } = await load();
    server.losesAnswer = true;
    useUseLog.getState().add(KIT, act);
    await settle();
    expect(server.entries.size).toBe(1);
    server.losesAnswer = false;
    useUseLog.getState().add(KIT, act);
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.entries.size).toBe(2);
    const { log } = useUseLog.getState();
    expect(log === null ? [] : unsentOf(log)).toEqual([]);
  });

  it('that is refused stays in the browser, and what the server said is told', async () => {
    const { useUseLog } = await load();
    server.refuses = true;
    useUseLog.getState().add(KIT, act);
    await settle();
    expect(useUseLog.getState()).toMatchObject({ sending: 'refused', refusal: 'No kit "vest".' });
    expect(useUseLog.getState().log?.entries).toHaveLength(1);
  });
});

describe('many entries', () => {
  it('are sent in pieces, so that a slow line gets each through', async () => {
    const { useUseLog } = await load();
    server.isAway = true;
    for (let index = 0; index < 450; index += 1) useUseLog.getState().add(KIT, act);
    await settle();
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(25_000);
    expect(server.entries.size).toBe(450);
    expect(server.most).toBe(200);
    expect(useUseLog.getState().sending).toBe('sent');
  });
});

describe('the log', () => {
  it('is there after the page is loaded anew, and goes on with what is still to be sent', async () => {
    const first = await load();
    server.isAway = true;
    first.useUseLog.getState().add(KIT, act);
    first.useUseLog.getState().add(KIT, act);
    await settle();
    server.isAway = false;
    const again = await load();
    await settle();
    expect(again.useUseLog.getState().log?.entries).toHaveLength(2);
    expect(server.entries.size).toBe(2);
  });

  it('is put away only when the server has all of it', async () => {
    const { useUseLog } = await load();
    server.isAway = true;
    useUseLog.getState().add(KIT, act);
    await settle();
    expect(useUseLog.getState().close()).toBe(false);
    expect(kept.has(KEY)).toBe(true);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(25_000);
    expect(useUseLog.getState().close()).toBe(true);
    expect(kept.has(KEY)).toBe(false);
    useUseLog.getState().add(KIT, act);
    expect(useUseLog.getState().log?.entries).toHaveLength(1);
  });

  it('takes in what another phone wrote, and lets go of one that was closed elsewhere', async () => {
    const { lookAgain, useUseLog } = await load();
    useUseLog.getState().add(KIT, act);
    await settle();
    server.entries.set(
      'other',
      UseEntrySchema.parse({ id: 'other', at: '2026-11-25T14:01:00Z', casualty: 2, do: 'note', text: 'from the boat' }),
    );
    await lookAgain();
    expect(useUseLog.getState().log?.entries.map((entry) => entry.do)).toEqual(['act', 'note']);
    server.isOpen = false;
    await lookAgain();
    expect(useUseLog.getState().log).toBeNull();
  });
});
