import { KitDraftSchema, type PlacedUnit } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
const START = '2026-11-25T14:02:00.000Z';
const at = (minutes: number): string => new Date(Date.parse(START) + minutes * 60_000).toISOString();

const KitViewDraft = KitDraftSchema.extend({ version: z.number() });
const kitOf = async (id: string) => (await call('get', `/api/kits/${id}`)).body;
const unitOf = async (kitId: string, kind: string): Promise<PlacedUnit> =>
  (await kitOf(kitId)).units.find((unit: PlacedUnit) => unit.kind === kind);
const used = (id: string, unit: { id: string; kind: string }, minutes = 1, pieces = 1) => ({
  id,
  at: at(minutes),
  casualty: 1,
  do: 'used',
  unitId: unit.id,
  kind: unit.kind,
  pieces,
  limb: null,
});
const append = (logId: string, kitId: string, entries: unknown[]) =>
  call('post', `/api/use-logs/${logId}/entries`, { kitId, startedAt: START, entries });

describe('a log of use', () => {
  it('is begun by its first entry, keeps each entry once, and marks its kits as not reconciled', async () => {
    const tourniquet = await unitOf('console-case', 'windlass-tourniquet');
    const blanket = await unitOf('committee-bag', 'foil-blanket');
    const first = await append('log-a', 'console-case', [used('e1', tourniquet), { id: 'e2', at: at(2), casualty: 0, do: 'helpCalled' }]);
    expect(first.status).toBe(200);
    const again = await append('log-a', 'console-case', [used('e1', tourniquet), used('e3', blanket, 5)]);
    expect(again.body.entries.map(({ id }: { id: string }) => id)).toEqual(['e1', 'e2', 'e3']);
    // A thing out of another kit makes that kit a part of it.
    expect(again.body.kitIds).toEqual(['console-case', 'committee-bag']);
    for (const id of ['console-case', 'committee-bag']) expect((await kitOf(id)).openUse).toEqual({ logId: 'log-a', startedAt: START });
    expect((await kitOf('wall-box')).openUse).toBeNull();
    // Nothing leaves a kit before the debrief.
    expect((await unitOf('console-case', 'windlass-tourniquet')).count).toBe(tourniquet.count);
    const { logs } = (await call('get', '/api/use-logs')).body;
    expect(logs.find(({ id }: { id: string }) => id === 'log-a')).toMatchObject({ isOpen: true, entryCount: 3 });
  });

  it('never refuses an entry for a unit that is gone', async () => {
    const gone = await append('log-b', 'console-case', [used('b1', { id: 'no-such-unit', kind: 'gloves' })]);
    expect(gone.status).toBe(200);
    // Nothing of ours went: closed without a line.
    const { version } = (await call('get', '/api/use-logs/log-b')).body;
    expect((await call('post', '/api/use-logs/log-b/debrief', { version, units: [] })).body.isOpen).toBe(false);
  });
});

