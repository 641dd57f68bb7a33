import { describe, expect, it } from 'vitest';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
const START = '2026-11-25T14:02:00.000Z';
const at = (minutes: number): string => new Date(Date.parse(START) + minutes * 60_000).toISOString();
const kitOf = async (id: string) => (await call('get', `/api/kits/${id}`)).body;
const append = (logId: string, kitId: string, entries: unknown[]) =>
  call('post', `/api/use-logs/${logId}/entries`, { kitId, startedAt: START, entries });

describe('what cannot be read as an entry', () => {
  const bad = { id: 'bad-time', at: 'now', casualty: 1, do: 'helpCalled' };
  const hostile = { id: 'n1', at: at(1), casualty: 1, do: 'note', text: 'half \ud800 and NUL \0' };
  const deep = JSON.parse(`${'['.repeat(2000)}${']'.repeat(2000)}`);

  it('is put aside with its reason, holds none of the others, and stands once however often it is sent', async () => {
    const sent = [
      bad,
      { id: 'ok-1', at: at(1), casualty: 0, do: 'helpCalled' },
      hostile,
      'no entry',
      deep,
      { id: 'ok-2', at: at(2), casualty: 1, do: 'act', act: 'warmth' },
    ];
    const first = await append('log-aside', 'console-case', sent);
    expect(first.status).toBe(200);
    expect(first.body.entries.map(({ id }: { id: string }) => id)).toEqual(['ok-1', 'ok-2']);
    expect(first.body.results.map(({ id, became }: { id: string; became: string }) => `${id} ${became}`)).toEqual([
      'bad-time putAside',
      'ok-1 added',
      'n1 putAside',
      'null putAside',
      'null putAside',
      'ok-2 added',
    ]);
    expect(first.body.putAside).toHaveLength(4);
    expect(first.body.putAside[0]).toMatchObject({ text: JSON.stringify(bad), why: expect.stringMatching(/^at: /) });
    const again = await append('log-aside', 'console-case', sent);
    expect(again.body.version).toBe(first.body.version);
    expect(again.body.results.map(({ became }: { became: string }) => became)).toEqual([
      'putAside',
      'known',
      'putAside',
      'putAside',
      'putAside',
      'known',
    ]);
  });

  it('is an entry whose id stands in another log', async () => {
    const { body } = await append('log-other', 'console-case', [{ id: 'ok-1', at: at(1), casualty: 0, do: 'helpCalled' }]);
    expect(body).toMatchObject({ entries: [], results: [{ id: 'ok-1', became: 'putAside' }] });
  });

  it('goes into the export and comes back with it, as does when each entry came', async () => {
    const file = (await call('get', '/api/export')).body;
    const log = file.useLogs.find(({ id }: { id: string }) => id === 'log-aside');
    expect(log.putAside).toHaveLength(4);
    expect(Math.abs(Date.parse(log.received['ok-1']) - Date.now())).toBeLessThan(60_000);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body.useLogs).toEqual(file.useLogs);
  });
});

describe('a log of a phone that was away', () => {
  it('is taken whole, 1,200 entries at once, for a kit that was retired meanwhile or that nobody knows', async () => {
    const { id, version } = await kitOf('tow-panel');
    expect((await call('delete', `/api/kits/${id}?version=${version}`)).status).toBe(200);
    for (const kitId of [id, 'never-seen']) {
      const many = Array.from({ length: 1200 }, (_, index) => ({ id: `${kitId}-${index}`, at: at(index), casualty: 1, do: 'sealChecked' }));
      const log = (await append(`log-${kitId}`, kitId, many)).body;
      expect(log.entries).toHaveLength(1200);
      const more = (await append(`log-${kitId}`, kitId, [{ id: `${kitId}-last`, at: at(3000), casualty: 1, do: 'sealChecked' }])).body;
      expect(more.entries).toHaveLength(1201);
      // Nothing of ours is there to be accounted for.
      expect((await call('post', `/api/use-logs/log-${kitId}/debrief`, { version: more.version, units: [] })).body.isOpen).toBe(false);
    }
  });

  it('needs to be named properly', async () => {
    expect((await append('log%20d', 'console-case', [{}])).status).toBe(422);
    expect(issuesOf(await append('log-e', 'no kit at all', [{}]))).toEqual(['kitId']);
  });
});

interface Inspected {
  answers: { unitId: string; answer: string }[];
}

