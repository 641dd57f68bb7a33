import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FolderError, putBack, unwritable } from '../src/db/folder.ts';
import { openDb } from '../src/db/open.ts';
import { people } from '../src/db/schema.ts';
import { isNewDatabase } from '../src/demo/seed.ts';

const root = mkdtempSync(join(tmpdir(), 'ivrak-folder-'));
const whole = join(root, 'whole');
let count = 0;

beforeAll(async () => {
  const open = await openDb(whole);
  await open.db.insert(people).values(['a', 'b', 'c'].map((id) => ({ id, name: id, role: '' })));
  await open.close();
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

/** A copy of a folder with three people in it, closed as it should be. */
function copied(): string {
  count += 1;
  const folder = join(root, `copy-${count}`);
  cpSync(whole, folder, { recursive: true });
  return folder;
}
const refusal = async (folder: string): Promise<string> => {
  const error = await openDb(folder).then(
    async ({ close }) => close(),
    (reason: unknown) => reason,
  );
  expect(error).toBeInstanceOf(FolderError);
  return (error as FolderError).message;
};
/** One sentence for somebody at a keyboard: what, that nothing was changed, and what to do. */
const isSaid = (said: string) => {
  expect(said).not.toMatch(/\n|Aborted|Error:|ENOENT/);
  expect(said).toContain('Nothing was changed');
  expect(said).toContain('IVRAK_DATA');
};

describe('a data folder that is not what it was', () => {
  it('goes on where what somebody wrote reads like the last words of a database', async () => {
    const open = await openDb(copied());
    for (const text of ['PANIC:  No space left on device', 'x\n2026-11-30 17:26:44.311 UTC [42] PANIC:  No space left on device'])
      await expect(open.db.execute(sql`select ${text}::date`)).rejects.toThrow();
    expect(await open.db.select().from(people)).toHaveLength(3);
    await open.close();
  });

  it('is opened as it was closed', async () => {
    const open = await openDb(copied());
    expect((await open.db.select().from(people)).map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    await open.close();
  });

  it('is refused where the database is gone, and nothing new begins in its place', async () => {
    const folder = copied();
    rmSync(join(folder, 'pg'), { recursive: true });
    const said = await refusal(folder);
    isSaid(said);
    expect(said).toContain('held a database, and it is gone');
    expect(existsSync(join(folder, 'pg'))).toBe(false);
  });

  it('is refused where parts of it are missing, and names them', async () => {
    const folder = copied();
    for (const name of readdirSync(join(folder, 'pg'))) rmSync(join(folder, 'pg', name), { recursive: true });
    const said = await refusal(folder);
    isSaid(said);
    expect(said).toContain('PG_VERSION');
    expect(readdirSync(join(folder, 'pg'))).toEqual([]);
  });

  it('is refused where a file of it was cut short', async () => {
    const folder = copied();
    truncateSync(join(folder, 'pg', 'global', 'pg_control'), 10);
    isSaid(await refusal(folder));
  });

  it('is refused where a table holds less than when it was closed, and says so in rows', async () => {
    const folder = copied();
    const { PGlite } = await import('@electric-sql/pglite');
    const behind = await PGlite.create({ dataDir: join(folder, 'pg') });
    await behind.exec("delete from people where id <> 'a'");
    await behind.close();
    const said = await refusal(folder);
    isSaid(said);
    expect(said).toContain('people holds 1 rows and held 3');
  });

  it('is refused where a later version wrote it', async () => {
    const folder = copied();
    const open = await openDb(folder);
    await open.db.execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)`);
    await open.close();
    const said = await refusal(folder);
    isSaid(said);
    expect(said).toContain('newer version');
  });

  it('is refused where nothing can be written', async () => {
    const folder = copied();
    // As root only a file system is read-only; where that cannot be had, what it answers is tried.
    const isMounted = spawnSync('sh', ['-c', `mount --bind "${folder}" "${folder}" && mount -o remount,ro,bind "${folder}"`]).status === 0;
    try {
      const said = isMounted
        ? await refusal(folder)
        : (unwritable(folder, Object.assign(new Error(), { code: 'EROFS' })) as FolderError).message;
      isSaid(said);
      expect(said).toContain('read-only');
    } finally {
      if (isMounted) spawnSync('umount', [folder]);
    }
  });

  it('points at the last backup, and gives way to it with the old database kept beside', async () => {
    const folder = copied();
    mkdirSync(join(folder, 'backups'));
    writeFileSync(join(folder, 'backups', '2026-11-24T10-00-00-000Z-daily.json.gz'), '{}');
    truncateSync(join(folder, 'pg', 'global', 'pg_control'), 10);
    const said = await refusal(folder);
    expect(said).toContain('2026-11-24T10-00-00-000Z-daily.json.gz');
    expect(said).toContain('--restore');
    const open = await openDb(folder, { isRestoring: true });
    expect(await isNewDatabase(open.db)).toBe(true);
    expect(existsSync(join(open.aside ?? '', 'PG_VERSION'))).toBe(true);
    await open.close();
    putBack(folder, open.aside);
    expect(await refusal(folder)).toContain('damaged');
  });

  it('is not set aside where there is no backup to begin from', async () => {
    const folder = copied();
    const error = await openDb(folder, { isRestoring: true }).catch((reason: unknown) => reason);
    expect((error as FolderError).message).toContain('There is no backup');
    const open = await openDb(folder);
    expect(await open.db.select().from(people)).toHaveLength(3);
    await open.close();
  });

  it('is not new where it holds people only, so that no demo crew is laid over them', async () => {
    const open = await openDb(copied());
    expect(await isNewDatabase(open.db)).toBe(false);
    await open.close();
  });
});
