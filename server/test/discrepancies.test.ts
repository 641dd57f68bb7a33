import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../core/testing/rounds.ts';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
const START = '2026-11-25T14:02:00.000Z';
const at = (minutes: number): string => new Date(Date.parse(START) + minutes * 60_000).toISOString();

interface Placed {
  id: string;
  kind: string;
  count: number;
  condition: string;
  kitId: string | null;
  piecesUsed: number;
  version: number;
}
interface Open {
  data: { id: string; what: string; kitId: string; unitId: string; kind: string; count: number };
  version: number;
  now: (Placed & { place: string }) | null;
  others: Placed[];
}
const kitOf = async (id: string): Promise<{ units: Placed[] }> => (await call('get', `/api/kits/${id}`)).body;
const stores = async (): Promise<(Placed & { place: string })[]> => (await call('get', '/api/stores')).body.units;
const open = async (): Promise<Open[]> => (await call('get', '/api/discrepancies')).body.discrepancies;
const settle = (id: string, version: number, unitId: string | null) => call('post', `/api/discrepancies/${id}/settle`, { version, unitId });
const late = (kitId: string, ...deeds: object[]) => call('post', `/api/kits/${kitId}/late`, { deeds });
const became = async (sent: ReturnType<typeof late>): Promise<string[]> =>
  (await sent).body.results.map((one: { became: string }) => one.became);
const putBack = (id: string, { id: unitId, kind }: Placed, count = 1) => ({ id, at: at(5), do: 'putBack', unitId, kind, count });
const used = (id: string, { id: unitId, kind }: Placed) => ({
  id,
  at: at(3),
  casualty: 1,
  do: 'used',
  unitId,
  kind,
  pieces: 1,
  limb: null,
});
const spare = async (count = 1) => {
  const found = (await stores()).find((unit) => unit.place === 'stores' && unit.condition === 'ready' && unit.count === count);
  if (found === undefined) throw new Error(`no spare of ${count}`);
  return found;
};

describe('what was put back while the machine was away', () => {
  it('goes in once, however often it is sent', async () => {
    const unit = await spare();
    for (const expected of ['done', 'known', 'known']) expect(await became(late('belt-kit', putBack('p1', unit)))).toEqual([expected]);
    expect((await kitOf('belt-kit')).units.filter(({ id }) => id === unit.id)).toHaveLength(1);
  });

  it('of two phones that took the same spare gives it to one, and tells the other', async () => {
    const unit = await spare();
    expect(await became(late('console-case', putBack('a1', unit)))).toEqual(['done']);
    expect(await became(late('belt-kit', putBack('b1', unit)))).toEqual(['discrepancy']);
    expect(await became(late('belt-kit', putBack('b1', unit)))).toEqual(['known']);
    const [one, ...more] = (await open()).filter(({ data }) => data.id === 'b1');
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      data: { what: 'notThere', kitId: 'belt-kit', unitId: unit.id },
      now: { place: 'kit', kitId: 'console-case' },
    });
    // It is in the other kit after all: said so, it goes there.
    expect(issuesOf(await settle('b1', 1, null as never))).toEqual([]);
    // Settled is settled, for whoever saw it before and for whoever sees it now.
    for (const version of [1, 2]) expect((await settle('b1', version, null)).status).toBe(409);
    expect((await open()).some(({ data }) => data.id === 'b1')).toBe(false);
    expect((await kitOf('console-case')).units.some(({ id }) => id === unit.id)).toBe(true);
  });

  it('lies where somebody says that it lies', async () => {
    const unit = await spare();
    await late('console-case', putBack('a2', unit));
    await late('belt-kit', putBack('b2', unit));
    const stranger = (await kitOf('belt-kit')).units.find(({ kind }) => kind !== unit.kind) as Placed;
    expect(issuesOf(await settle('b2', 1, stranger.id))).toEqual(['unitId']);
    const otherKind = (await stores()).find(
      ({ kind, place, condition }) => kind !== unit.kind && place === 'stores' && condition === 'ready',
    ) as Placed;
    expect(issuesOf(await settle('b2', 1, otherKind.id))).toEqual(['unitId']);
    expect((await settle('b2', 1, unit.id)).status).toBe(200);
    expect((await kitOf('belt-kit')).units.some(({ id }) => id === unit.id)).toBe(true);
    expect((await kitOf('console-case')).units.some(({ id }) => id === unit.id)).toBe(false);
  });
});

