import { KitIdSchema, type KitView, plainUpkeep, UnitIdSchema } from '@ivrak/core/model';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { draftOf, edit, keepMine, openKit, redo, saveNow, sendOnLeave, sendTo, takeTheirs, undo, useDraft } from './draftStore.ts';
import { aDraft, aUnit } from './unitFixture.ts';

const unit = (id: string) => aUnit(id, 'gloves');
const kitAt = (version: number, more: Partial<KitView> = {}): KitView => ({
  ...aDraft(),
  id: KitIdSchema.parse('k1'),
  upkeep: plainUpkeep(),
  units: [unit('u1')],
  container: { id: 'belt-pouch', name: 'Belt pouch' },
  position: { id: 'belt-side', name: 'Belt side' },
  packing: null,
  class: { name: '', sentence: '', lacking: [], next: null },
  inspectedOn: null,
  openUse: null,
  inSet: null,
  version,
  summary: {
    rungs: [],
    held: 0,
    asked: 0,
    massG: 0,
    massLimitG: null,
    priceMinor: 0,
    thicknessMm: null,
    isMeasured: false,
    thicknessLimitMm: 75,
    allIn: null,
    readyUntil: null,
    gap: null,
    outer: null,
    shares: [],
    next: null,
  },
  ...more,
});

interface Sent {
  url: string;
  headers: Record<string, string>;
  method: string;
  body: { version: number; draft: ReturnType<typeof draftOf>; sentTo: Record<string, string> };
}
let sent: Sent[] = [];
let answer: (call: Sent) => Response | Promise<Response>;
const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
/** A server that takes every write and counts the version up. */
const taking = (call: Sent) =>
  json(
    200,
    kitAt(call.body.version + 1, { ...call.body.draft, units: call.body.draft.units.map((entry) => ({ ...unit('x'), ...entry })) }),
  );

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    const headers = init.headers as Record<string, string>;
    const call = { url, headers, method: init.method ?? 'GET', body: JSON.parse(String(init.body)) };
    sent.push(call);
    return Promise.resolve(answer(call));
  });
  sent = [];
  answer = taking;
  openKit(kitAt(3));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const rename = (name: string) => edit((draft) => ({ ...draft, name }));
const settle = () => vi.advanceTimersByTimeAsync(2000);

describe('autosave', () => {
  it('sends one write for a burst of edits, on the version that was opened', async () => {
    for (const name of ['A', 'AB', 'ABC']) rename(name);
    expect(useDraft.getState().save).toBe('dirty');
    await settle();
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({ url: '/api/kits/k1', method: 'PUT', body: { version: 3, draft: { name: 'ABC' } } });
    expect(useDraft.getState()).toMatchObject({ save: 'saved', version: 4 });
  });

  it('sends nothing where nothing changed', async () => {
    edit((draft) => draft);
    await settle();
    expect(sent).toHaveLength(0);
  });

  it('sends what was typed while a save was under way in a second write, on the new version', async () => {
    let release = () => {};
    answer = (call) =>
      sent.length === 1
        ? new Promise<Response>((resolve) => {
            release = () => resolve(taking(call));
          })
        : taking(call);
    rename('first');
    await vi.advanceTimersByTimeAsync(500);
    rename('second');
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent).toHaveLength(1);
    release();
    await settle();
    expect(sent.map(({ body }) => [body.version, body.draft.name])).toEqual([
      [3, 'first'],
      [4, 'second'],
    ]);
    expect(useDraft.getState()).toMatchObject({ save: 'saved', version: 5 });
  });

  it('says that it failed, keeps the draft, and succeeds on trying again', async () => {
    answer = () => Promise.reject(new TypeError('no network'));
    rename('kept');
    await settle();
    expect(useDraft.getState()).toMatchObject({ save: 'failed', error: expect.stringContaining('does not answer') });
    expect(useDraft.getState().draft?.name).toBe('kept');
    answer = taking;
    await saveNow();
    expect(useDraft.getState()).toMatchObject({ save: 'saved', error: null });
    expect(sent.at(-1)?.body.draft.name).toBe('kept');
  });

  it('shows why a write is not acceptable', async () => {
    answer = () =>
      json(422, {
        title: 'Not acceptable',
        detail: 'draft.name: give the kit a name',
        issues: [{ path: 'draft.name', message: 'give the kit a name' }],
      });
    rename(' ');
    await settle();
    expect(useDraft.getState()).toMatchObject({ save: 'failed', error: 'draft.name: give the kit a name' });
  });

  it('goes with the tab when that is closed', () => {
    rename('leaving');
    sendOnLeave();
    expect(sent.at(-1)?.body).toMatchObject({ version: 3, draft: { name: 'leaving' } });
  });

  it('says who did it when the tab is closed, and goes on the version that a save under way will have made', async () => {
    vi.stubGlobal('localStorage', { getItem: () => 'isla', setItem: () => undefined });
    let release = () => {};
    answer = (call) =>
      sent.length > 1
        ? taking(call)
        : new Promise<Response>((resolve) => {
            release = () => resolve(taking(call));
          });
    rename('first');
    await vi.advanceTimersByTimeAsync(500);
    rename('last words');
    sendOnLeave();
    expect(sent.map(({ body }) => [body.version, body.draft.name])).toEqual([
      [3, 'first'],
      [4, 'last words'],
    ]);
    expect(sent[1]?.headers['x-ivrak-person']).toBe('isla');
    release();
    await settle();
  });
});

