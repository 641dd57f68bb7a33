import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { issuesOf, withServer } from './running.ts';

const running = withServer();
const { call } = running;
const exported = async () => JSON.stringify((await call('get', '/api/export')).body);
const folder = () => running.here.backupFolder ?? '';

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

  it('refuses a backup that is not there, that lies elsewhere, or that is damaged, and changes nothing', async () => {
    const before = await exported();
    for (const name of ['nothing', '..%2F..%2Fetc%2Fpasswd', '2027-01-01T00-00-00-000Z-before-clear.json'])
      expect((await call('post', `/api/backups/${name}/restore`)).status, name).toBe(404);
    writeFileSync(join(folder(), '2026-01-01T00-00-00-000Z-before-clear.json'), '{"format":"ivrak"');
    expect((await call('post', '/api/backups/2026-01-01T00-00-00-000Z-before-clear.json/restore')).status).toBe(422);
    expect(await exported()).toBe(before);
  });
});