describe('an inspection that was made while the machine was away', () => {
  const said = (unitId: string, minute: number, answer = 'fine') => ({
    unitId,
    answer,
    note: '',
    scanned: false,
    remembered: null,
    at: at(minute),
  });
  const send = (kitId: string, id: string, answers: unknown[], isFinished = false) =>
    call('post', `/api/kits/${kitId}/inspections/late`, { id, startedAt: at(0), answers, isFinished });
  const listed = async (kitId: string) => (await call('get', `/api/kits/${kitId}/inspections`)).body;
  const unitsOf = async (kitId: string): Promise<string[]> => (await kitOf(kitId)).units.map(({ id }: { id: string }) => id);

  it('is taken in once, however often it is sent, and ends as it ended there', async () => {
    const units = await unitsOf('belt-kit');
    const answers = units.map((id, index) => said(id, index, index === 0 ? 'replace' : 'fine'));
    for (let round = 0; round < 3; round += 1) {
      const { body, status } = await send('belt-kit', 'phone-1', answers, true);
      expect(status).toBe(200);
      expect(body.inspection).toMatchObject({ id: 'phone-1', finishedOn: '2026-11-25' });
      expect([body.gone, body.older]).toEqual([[], []]);
    }
    const { open, finished } = await listed('belt-kit');
    expect(open).toBeNull();
    expect(finished.filter(({ id }: { id: string }) => id === 'phone-1')).toHaveLength(1);
    const kit = await kitOf('belt-kit');
    expect(kit.inspectedOn).toBe('2026-11-25');
    expect(kit.units.find(({ id }: { id: string }) => id === units[0]).condition).not.toBe('ready');
    const journal = (await call('get', '/api/journal?limit=100')).body.entries;
    expect(
      journal.filter(({ what, subject }: { what: string; subject: string }) => what === 'inspected: replace' && subject === units[0]),
    ).toHaveLength(1);
  });

  it('goes on where a thing is left, and the later answer stands whichever comes first', async () => {
    const [first = '', second = ''] = await unitsOf('bow-pocket');
    await send('bow-pocket', 'phone-2', [said(first, 30, 'unsure')]);
    // Another device said something of the same thing before that, and of another one after.
    const { body } = await send('bow-pocket', 'phone-3', [said(first, 10, 'fine'), said(second, 40, 'fine')], true);
    expect(body.older).toEqual([first]);
    expect(body.inspection.id).toBe('phone-2');
    expect(body.inspection.answers.map(({ unitId, answer }: { unitId: string; answer: string }) => [unitId, answer])).toEqual([
      [first, 'unsure'],
      [second, 'fine'],
    ]);
    const { open, finished } = await listed('bow-pocket');
    // Not everything has an answer: it goes on; what the other device said is kept as it said it.
    expect(open.id).toBe('phone-2');
    expect(finished.find(({ id }: { id: string }) => id === 'phone-3').answers).toHaveLength(2);
    await send('bow-pocket', 'phone-3', [said(first, 10, 'fine'), said(second, 40, 'fine')], true);
    expect((await listed('bow-pocket')).finished).toHaveLength(finished.length);
  });

  it('is not lost where the inspection that it went on with was finished meanwhile; what came too late is kept as a record', async () => {
    const units = await unitsOf('guest-vest');
    const { id } = (await call('post', '/api/kits/guest-vest/inspections/start')).body;
    for (const unitId of units) await call('put', `/api/inspections/${id}/answers/${unitId}`, { answer: 'fine' });
    expect((await call('post', `/api/inspections/${id}/finish`)).status).toBe(200);
    const now = Date.now();
    const answers = [
      { ...said(units[0] ?? '', 0, 'replace'), at: new Date(now + 60_000).toISOString() },
      { ...said(units[1] ?? '', 0, 'replace'), at: new Date(now - 3_600_000).toISOString() },
    ];
    for (let round = 0; round < 2; round += 1) {
      const { body } = await send('guest-vest', id, answers, true);
      expect(body.older).toEqual([units[1]]);
      expect(body.inspection.finishedOn).toBe('2026-11-25');
      const answerOf = (unit = '') => body.inspection.answers.find(({ unitId }: { unitId: string }) => unitId === unit).answer;
      expect([answerOf(units[0]), answerOf(units[1])]).toEqual(['replace', 'fine']);
    }
    const kit = await kitOf('guest-vest');
    const conditions = units.slice(0, 2).map((unit) => kit.units.find((one: { id: string }) => one.id === unit).condition);
    expect(conditions[0]).not.toBe('ready');
    expect(conditions[1]).toBe('ready');
    const { finished } = await listed('guest-vest');
    const late = finished.filter((one: { id: string }) => one.id.startsWith(`${id.slice(0, 48)}-`) && one.id !== id);
    expect(late.map((one: Inspected) => one.answers.map(({ unitId, answer }) => [unitId, answer]))).toEqual([[[units[1], 'replace']]]);
  });

  it('tells of what is not in the kit any more, and keeps the rest', async () => {
    const [unitId = ''] = await unitsOf('shore-wallet');
    const { body } = await send('shore-wallet', 'phone-4', [said('somewhere-else', 1), said(unitId, 2)]);
    expect(body.gone).toEqual(['somewhere-else']);
    expect(body.inspection.answers.map((one: { unitId: string }) => one.unitId)).toEqual([unitId]);
  });

  it('says where it cannot be read', async () => {
    const twice = await send('wall-box', 'phone-5', [said('a', 1), said('a', 2)]);
    expect([twice.status, issuesOf(twice)]).toEqual([422, ['answers']]);
    const late = await send('wall-box', 'phone-5', [{ ...said('a', 1), at: 'now' }]);
    expect([late.status, issuesOf(late)]).toEqual([422, ['answers.0.at']]);
    expect((await listed('wall-box')).open).toBeNull();
  });
});
