import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { FolderInUseError, lockFolder } from '../src/db/lock.ts';
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