describe('the debrief', () => {
  it('asks for every thing that was logged, and refuses what cannot be', async () => {
    const log = (await call('get', '/api/use-logs/log-a')).body;
    const tourniquet = await unitOf('console-case', 'windlass-tourniquet');
    const missing = await call('post', '/api/use-logs/log-a/debrief', { version: log.version, units: [] });
    expect(missing.status).toBe(422);
    expect(missing.body.issues).toHaveLength(2);
    const washed = await call('post', '/api/use-logs/log-a/debrief', {
      version: log.version,
      units: [{ unitId: tourniquet.id, fate: 'cleaned', pieces: 1 }],
    });
    expect(issuesOf(washed)).toContain('units.0.fate');
    const tooMany = await call('post', '/api/use-logs/log-a/debrief', {
      version: log.version,
      units: log.entries.flatMap((entry: { unitId?: string }) =>
        entry.unitId === undefined ? [] : [{ unitId: entry.unitId, fate: 'used', pieces: 900 }],
      ),
    });
    expect(issuesOf(tooMany)).toEqual(['units.0.pieces']);
    const stale = await call('post', '/api/use-logs/log-a/debrief', { version: log.version - 1, units: [] });
    expect(stale.status).toBe(409);
  });

  it('takes what is gone out of its kits, keeps lessons, and gives Carry the seconds', async () => {
    const log = (await call('get', '/api/use-logs/log-a')).body;
    const tourniquet = await unitOf('console-case', 'windlass-tourniquet');
    const blanket = await unitOf('committee-bag', 'foil-blanket');
    const gloves = await unitOf('console-case', 'gloves');
    const tick = (step: string) => ({ step, on: '2026-11-20', by: 'Isla Vethrin' });
    const { version, ...draft } = KitViewDraft.parse(await kitOf('console-case'));
    const ticks = [tick(`zip:${draft.containerId}`), tick(`label:${draft.containerId}`)];
    await call('put', '/api/kits/console-case', { version, draft: { ...draft, stage: { ...draft.stage, ticks } } });
    const done = await call('post', '/api/use-logs/log-a/debrief', {
      version: log.version,
      units: [
        { unitId: tourniquet.id, fate: 'used', pieces: 1 },
        { unitId: blanket.id, fate: 'untouched', pieces: 1 },
        { unitId: gloves.id, fate: 'lost', pieces: 1 },
      ],
      steps: ['console-case:gloves'],
      lessons: [{ what: 'slow', kitId: 'console-case', kind: 'windlass-tourniquet', seconds: 42, text: 'the pouch was upside down' }],
    });
    expect(done.body).toMatchObject({ isOpen: false });
    const after = await kitOf('console-case');
    expect(after.openUse).toBeNull();
    // It was opened: closed anew, while the label outside still hangs.
    expect(after.stage.ticks).toEqual(ticks.slice(1));
    // One step was ticked; the others are asked for again when the kit is made ready.
    expect(after.stage.afterUse.map(({ id }: { id: string }) => id)).toEqual([
      'console-case:waste',
      'console-case:container',
      'console-case:tourniquet',
    ]);
    expect((await kitOf('committee-bag')).stage.afterUse).toEqual([]);
    const left = after.units.find(({ id }: PlacedUnit) => id === tourniquet.id);
    expect(left?.count ?? 0).toBe(tourniquet.count - 1);
    expect(after.units.some(({ id }: PlacedUnit) => id === gloves.id)).toBe(gloves.count > 1);
    expect((await unitOf('committee-bag', 'foil-blanket')).count).toBe(blanket.count);
    const { uses } = (await call('get', '/api/kits/console-case/uses')).body;
    expect(uses[0].events.map(({ kind, note }: { kind: string; note: string }) => `${kind} ${note}`).sort()).toEqual([
      'gloves lost',
      'windlass-tourniquet ',
    ]);
    const { reachTimes } = (await call('get', '/api/export')).body;
    expect(reachTimes.filter(({ seconds }: { seconds: number }) => seconds === 42)).toMatchObject([
      { kitId: 'console-case', kind: 'windlass-tourniquet' },
    ]);
    expect((await call('post', '/api/use-logs/log-a/debrief', { version: log.version, units: [] })).status).toBe(409);
  });

  it('offers to put back beyond the least what was used, until it is back; and what another kit could lend', async () => {
    const { kits } = (await call('get', '/api/restock')).body;
    const own = kits.find(({ kitId }: { kitId: string }) => kitId === 'console-case');
    const before = own.asBefore.find(({ kind }: { kind: string }) => kind === 'windlass-tourniquet');
    expect(before).toMatchObject({ count: 1 });
    const [spare] = before.fromStores;
    const move = { version: spare.version, to: 'kit', kitId: 'console-case', count: spare.take };
    expect((await call('post', `/api/units/${spare.unitId}/move`, move)).status).toBe(200);
    const again = (await call('get', '/api/restock')).body.kits.find(({ kitId }: { kitId: string }) => kitId === 'console-case');
    expect((again?.asBefore ?? []).some(({ kind }: { kind: string }) => kind === 'windlass-tourniquet')).toBe(false);
    // Whatever is offered out of a kit lies there, in a layer farther from the body.
    const all = (await call('get', '/api/kits')).body.kits;
    const layers = ['pocket', 'worn', 'afloat', 'base'];
    const layerOf = (id: string) => layers.indexOf(all.find((kit: { id: string }) => kit.id === id).layer);
    const loans = kits.flatMap(({ kitId, lines }: { kitId: string; lines: { fromKits: { kitId: string; unitId: string }[] }[] }) =>
      lines.flatMap(({ fromKits }) => fromKits.map((loan) => ({ ...loan, borrower: kitId }))),
    );
    expect(loans.length).toBeGreaterThan(0);
    for (const loan of loans) {
      expect(layerOf(loan.kitId)).toBeGreaterThan(layerOf(loan.borrower));
      const { units } = all.find(({ id }: { id: string }) => id === loan.kitId);
      expect(units.some(({ id }: { id: string }) => id === loan.unitId)).toBe(true);
    }
  });

  it('counts as put back what was moved in on the sheet, whatever way it took', async () => {
    const tourniquet = await unitOf('wall-box', 'windlass-tourniquet');
    await call('post', '/api/kits/wall-box/uses', { at: START, events: [{ at: START, unitId: tourniquet.id, count: 1, note: '' }] });
    const asBefore = async () => {
      const { kits } = (await call('get', '/api/restock')).body;
      const own = kits.find(({ kitId }: { kitId: string }) => kitId === 'wall-box');
      return (own?.asBefore ?? []).filter(({ kind }: { kind: string }) => kind === 'windlass-tourniquet').length;
    };
    expect(await asBefore()).toBe(1);
    const spare = (await call('post', '/api/stores', { kind: 'windlass-tourniquet', count: 1, authorised: true })).body;
    expect(await asBefore()).toBe(1);
    const { version, ...draft } = KitViewDraft.parse(await kitOf('wall-box'));
    const moved = { ...draft, units: [...draft.units, spare] };
    const put = await call('put', '/api/kits/wall-box', { version, draft: KitDraftSchema.parse(moved) });
    expect(put.status).toBe(200);
    expect(await asBefore()).toBe(0);
    // Taken out again, it is missing again.
    const after = KitViewDraft.parse(await kitOf('wall-box'));
    const without = { ...KitDraftSchema.parse(after), units: after.units.filter(({ id }) => id !== spare.id) };
    expect((await call('put', '/api/kits/wall-box', { version: after.version, draft: without })).status).toBe(200);
    expect(await asBefore()).toBe(1);
  });

  it('is opened again by an entry that comes late, and asks only for what is new', async () => {
    const gauze = await unitOf('console-case', 'plain-gauze-flat');
    const late = await append('log-a', 'console-case', [used('e9', gauze, 9)]);
    expect(late.body.isOpen).toBe(true);
    const refused = await call('post', '/api/use-logs/log-a/debrief', { version: late.body.version, units: [] });
    expect(refused.body.issues).toHaveLength(1);
    const done = await call('post', '/api/use-logs/log-a/debrief', {
      version: late.body.version,
      units: [{ unitId: gauze.id, fate: 'opened', pieces: 1 }],
    });
    expect(done.body.isOpen).toBe(false);
    expect(done.body.debriefs).toHaveLength(2);
  });

  it('is in the export, and comes back out of it as it was', async () => {
    const file = (await call('get', '/api/export')).body;
    expect(file.useLogs.map(({ id, entries }: { id: string; entries: unknown[] }) => [id, entries.length])).toEqual([
      ['log-a', 4],
      ['log-b', 1],
    ]);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(file);
    const twice = { ...file, useLogs: [file.useLogs[0], { ...file.useLogs[0], id: 'other' }] };
    expect(issuesOf(await call('post', '/api/import', twice))).toEqual(expect.arrayContaining(['useLogs.entries.5.id']));
    // Read where neither was known.
    const { useLogs: _, orders: __, ...older } = file;
    expect((await call('post', '/api/import', { ...older, formatVersion: 5 })).status).toBe(200);
    expect((await call('get', '/api/use-logs')).body.logs).toEqual([]);
  });
});
