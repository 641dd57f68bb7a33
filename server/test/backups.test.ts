import { readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer, text } from 'node:stream/consumers';
import { addDays } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { type Backup, outlived } from '../src/backups/backup.ts';
import { backUpDaily } from '../src/backups/daily.ts';
import { backUp, listBackups, readBackup } from '../src/backups/store.ts';
import { issuesOf, withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const { call } = running;
const exported = async () => JSON.stringify((await call('get', '/api/export')).body);
const textOf = (pieces: AsyncIterable<Uint8Array>) => text(Readable.from(pieces));
type Parse = Parameters<ReturnType<typeof call>['parse']>[0];
const inBytes: Parse = (response, done) => void buffer(response as unknown as Readable).then((bytes) => done(null, bytes)); // node's own response
const folder = () => running.here.backupFolder ?? '';

const beforeClearing = async (): Promise<string> => {
  const { backups } = (await call('get', '/api/backups')).body;
  return backups.find(({ before }: Backup) => before === 'clear').name;
};

describe('beginning with one’s own', () => {
  it('is offered while the made-up crew is there, and not once somebody says that it is theirs', async () => {
    expect((await call('get', '/api/settings')).body.isDemo).toBe(true);
    await call('put', '/api/settings', { cautionRead: true });
    expect((await call('get', '/api/settings')).body).toMatchObject({ isDemo: true, cautionReadAt: expect.any(String) });
  });

  it('asks to be confirmed', async () => {
    const before = await exported();
    expect(issuesOf(await call('post', '/api/clear', {}))).toEqual(['confirm']);
    expect(await exported()).toBe(before);
    expect(readdirSync(folder())).toEqual([]);
  });

  it('makes a backup first, leaves nothing but what was confirmed, and is undone by the backup', async () => {
    const before = await exported();
    const own = { ...(await call('get', '/api/catalog')).body.kinds[0], id: 'own-kind', name: 'Own kind' };
    expect((await call('put', '/api/kinds/own-kind', { version: null, kind: own })).status).toBe(200);
    const withOwn = await exported();
    const { body } = await call('post', '/api/clear', { confirm: true });
    expect(body.cleared.kits).toBeGreaterThan(5);
    const empty = (await call('get', '/api/export')).body;
    for (const field of ['kits', 'units', 'lots', 'people', 'loadouts', 'ownKinds', 'uses', 'heatLogs', 'orders'])
      expect(empty[field], field).toEqual([]);
    expect(empty.journal.map(({ what }: { what: string }) => what)).toEqual(['everything cleared']);
    expect((await call('get', '/api/settings')).body).toMatchObject({ isDemo: false, cautionReadAt: expect.any(String) });
    // The catalogue in memory follows.
    expect((await call('get', '/api/catalog')).body.kinds.some(({ id }: { id: string }) => id === 'own-kind')).toBe(false);
    const { backups } = (await call('get', '/api/backups')).body;
    expect(backups).toMatchObject([{ name: body.backup, before: 'clear', bytes: expect.any(Number) }]);
    const undone = await call('post', `/api/backups/${body.backup}/restore`);
    expect(undone.body.kits).toBe(body.cleared.kits);
    expect(await exported()).toBe(withOwn);
    expect(withOwn).not.toBe(before);
    // What was replaced by restoring was backed up as well.
    expect((await call('get', '/api/backups')).body.backups.map((backup: { before: string }) => backup.before)).toEqual([
      'restore',
      'clear',
    ]);
  });

  it('shows what a backup would change before it is restored, and changes nothing by that', async () => {
    const name = await beforeClearing();
    const unchanged = (await call('get', `/api/backups/${name}/preview`)).body;
    expect(unchanged).toMatchObject({ kitsGone: [], changesSince: 0 });
    const wallBox = (await call('get', '/api/kits/wall-box')).body;
    await call('delete', `/api/kits/wall-box?version=${wallBox.version}`);
    const before = await exported();
    const { body } = await call('get', `/api/backups/${name}/preview`);
    expect(body).toMatchObject({ kitsBack: [...unchanged.kitsBack, wallBox.name], kitsGone: [], now: unchanged.now });
    expect(body.changesSince).toBeGreaterThan(0);
    expect(await exported()).toBe(before);
    expect((await call('get', '/api/backups/nothing/preview')).status).toBe(404);
  });

  it('gives a backup out as a file that is taken in anywhere', async () => {
    const name = await beforeClearing();
    const file = await call('get', `/api/backups/${name}/file`).buffer(true).parse(inBytes);
    expect(file.headers['content-type']).toMatch(/gzip/);
    const before = await exported();
    const taken = await call('post', '/api/import').set('content-type', 'application/gzip').send(file.body);
    expect(taken.status).toBe(200);
    expect(await exported()).not.toBe(before);
    expect(await exported()).toBe(await textOf(readBackup(running.here, name)));
    expect((await call('get', '/api/backups/nothing/file')).status).toBe(404);
  });

  it('refuses a backup that is not there, that lies elsewhere, or that is damaged, and changes nothing', async () => {
    const before = await exported();
    for (const name of ['nothing', '..%2F..%2Fetc%2Fpasswd', '2027-01-01T00-00-00-000Z-before-clear.json'])
      expect((await call('post', `/api/backups/${name}/restore`)).status, name).toBe(404);
    writeFileSync(join(folder(), '2026-01-01T00-00-00-000Z-before-clear.json'), '{"format":"ivrak"');
    expect((await call('post', '/api/backups/2026-01-01T00-00-00-000Z-before-clear.json/restore')).status).toBe(422);
    expect(await exported()).toBe(before);
  });
});

describe('daily backups', () => {
  const daily = (at: string): Backup => ({ name: `${at}-daily`, at: `${at}T05:00:00.000Z`, bytes: 1, before: 'daily' });

  it('are made once a day, compressed, and hold what an export holds', async () => {
    const half = join(folder(), '2026-01-02T00-00-00-000Z-daily.json.gz.new');
    writeFileSync(half, 'ended half-way');
    utimesSync(half, new Date('2026-01-02'), new Date('2026-01-02'));
    const name = await backUpDaily(running.here);
    expect(name).toMatch(/-daily\.json\.gz$/);
    expect(await backUpDaily(running.here)).toBeNull();
    const all = await exported();
    expect(await textOf(readBackup(running.here, name as string))).toBe(all);
    expect(readFileSync(join(folder(), name as string)).length).toBeLessThan(all.length / 4);
    expect(readdirSync(folder()).filter((file) => file.endsWith('.new'))).toEqual([]);
  });

  it('are refused where a byte of them has changed', async () => {
    const { name } = listBackups(running.here).find(({ before }) => before === 'daily') as Backup;
    const bytes = readFileSync(join(folder(), name));
    const at = Math.floor(bytes.length / 2);
    bytes.writeUInt8(bytes.readUInt8(at) ^ 0x55, at);
    writeFileSync(join(folder(), name), bytes);
    const before = await exported();
    expect((await call('post', `/api/backups/${name}/restore`)).status).toBe(422);
    expect(await exported()).toBe(before);
    rmSync(join(folder(), name));
  });

  it('of seven days and four weeks stay, the last of each, and never more', () => {
    const days = Array.from({ length: 90 }, (_, index) => addDays(TODAY, -index));
    const all = days.map(daily);
    const gone = new Set(outlived(all).map(({ name }) => name));
    const kept = all.filter(({ name }) => !gone.has(name)).map(({ at }) => at.slice(0, 10));
    expect(kept.slice(0, 7)).toEqual(days.slice(0, 7));
    // 25 November 2026 is a Wednesday; weeks end on Sundays (ISO 8601).
    expect(kept.slice(7)).toEqual(['2026-11-15', '2026-11-08']);
  });

  it('of a day that has several stays the last; the latest of all always stays', () => {
    const morning = { ...daily('2026-11-25'), name: 'morning', at: '2026-11-25T05:00:00.000Z' };
    const evening = { ...daily('2026-11-25'), name: 'evening', at: '2026-11-25T19:00:00.000Z' };
    expect(outlived([evening, morning])).toEqual([morning]);
    for (let count = 1; count < 40; count += 1) {
      const all = Array.from({ length: count }, (_, index) => daily(addDays(TODAY, -13 * index)));
      expect(outlived(all)).not.toContain(all[0]);
    }
  });

  it('do not push out what undoes an import', () => {
    const before = Array.from({ length: 25 }, (_, index): Backup => ({ ...daily(addDays(TODAY, -index)), before: 'import' }));
    expect(outlived(before)).toEqual(before.slice(20));
  });

  it('never pile up, whatever they were made before', async () => {
    for (let count = 0; count < 25; count += 1) await backUp(running.here, 'import');
    expect(listBackups(running.here).filter(({ before }) => before !== 'daily')).toHaveLength(20);
  });
});

describe('an import', () => {
  it('is undone by the backup that was made before it', async () => {
    const before = await exported();
    const file = JSON.parse(before);
    expect((await call('post', '/api/import', { ...file, journal: [] })).status).toBe(200);
    expect(await exported()).not.toBe(before);
    const [{ name, before: why }] = (await call('get', '/api/backups')).body.backups;
    expect(why).toBe('import');
    expect((await call('post', `/api/backups/${name}/restore`)).status).toBe(200);
    expect(await exported()).toBe(before);
  });
});
