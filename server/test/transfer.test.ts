import { once } from 'node:events';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Readable } from 'node:stream';
import { buffer, text } from 'node:stream/consumers';
import { setTimeout as wait } from 'node:timers/promises';
import { gunzipSync, gzipSync } from 'node:zlib';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SEED } from '../../core/testing/rounds.ts';
import { rowsOf } from '../src/db/migrate.ts';
import { type JournalRow, readExport } from '../src/transfer/reading.ts';
import { issuesOf, withServer } from './running.ts';

const running = withServer();
const { call } = running;
const exported = async () => JSON.stringify((await call('get', '/api/export')).body);

const addPerson = (id: string, name: string) => call('put', `/api/people/${id}`, { version: null, data: { id, name } });
type Parse = Parameters<ReturnType<typeof call>['parse']>[0];
const inBytes: Parse = (response, done) => void buffer(response as unknown as Readable).then((bytes) => done(null, bytes)); // node's own response

async function* cut(bytes: Uint8Array, sizes: readonly number[]): AsyncGenerator<Uint8Array> {
  let at = 0;
  for (let index = 0; at < bytes.length; index += 1) {
    const size = sizes[index % sizes.length] ?? 1;
    yield bytes.subarray(at, at + size);
    at += size;
  }
}

describe('reading a file piece by piece', () => {
  it('gives the same however it is cut, within characters too, compressed or not', async () => {
    await addPerson('umlaut', 'Åse Ørn 🦺');
    const whole = (await call('get', '/api/export')).body;
    const small = {
      ...whole,
      units: whole.units.slice(0, 4),
      kits: whole.kits.slice(0, 1),
      heatLogs: [],
      journal: whole.journal.slice(0, 30),
    };
    const bytes = Buffer.from(JSON.stringify(small));
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 20 }),
        fc.boolean(),
        async (sizes, isPacked) => {
          const journal: JournalRow[] = [];
          const file = await readExport(cut(isPacked ? gzipSync(bytes) : bytes, sizes), async (rows) => {
            journal.push(...rows);
          });
          expect({ ...file, journal }).toEqual(small);
        },
      ),
      { numRuns: 30, seed: SEED },
    );
  });

  it('says where it is no file of ours: at the field, for what is missing, unknown, or no list', async () => {
    const file = (await call('get', '/api/export')).body;
    const { kits: _, ...without } = file;
    const tries = [
      [{ ...file, extra: 1 }, ''],
      [without, 'kits'],
      [{ ...file, units: { a: 1 } }, 'units'],
      [{ ...file, format: 'other' }, 'format'],
      [{ ...file, people: [...file.people, { id: 'x', name: 'NUL \0' }] }, `people.${file.people.length}.name`],
      [{ ...file, journal: [...file.journal, { at: 'never' }] }, `journal.${file.journal.length}.at`],
    ] as const;
    const before = await exported();
    for (const [body, path] of tries) {
      const refused = await call('post', '/api/import', body);
      expect(refused.status).toBe(422);
      expect(issuesOf(refused)).toContain(path);
    }
    for (const body of ['', '[]', '7', '{"format":"ivrak"', '{"format":"ivrak"}}', 'no json']) {
      const refused = await call('post', '/api/import').set('content-type', 'application/json').send(body);
      expect([400, 422], body).toContain(refused.status);
    }
    const half = gzipSync(JSON.stringify(file));
    expect(
      (
        await call('post', '/api/import')
          .set('content-type', 'application/gzip')
          .send(half.subarray(0, half.length - 30))
      ).status,
    ).toBe(400);
    expect(await exported()).toBe(before);
    // Nothing of them lies about in the database.
    const schemas = await running.open.db.execute(
      sql`select schema_name as name from information_schema.schemata where schema_name like '%incoming'`,
    );
    expect(rowsOf(schemas)).toEqual([]);
  });
});

/** Sends a body with a pause in its middle, in which something else is done. */
async function sendWithPause(bytes: Buffer, meanwhile: () => Promise<void>): Promise<{ status: number | undefined; body: string }> {
  const server = createServer(running.app).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo; // it listens on a port
  const sent = request({ port, host: '127.0.0.1', path: '/api/import', method: 'POST', headers: { 'content-length': bytes.length } });
  const answered = once(sent, 'response');
  const half = Math.floor(bytes.length / 2);
  sent.write(bytes.subarray(0, half));
  // Until what was sent is being read.
  await wait(300);
  await meanwhile();
  sent.end(bytes.subarray(half));
  const [response] = await answered;
  const body = await text(response);
  server.close();
  return { status: response.statusCode, body };
}

