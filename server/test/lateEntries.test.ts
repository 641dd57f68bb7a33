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
