import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { OpenDb } from '../src/db/database.ts';
import { openDb } from '../src/db/open.ts';
import { openPostgres } from '../src/db/postgres.ts';
import { units } from '../src/db/schema.ts';
import { createInstallation, type Installation } from '../src/installation/installation.ts';
import { moveAll } from '../src/transfer/moving.ts';
import { openDemo } from './prepared.ts';
import { TODAY } from './today.ts';

const here = (open: Parameters<typeof createInstallation>[0]) => createInstallation(open, () => TODAY);
const server = inject('postgres') ?? '';
const onServer = (crew: string) => openPostgres(server, { crew });
const folder = mkdtempSync(join(tmpdir(), 'ivrak-move-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let old: OpenDb;
beforeAll(async () => {
  old = await openDemo();
});
afterAll(() => old.close());

const unitsOf = async ({ db }: Installation) => (await db.select().from(units).orderBy(units.id)) as unknown[];

describe('moving an installation', () => {
  it('takes everything to a server and back, row by row, and leaves the old place as it was', async () => {
    const [away, back] = [await onServer('there_and_back'), await openDb(null)];
    const [from, there, again] = [await here(old), await here(away), await here(back)];
    const before = await unitsOf(from);
    const moved = await moveAll(from, there);
    expect(moved.units).toBe(before.length);
    expect(moved.journal).toBeGreaterThan(0);
    expect(await unitsOf(there)).toEqual(before);
    expect(await moveAll(there, again)).toEqual(moved);
    expect(await unitsOf(again)).toEqual(before);
    expect(await unitsOf(from)).toEqual(before);
    await Promise.all([away, back].map((open) => open.close()));
  });

  it('goes nowhere where something is, and from nowhere where nothing is', async () => {
    const [away, empty] = [await onServer('taken'), await openDb(null)];
    const [from, there, nothing] = [await here(old), await here(away), await here(empty)];
    await expect(moveAll(nothing, there)).rejects.toThrow('There is nothing to move');
    await moveAll(from, there);
    await expect(moveAll(from, there)).rejects.toThrow('There is something already');
    await Promise.all([away, empty].map((open) => open.close()));
  });

  it('says which row is another one where the two are not the same', async () => {
    const away = await onServer('altered');
    const [from, there] = [await here(old), await here(away)];
    // Somebody who writes through another server just then, or a database that does not keep what it is given.
    const forgetful: Installation = {
      ...there,
      exclusively: (what, work) =>
        there.exclusively(what, async (transaction) => {
          const result = await work(transaction);
          if (what === 'replacing') await there.db.execute('update units set count = count + 1 where id = (select min(id) from units)');
          return result;
        }),
    };
    await expect(moveAll(from, forgetful)).rejects.toThrow(/row \d+ of units differs. The old place is as it was/);
    await away.close();
  });

  it('is a command that says what it moved, or what is missing', async () => {
    const run = (args: string[], env: Record<string, string>) =>
      new Promise<{ code: number; said: string }>((resolve) => {
        const file = fileURLToPath(new URL('../dist/move.mjs', import.meta.url));
        execFile(
          process.execPath,
          [...process.execArgv, file, ...args],
          { env: { ...process.env, IVRAK_DATA: folder, ...env } },
          (error, stdout, stderr) => resolve({ code: error === null ? 0 : 1, said: stdout + stderr }),
        );
      });
    expect(await run(['sideways'], { DATABASE_URL: server })).toMatchObject({ code: 1, said: expect.stringContaining('Say which way') });
    expect(await run(['to-server'], { DATABASE_URL: '' })).toMatchObject({
      code: 1,
      said: expect.stringContaining('DATABASE_URL must be'),
    });
    const there = await onServer('by_command');
    await moveAll(await here(old), await here(there));
    await there.close();
    const env = { DATABASE_URL: server, IVRAK_CREW: 'by_command' };
    const first = await run(['to-folder'], env);
    expect(first.said).toContain('the same row by row');
    expect(first.said).toMatch(/\d+ {2}units/);
    expect(await run(['to-folder'], env)).toMatchObject({ code: 1, said: expect.stringContaining('There is something already') });
  });
});