describe('while a file is taken in', () => {
  const log = (id: string, entries: unknown[]) =>
    call('post', `/api/use-logs/${id}/entries`, { kitId: 'wall-box', startedAt: '2026-11-25T14:00:00Z', entries });
  const sealChecked = (id: string) => ({ id, at: '2026-11-25T14:01:00Z', casualty: 1, do: 'sealChecked' });

  it('what is logged of a use goes through at once, and is there afterwards; everything else is what the file says', async () => {
    await log('open-log', [sealChecked('before')]);
    const file = Buffer.from(await exported());
    await addPerson('later', 'Somebody Later');
    const { status } = await sendWithPause(file, async () => {
      expect((await log('open-log', [sealChecked('during'), { id: 'odd', do: 'nothing known' }])).status).toBe(200);
      expect((await log('new-log', [sealChecked('during-new')])).status).toBe(200);
      // Acknowledged before the file takes its place, and replaced by it with everything else: so is its note.
      const [{ id }] = (await call('get', '/api/kits/console-case')).body.units;
      const use = { at: '2026-11-25T14:00:00Z', events: [{ unitId: id, at: '2026-11-25T14:00:00Z', count: 1 }] };
      expect((await call('post', '/api/kits/console-case/uses', use)).status).toBe(201);
    });
    expect(status).toBe(200);
    const open = (await call('get', '/api/use-logs/open-log')).body;
    expect(open.entries.map(({ id }: { id: string }) => id)).toEqual(['before', 'during']);
    expect(open).toMatchObject({ isOpen: true, putAside: [{ text: expect.stringContaining('odd') }] });
    expect((await call('get', '/api/use-logs/new-log')).body.entries).toHaveLength(1);
    const { useLogs, journal, ...rest } = (await call('get', '/api/export')).body;
    const { useLogs: _, journal: noted, ...told } = JSON.parse(file.toString('utf8'));
    expect(rest).toEqual(told);
    expect(useLogs).toHaveLength(2);
    expect(journal.slice(0, noted.length)).toEqual(noted);
    expect(journal.slice(noted.length).map(({ what }: { what: string }) => what)).toEqual(['use logged', 'use begun', 'use logged']);
  });

  it('another change waits for it or comes before it, and is never half there', async () => {
    const file = Buffer.from(await exported());
    let moved: ReturnType<typeof call> | undefined;
    const { status } = await sendWithPause(file, async () => {
      moved = addPerson('amid', 'Somebody Amid');
      expect((await moved).status).toBe(200);
    });
    expect(status).toBe(200);
    // It was acknowledged before the file took its place: it is in the backup that was made then.
    const { backups } = (await call('get', '/api/backups')).body;
    const [{ name }] = backups.filter(({ before }: { before: string }) => before === 'import');
    const bytes = await call('get', `/api/backups/${name}/file`).buffer(true).parse(inBytes);
    expect(JSON.parse(gunzipSync(bytes.body).toString('utf8')).people.map(({ id }: { id: string }) => id)).toContain('amid');
    expect((await call('get', '/api/people')).body.people.map(({ id }: { id: string }) => id)).not.toContain('amid');
  });
});

describe('while one writer has its turn for long', () => {
  it('more writers than there are connections wait, and hold up neither reading, nor entries of a use, nor that writer itself', async () => {
    const waiting = await running.here.exclusively('writing', async (transaction) => {
      const writes = Array.from({ length: 30 }, (_, index) => addPerson(`queued-${index}`, 'Somebody'));
      // Sent now, each is answered later.
      const answered = writes.map((write) => write.then(({ status }) => status));
      await wait(300);
      expect((await call('get', '/api/kits')).status).toBe(200);
      const entries = [{ id: 'amid-writers', at: '2026-11-25T14:01:00Z', casualty: 1, do: 'sealChecked' }];
      const log = { kitId: 'wall-box', startedAt: '2026-11-25T14:00:00Z', entries };
      expect((await call('post', '/api/use-logs/amid-writers/entries', log)).status).toBe(200);
      await transaction((tx) => tx.execute(sql`select 1`));
      expect((await call('get', '/api/people')).body.people.filter(({ id }: { id: string }) => id.startsWith('queued-'))).toEqual([]);
      return { answered };
    });
    expect(new Set(await Promise.all(waiting.answered))).toEqual(new Set([200]));
  });
});

describe('the export', () => {
  it('is of one moment, however much is written while it is read', async () => {
    const before = (await call('get', '/api/stores')).body.units.filter(({ place }: { place: string }) => place === 'stores');
    let isOver = false;
    const writing = (async () => {
      for (const { id, version } of before.slice(0, 20)) {
        if (isOver) return;
        await call('post', `/api/units/${id}/move`, { version, to: 'kit', kitId: 'console-case' });
      }
    })();
    for (let round = 0; round < 4; round += 1) {
      const file = (await call('get', '/api/export')).body;
      // A unit is in one place, and every move that the journal knows has been made, and no other.
      const moves = file.journal.filter(({ what }: { what: string }) => what === 'unit moved to kit');
      for (const { subject } of moves)
        expect(file.units.find(({ id }: { id: string }) => id === subject)).toMatchObject({ place: 'kit', kitId: 'console-case' });
      const there = file.units.filter(
        ({ id, kitId }: { id: string; kitId: string | null }) =>
          kitId === 'console-case' && before.some((unit: { id: string }) => unit.id === id),
      );
      expect(there).toHaveLength(moves.length);
    }
    isOver = true;
    await writing;
  });
});