describe('two people on one kit', () => {
  const theirs = kitAt(9, { name: 'Theirs' });
  beforeEach(async () => {
    answer = () => json(409, { title: 'Changed meanwhile', detail: 'x', current: theirs });
    rename('Mine');
    await settle();
  });

  it('neither overwrites nor loses: both are there until somebody chooses', async () => {
    expect(useDraft.getState()).toMatchObject({ save: 'conflict', draft: { name: 'Mine' }, theirs: { name: 'Theirs' } });
    rename('Mine, typed on');
    await settle();
    expect(sent).toHaveLength(1);
  });

  it('takes theirs and sends nothing', async () => {
    takeTheirs();
    await settle();
    expect(sent).toHaveLength(1);
    expect(useDraft.getState()).toMatchObject({ save: 'saved', version: 9, draft: { name: 'Theirs' } });
  });

  it('keeps mine, on their version', async () => {
    answer = taking;
    keepMine();
    await settle();
    expect(sent.at(-1)?.body).toMatchObject({ version: 9, draft: { name: 'Mine' } });
    expect(useDraft.getState().save).toBe('saved');
  });
});

describe('undo and redo', () => {
  it('go back and forth through edits, and are saved like edits', async () => {
    rename('A');
    rename('B');
    undo();
    expect(useDraft.getState().draft?.name).toBe('A');
    undo();
    undo();
    expect(useDraft.getState().draft?.name).toBe('Kit');
    redo();
    await settle();
    expect(sent.at(-1)?.body.draft.name).toBe('A');
  });

  it('take a thing that was sent to the stores back in', async () => {
    sendTo(UnitIdSchema.parse('u1'), 'stores');
    await settle();
    expect(sent.at(-1)?.body).toMatchObject({ sentTo: { u1: 'stores' }, draft: { units: [] } });
    undo();
    await settle();
    expect(sent.at(-1)?.body.draft.units.map(({ id }) => id)).toEqual(['u1']);
  });

  it('say "saved" when they lead back to what the server holds, also while a save is under way', async () => {
    rename('A');
    undo();
    expect(useDraft.getState().save).toBe('saved');
    redo();
    answer = async (call) => {
      undo();
      await Promise.resolve();
      return taking(call);
    };
    await vi.advanceTimersByTimeAsync(400);
    redo();
    answer = taking;
    await settle();
    expect(useDraft.getState()).toMatchObject({ save: 'saved', draft: { name: 'A' } });
    expect(sent.at(-1)?.body.draft.name).toBe('A');
  });

  it('do not reach over into another kit', () => {
    rename('A');
    openKit(kitAt(1, { id: KitIdSchema.parse('k2'), name: 'Other' }));
    undo();
    expect(useDraft.getState().draft?.name).toBe('Other');
  });
});

describe('draftOf', () => {
  it('holds what a person edits and nothing that the server adds', () => {
    const draft = draftOf(kitAt(1));
    expect(Object.keys(draft.units[0] ?? {}).sort()).toEqual([
      'condition',
      'count',
      'expiresOn',
      'id',
      'kind',
      'lot',
      'own',
      'piecesUsed',
      'state',
    ]);
    expect(draft).not.toHaveProperty('summary');
  });
});
