import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { FolderInUseError, GONE_MS, type Holder, lockFolder, readHolder } from '../src/db/lock.ts';
import { openDb } from '../src/db/open.ts';
import { isNewDatabase } from '../src/demo/seed.ts';

describe('the folder lock', () => {
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-lock-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is held by one, says by whom, and is free again afterwards', async () => {
    const lock = await lockFolder(folder);
    const second = await lockFolder(folder).catch((error: unknown) => error);
    expect(second).toBeInstanceOf(FolderInUseError);
    expect((second as FolderInUseError).holder).toBe(`process ${process.pid}`);
    expect((second as FolderInUseError).message).toContain('IVRAK_DATA');
    await lock.release();
    await (await lockFolder(folder)).release();
  });

  it('is one for a folder by whatever path it is reached', async () => {
    const lock = await lockFolder(folder);
    await expect(lockFolder(join(folder, '..', folder.split('/').at(-1) ?? ''))).rejects.toBeInstanceOf(FolderInUseError);
    await lock.release();
  });

  it('is one for a folder that is mounted in two places, which have two names and two sockets', async () => {
    const elsewhere = mkdtempSync(join(tmpdir(), 'ivrak-mounted-'));
    const isMounted = spawnSync('mount', ['--bind', folder, elsewhere]).status === 0;
    const lock = await lockFolder(folder);
    // Where nothing can be mounted, what is seen through it is laid there.
    if (!isMounted) copyFileSync(join(folder, 'ivrak.lock'), join(elsewhere, 'ivrak.lock'));
    try {
      const refused = await openDb(elsewhere).catch((error: unknown) => error);
      expect(refused).toBeInstanceOf(FolderInUseError);
      expect((refused as FolderInUseError).message).toContain(`in use by process ${process.pid}`);
      expect(existsSync(join(elsewhere, 'pg'))).toBe(false);
    } finally {
      await lock.release();
      if (isMounted) spawnSync('umount', [elsewhere]);
      rmSync(elsewhere, { recursive: true, force: true });
    }
  });

  const file = join(folder, 'ivrak.lock');
  const mark = (more: Partial<Holder>): Holder => ({ pid: 4711, began: '1', space: 'another machine', token: 'other', ...more });
  const put = (holder: Holder) => writeFileSync(file, JSON.stringify(holder));
  const own = async (): Promise<Holder> => {
    const lock = await lockFolder(folder);
    const holder = readHolder(file);
    await lock.release();
    if (holder === null) throw new Error('nobody is written there');
    return holder;
  };

  it('stands in the folder too, so that it is seen from another container, and goes with its holder', async () => {
    const lock = await lockFolder(folder);
    expect(readHolder(file)?.pid).toBe(process.pid);
    await lock.release();
    expect(existsSync(file)).toBe(false);
  });

  it('is not got while somebody elsewhere renews his mark', async () => {
    put(mark({}));
    let at = 1;
    const renewing = setInterval(() => utimesSync(file, at++, at), 300);
    const said: string[] = [];
    const refused = await lockFolder(folder, { say: (text) => said.push(text), goneMs: 10_000 }).catch((error: unknown) => error);
    clearInterval(renewing);
    expect(refused).toBeInstanceOf(FolderInUseError);
    expect((refused as FolderInUseError).holder).toBe('process 4711');
    expect(said).toEqual([expect.stringContaining('looking whether it still is')]);
    expect(readHolder(file)?.token).toBe('other');
  });

  it('is got once nobody renews it, and one that was killed here is found out at once', async () => {
    put(mark({}));
    await (await lockFolder(folder, { goneMs: 1500 })).release();
    const { space } = await own();
    // A process of that number is running, and it is another one: numbers are used again.
    for (const gone of [
      mark({ space, pid: 4_194_303 }),
      mark({ space, pid: process.pid, began: '1' }),
      mark({ space, pid: 4_194_303, began: null }),
    ]) {
      put(gone);
      const start = performance.now();
      await (await lockFolder(folder)).release();
      expect(performance.now() - start).toBeLessThan(GONE_MS / 2);
    }
  });

  it('is taken where what is written there says nothing', async () => {
    for (const text of ['', 'x', '{}', 'null']) {
      writeFileSync(file, text);
      await (await lockFolder(folder)).release();
    }
  });

  it('is left alone by one that has lost it', async () => {
    const lock = await lockFolder(folder);
    put(mark({}));
    await lock.release();
    expect(readHolder(file)?.token).toBe('other');
    rmSync(file);
  });

  it('keeps data from one opening to the next, and is given back where opening fails', async () => {
    const first = await openDb(folder);
    expect(await isNewDatabase(first.db)).toBe(true);
    await expect(openDb(folder)).rejects.toBeInstanceOf(FolderInUseError);
    await first.close();
    const again = await openDb(folder);
    expect(await isNewDatabase(again.db)).toBe(true);
    await again.close();
  });
});