describe('one thing that two used', () => {
  it('of two logs is told, and both entries stand; what it was in truth is taken out', async () => {
    const { units } = await kitOf('console-case');
    const spareKinds = (await stores()).flatMap(({ kind, place }) => (place === 'stores' ? [kind] : []));
    const unit = units.find(({ kind, count }) => count === 1 && spareKinds.includes(kind)) as Placed;
    const write = (log: string, entry: object) =>
      call('post', `/api/use-logs/${log}/entries`, { kitId: 'console-case', startedAt: START, entries: [entry] });
    await write('log-a', used('e1', unit));
    expect((await open()).filter(({ data }) => data.unitId === unit.id)).toEqual([]);
    for (let round = 0; round < 2; round += 1) expect((await write('log-b', used('e2', unit))).body.entries).toHaveLength(1);
    const told = (await open()).filter(({ data }) => data.unitId === unit.id);
    expect(told).toHaveLength(1);
    const [one] = told as [Open];
    expect(one.data).toMatchObject({ what: 'usedTwice', kitId: 'console-case', count: 1 });
    expect(one.others.every(({ kind, id }) => kind === unit.kind && id !== unit.id)).toBe(true);
    expect(one.others.length).toBeGreaterThan(0);
    const other = one.others.at(-1) as Placed;
    const had = other.count;
    expect((await settle(one.data.id, 1, other.id)).status).toBe(200);
    const after = [...(await kitOf('console-case')).units, ...(await stores())].find(({ id }) => id === other.id);
    expect(after?.count ?? 0).toBe(had - 1);
    expect((await call('get', '/api/kits/console-case/uses')).body.uses.some(({ id }: { id: string }) => id === one.data.id)).toBe(true);
  });

  it('counts in a log that was debriefed only what came after', async () => {
    const unit = (await kitOf('tow-panel')).units.find(({ count }) => count === 1) as Placed;
    const write = (entry: object) =>
      call('post', '/api/use-logs/log-late/entries', { kitId: 'tow-panel', startedAt: START, entries: [entry] });
    const { version } = (await write(used('e8', unit))).body;
    const debrief = { version, units: [{ unitId: unit.id, fate: 'used', pieces: 1 }] };
    expect((await call('post', '/api/use-logs/log-late/debrief', debrief)).status).toBe(200);
    await write(used('e9', unit));
    const told = (await open()).filter(({ data }) => data.unitId === unit.id);
    expect(told.map(({ data }) => data.count)).toEqual([1]);
  });

  it('is no discrepancy where the first was a slip of the thumb, or there were two', async () => {
    const { units } = await kitOf('console-case');
    const two = units.find(({ count }) => count === 2) as Placed;
    const write = (log: string, ...entries: object[]) =>
      call('post', `/api/use-logs/${log}/entries`, { kitId: 'console-case', startedAt: START, entries });
    await write('log-c', used('e3', two));
    await write('log-d', used('e4', two));
    const single = units.findLast(({ count }) => count === 1) as Placed;
    await write('log-c', used('e5', single), { id: 'e6', at: at(4), casualty: 1, do: 'takenBack', of: 'e5' });
    await write('log-d', used('e7', single));
    expect((await open()).filter(({ data }) => [two.id, single.id].includes(data.unitId))).toEqual([]);
  });

  it('of a small thing is told too: nothing that was taken is dropped', async () => {
    const { units } = await kitOf('belt-kit');
    const unit = units.at(-1) as Placed;
    await call('post', `/api/units/${unit.id}/move`, { version: unit.version, to: 'discarded' });
    const took = { id: 't1', at: at(6), do: 'took', unitId: unit.id, kind: unit.kind, count: 1 };
    expect(await became(late('belt-kit', took))).toEqual(['discrepancy']);
    expect((await open()).find(({ data }) => data.id === 't1')).toMatchObject({ data: { what: 'usedTwice' }, now: { place: 'discarded' } });
  });
});

it('loses and doubles nothing, in whatever order phones come back and however often they send', async () => {
  const kits = ['belt-kit', 'console-case', 'tow-panel'];
  const everything = async () => {
    const counts = new Map<string, number>();
    const add = ({ kind, count, piecesUsed }: Placed) => counts.set(kind, (counts.get(kind) ?? 0) + count + piecesUsed / 1e6);
    for (const unit of await stores()) add(unit);
    for (const { id } of (await call('get', '/api/kits')).body.kits) for (const unit of (await kitOf(id)).units) add(unit);
    return [...counts].sort();
  };
  const before = await everything();
  const spares = (await stores()).filter(({ place, condition }) => place === 'stores' && condition === 'ready').slice(0, 8);
  const deeds = kits.flatMap((kitId, phone) =>
    spares.map((unit, index) => ({ kitId, deed: putBack(`r${phone}-${index}`, unit, unit.count) })),
  );
  const first = new Map<string, string>();
  const inAnyOrder = fc.shuffledSubarray([...deeds, ...deeds], { minLength: 2 * deeds.length });
  await fc.assert(
    fc.asyncProperty(inAnyOrder, async (sent) => {
      for (const { kitId, deed } of sent) {
        const [is] = await became(late(kitId, deed));
        if (first.has(deed.id)) expect(is).toBe('known');
        else first.set(deed.id, is as string);
      }
    }),
    { seed: seeded(41), numRuns: 1 },
  );
  expect(await everything()).toEqual(before);
  const told = new Set((await open()).map(({ data }) => data.id));
  for (const [id, is] of first) expect(told.has(id), `${id} ${is}`).toBe(is === 'discrepancy');
  // Each spare went to one of the three.
  expect([...first.values()].filter((is) => is === 'done')).toHaveLength(spares.length);
});
