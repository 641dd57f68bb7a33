import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { journal } from '../src/db/schema.ts';
import { issuesOf, withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const { call } = running;
const thisYear = Number(TODAY.slice(0, 4));
const old = thisYear - 2;
const folder = () => join(dirname(running.here.backupFolder ?? ''), 'journal');
const archived = (name: string) => JSON.parse(gunzipSync(readFileSync(join(folder(), name))).toString());
const entry = (at: string, subject: string) => ({ at, who: 'local', what: 'kit saved', subject, before: null, after: { name: subject } });
const addOld = async (count: number) => {
  const many = Array.from({ length: count }, (_, n) => entry(`${old}-03-01T10:00:00Z`, `k${n}`));
  await running.here.db
    .insert(journal)
    .values([entry(`${old}-01-01T00:00:00Z`, 'first'), ...many, entry(`${old}-12-31T23:59:59Z`, 'last')]);
};
const inExport = async (): Promise<{ at: string; what: string }[]> => (await call('get', '/api/export')).body.journal;

describe('the journal by year', () => {
  it('is counted, and only what has been over for a year may go', async () => {
    await addOld(2500);
    await running.here.db.insert(journal).values(entry(`${thisYear - 1}-01-01T00:00:00Z`, 'later'));
    const { years, archives } = (await call('get', '/api/journal/years')).body;
    expect(archives).toEqual([]);
    expect(years.slice(0, 2)).toEqual([
      { year: old, entries: 2502, mayGo: true },
      { year: thisYear - 1, entries: 1, mayGo: false },
    ]);
    const refused = await call('post', '/api/journal/archive', { year: thisYear - 1 });
    expect(issuesOf(refused)).toEqual(['year']);
    expect(refused.body.detail).toContain(`from ${thisYear + 1} on`);
    expect((await call('post', '/api/journal/archive', { year: 1999 })).status).toBe(404);
    expect(existsSync(folder())).toBe(false);
  });

  it('goes into a file of its own, whole and in order, and nothing else of it goes', async () => {
    const before = await inExport();
    const { status, body } = await call('post', '/api/journal/archive', { year: old });
    expect(status).toBe(200);
    expect(body).toEqual({ name: `journal-${old}.json.gz`, entries: 2502 });
    const after = await inExport();
    const put = archived(body.name);
    expect(put).toMatchObject({ format: 'ivrak journal', year: old });
    // What is in the file and what stayed is what there was, but for the word of it.
    expect(put.journal.map(({ subject }: { subject: string }) => subject).slice(-2)).toEqual(['k2499', 'last']);
    expect(put.journal).toEqual(before.filter(({ at }) => at.startsWith(String(old))));
    expect(after.at(-1)).toMatchObject({ what: 'journal put away', subject: String(old), after: body });
    expect(after.slice(0, -1)).toEqual(before.filter(({ at }) => !at.startsWith(String(old))));
  });

  it('is given out as a file, under its own name and no other', async () => {
    const name = `journal-${old}.json.gz`;
    const { archives } = (await call('get', '/api/journal/years')).body;
    expect(archives).toEqual([{ name, year: old, bytes: expect.any(Number) }]);
    const file = await call('get', `/api/journal/archives/${name}/file`)
      .buffer(true)
      .parse((response, done) => void buffer(response as unknown as Readable).then((bytes) => done(null, bytes))); // node's own response
    expect(JSON.parse(gunzipSync(file.body).toString()).year).toBe(old);
    for (const other of ['journal-1999.json.gz', '..%2Fivrak.json', 'x'])
      expect((await call('get', `/api/journal/archives/${other}/file`)).status, other).toBe(404);
  });

  it('goes beside what went before, where an old backup brought the year back', async () => {
    await addOld(0);
    expect((await call('post', '/api/journal/archive', { year: old })).body).toEqual({ name: `journal-${old}-2.json.gz`, entries: 2 });
    expect(readdirSync(folder()).sort()).toEqual([`journal-${old}-2.json.gz`, `journal-${old}.json.gz`]);
    expect(archived(`journal-${old}.json.gz`).journal).toHaveLength(2502);
  });
});
