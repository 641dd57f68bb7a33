import { beforeEach, expect, it, vi } from 'vitest';
import { keptInThought } from './keptFixture.ts';

const stored = keptInThought();

let { createOutbox } = await import('./outbox.ts');
let { withoutWaiting } = await import('./keptDeeds.ts');
let { ApiError, OfflineError } = await import('../data/client.ts');
beforeEach(async () => {
  stored.clear();
  vi.resetModules();
  ({ createOutbox } = await import('./outbox.ts'));
  ({ withoutWaiting } = await import('./keptDeeds.ts'));
  ({ ApiError, OfflineError } = await import('../data/client.ts'));
});
const settled = () => vi.advanceTimersByTimeAsync(1);

it('keeps what was done through a reload and sends it in its order once the machine is back', async () => {
  let isAway = true;
  const sent: string[] = [];
  const send = async ({ id }: { id: string }) => {
    if (isAway) throw new OfflineError();
    sent.push(id);
  };
  const before = createOutbox('box', send);
  for (const id of ['a', 'b', 'c']) before.add({ id });
  await settled();
  expect(before.use.getState().waiting.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
  isAway = false;
  const after = createOutbox('box', send);
  await settled();
  expect(sent).toEqual(['a', 'b', 'c']);
  expect(after.use.getState().waiting).toEqual([]);
  expect(stored.get('box')).toBe('[]');
});

it('holds nothing up for one that is refused, and keeps that until somebody lets it go', async () => {
  const sent: string[] = [];
  const { use, add, drop } = createOutbox<{ id: string }>('box', async ({ id }) => {
    if (id === 'b') throw new ApiError(404, 'Unknown kit', 'There is no kit.', [], null);
    sent.push(id);
  });
  for (const id of ['a', 'b', 'c']) add({ id });
  await settled();
  expect(sent).toEqual(['a', 'c']);
  expect(use.getState()).toMatchObject({ waiting: [{ id: 'b' }], refused: { b: 'There is no kit.' } });
  drop('b');
  expect(use.getState()).toEqual({ waiting: [], refused: {} });
});

it('offers no spare twice that waits to be put back', () => {
  const spares = [
    { unitId: 'a', take: 1 },
    { unitId: 'b', take: 3 },
    { unitId: 'b', take: 1 },
  ];
  const deed = (unitId: string, count: number, what: 'putBack' | 'took' = 'putBack') => ({
    id: `${unitId}${count}`,
    at: '2026-11-25T14:05:00Z',
    do: what,
    unitId,
    kind: 'plain-gauze',
    count,
    kitId: 'bow',
  });
  expect(withoutWaiting(spares, [deed('a', 1), deed('b', 2), deed('b', 1, 'took')])).toEqual([
    { unitId: 'b', take: 1 },
    { unitId: 'b', take: 1 },
  ]);
});

it('keeps every piece that is put back, though two of them come out of one stack', async () => {
  const { keepPutBacks, keptDeeds } = await import('./keptDeeds.ts');
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  const taken = [
    { unitId: 'stack', kind: 'plain-gauze', take: 1 },
    { unitId: 'stack', kind: 'plain-gauze', take: 2 },
    { unitId: 'other', kind: 'seal', take: 1, fromKit: true },
  ];
  expect(keepPutBacks('bow', 'first', taken)).toBe(false);
  const { waiting } = keptDeeds.use.getState();
  expect(waiting.map(({ unitId, count }) => [unitId, count])).toEqual([
    ['stack', 1],
    ['stack', 2],
  ]);
  // The first may have arrived: it goes out again under its own name, and no other does.
  expect(waiting.map(({ id }) => id === 'first')).toEqual([true, false]);
});
