import { createHash, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ACCESS_NAMES, accessTo, CODE_LENGTH, isAllowed, ROLES, type Role } from '@ivrak/contract';
import { pino } from 'pino';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../src/app/app.ts';
import { startQueues } from '../src/compute/queues.ts';
import { pairingCodes } from '../src/db/schema.ts';
import { namesHere } from '../src/sharing/addresses.ts';
import { certificateIn } from '../src/sharing/certificate.ts';
import { Door } from '../src/sharing/door.ts';
import { type Method, withServer } from './running.ts';

const running = withServer();
const folder = mkdtempSync(join(tmpdir(), 'ivrak-sharing-'));
const [name = 'ivrak.local'] = namesHere().hosts;
let door: Door;
/** Everything that was logged, at the level at which most is. */
const logged: string[] = [];
const tokens = new Set<string>();

beforeAll(async () => {
  door = new Door({ folder, port: 0, waitMs: 1 });
  // The same installation once more, with a door.
  const log = pino({ level: 'info' }, { write: (line: string) => void logged.push(line) });
  running.app = createApp(running.here, { log, queues: startQueues(), door });
});
afterAll(async () => {
  await door.shut();
  rmSync(folder, { recursive: true, force: true });
});

interface Answered {
  status: number;
  body: Record<string, unknown> & { issues?: { path: string }[] };
  cookie: string | null;
}
interface Asking {
  cookie?: string | undefined;
  body?: unknown;
  headers?: Record<string, string>;
  host?: string;
}

let agent: Agent;
/** As a phone calls that trusts the certificate. */
function phone(method: string, path: string, { cookie, body, headers = {}, host }: Asking = {}): Promise<Answered> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((done, fail) => {
    const asked = request(
      {
        agent,
        host: '127.0.0.1',
        port: door.port ?? 0,
        servername: name,
        method: method.toUpperCase(),
        path,
        headers: {
          host: host ?? `${name}:${door.port}`,
          ...(text === undefined ? {} : { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(text)) }),
          ...(cookie === undefined ? {} : { cookie }),
          ...headers,
        },
      },
      (response) => {
        // That one never ends by itself.
        if (response.headers['content-type']?.startsWith('text/event-stream') === true) {
          response.destroy();
          done({ status: response.statusCode ?? 0, body: {}, cookie: null });
          return;
        }
        let said = '';
        response.setEncoding('utf8');
        response.on('data', (piece: string) => {
          said += piece;
        });
        response.on('end', () =>
          done({
            status: response.statusCode ?? 0,
            body: said.startsWith('{') ? JSON.parse(said) : {},
            cookie: response.headers['set-cookie']?.[0] ?? null,
          }),
        );
      },
    );
    // What was cut off above has been answered.
    asked.on('error', fail);
    asked.end(text);
  });
}

async function open(): Promise<void> {
  await running.call('put', '/api/sharing', { isOn: true }).expect(200);
  agent = new Agent({ ca: door.authority ?? '', keepAlive: true });
}

const codeFor = async (role: Role, personId: string | null = null): Promise<string> =>
  (await running.call('post', '/api/sharing/codes', { role, personId }).expect(200)).body.code;

async function paired(role: Role, personId: string | null = null): Promise<string> {
  const { status, cookie } = await phone('post', '/api/pair', { body: { code: await codeFor(role, personId), name: `a ${role}` } });
  expect(status).toBe(200);
  const own = cookie?.split(';')[0] ?? '';
  tokens.add(own.split('=')[1] ?? '');
  return own;
}

describe('the certificate', () => {
  const own = mkdtempSync(join(tmpdir(), 'ivrak-certificate-'));
  afterAll(() => rmSync(own, { recursive: true, force: true }));
  const names = { ips: ['192.168.7.5'], hosts: ['boathouse.local'] };
  const DAY_MS = 86_400_000;
  const now = new Date('2026-12-01T12:00:00Z');
  const after = (days: number) => new Date(now.getTime() + days * DAY_MS);

  it('is made once, signed by an authority that phones trust, for the names of this machine; nobody else reads its keys', async () => {
    const first = await certificateIn(own, names, now);
    const [server, authority] = [new X509Certificate(first.cert), new X509Certificate(first.authority)];
    expect(server.verify(authority.publicKey)).toBe(true);
    expect(server.checkIssued(authority)).toBe(true);
    expect(authority.ca).toBe(true);
    expect(server.ca).toBe(false);
    expect(server.checkIP('192.168.7.5')).toBe('192.168.7.5');
    expect(server.checkHost('boathouse.local')).toBe('boathouse.local');
    // CA/Browser Forum, Baseline Requirements 6.3.2.
    expect((Date.parse(server.validTo) - Date.parse(server.validFrom)) / DAY_MS).toBeLessThanOrEqual(398);
    for (const file of ['authority.key', 'server.key', 'authority.crt', 'server.crt'])
      expect(statSync(join(own, file)).mode & 0o777).toBe(0o600);
    expect(statSync(own).mode & 0o777).toBe(0o700);
    expect(await certificateIn(own, names, after(300))).toEqual(first);
  });

  it('is renewed before it lapses and where the machine has another address, with no new trust to ask for', async () => {
    const first = await certificateIn(own, names, now);
    const renewed = await certificateIn(own, names, after(350));
    expect(renewed.cert).not.toBe(first.cert);
    expect(renewed.fingerprint).toBe(first.fingerprint);
    expect(renewed.validUntil.getTime()).toBeGreaterThan(after(700).getTime());
    const moved = await certificateIn(own, { ...names, ips: ['10.0.0.9'] }, after(351));
    expect(new X509Certificate(moved.cert).checkIP('10.0.0.9')).toBe('10.0.0.9');
    expect(moved.fingerprint).toBe(first.fingerprint);
    // In its last year the authority could sign nothing that is good for long enough.
    expect((await certificateIn(own, names, after(3400))).fingerprint).not.toBe(first.fingerprint);
  });
});

describe('the door', () => {
  it('is shut: nothing listens to the network until it is opened, and nothing does after it was shut', async () => {
    expect((await running.call('get', '/api/sharing').expect(200)).body).toMatchObject({ isOn: false, addresses: [], devices: [] });
    await running.call('post', '/api/sharing/codes', { role: 'carrier', personId: null }).expect(409);
    expect(door.port).toBeNull();
    await open();
    const { port } = door;
    expect(door.wasOpen).toBe(true);
    expect((await phone('get', '/api/health')).status).toBe(200);
    await running.call('put', '/api/sharing', { isOn: false }).expect(200);
    expect(door.wasOpen).toBe(false);
    await expect(new Promise((done, fail) => request({ host: '127.0.0.1', port }, done).on('error', fail).end())).rejects.toThrow(
      /ECONNREFUSED/,
    );
    await open();
  });

  it('asks whoever comes through it who they are, pages apart; this machine itself is not asked', async () => {
    expect((await phone('get', '/api/kits')).status).toBe(401);
    expect((await phone('get', '/api/kits', { cookie: `__Host-ivrak=${'x'.repeat(43)}` })).status).toBe(401);
    await running.call('get', '/api/kits').expect(200);
    expect((await running.call('get', '/api/settings').expect(200)).body).toMatchObject({
      me: { isHere: true, role: 'keeper' },
      isShared: true,
    });
  });

  it('answers to its own names only, and to its own pages', async () => {
    expect((await phone('get', '/api/health', { host: 'elsewhere.example' })).status).toBe(403);
    expect((await phone('get', '/api/health', { host: `127.0.0.1:${door.port}` })).status).toBe(403);
    const cookie = await paired('keeper');
    for (const origin of ['https://elsewhere.example', `http://${name}:${door.port}`, 'null'])
      expect((await phone('get', '/api/kits', { cookie, headers: { origin } })).status, origin).toBe(403);
    expect((await phone('get', '/api/kits', { cookie, headers: { origin: `https://${name}:${door.port}` } })).status).toBe(200);
    expect((await phone('get', '/api/kits', { cookie, headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403);
  });

  it('behind a proxy with a name of its own, asks whoever comes by that name who they are', async () => {
    const proxied = createApp(running.here, {
      log: pino({ level: 'silent' }),
      queues: startQueues(),
      door: new Door({ folder, publicUrl: 'https://kits.example' }),
    });
    const by = (host: string) => supertest(proxied).get('/api/kits').set('Host', host);
    await by('kits.example').expect(401);
    await by('other.example').expect(403);
    await by('127.0.0.1:4800').expect(200);
    await by('kits.example')
      .set('Cookie', await paired('reader'))
      .expect(200);
  });
});

describe('a code', () => {
  it('pairs one device, once, however it is written; its token stands in no answer and, as itself, in no table', async () => {
    const code = await codeFor('carrier', 'tomas');
    expect(code).toHaveLength(CODE_LENGTH);
    const written = `${code.slice(0, 4)}-${code.slice(4)}`.toLowerCase();
    const first = await phone('post', '/api/pair', { body: { code: written, name: 'Tomas’ phone' } });
    expect(first.body).toEqual({ role: 'carrier', personId: 'tomas' });
    expect(first.cookie).toMatch(/^__Host-ivrak=[\w-]{43}; Path=\/; Max-Age=\d+; Secure; HttpOnly; SameSite=Strict$/);
    expect((await phone('post', '/api/pair', { body: { code, name: 'another' } })).status).toBe(422);
    const cookie = first.cookie?.split(';')[0] ?? '';
    expect((await phone('get', '/api/settings', { cookie })).body.me).toEqual({
      isHere: false,
      role: 'carrier',
      personId: 'tomas',
      device: 'Tomas’ phone',
    });
    const token = cookie.split('=')[1] ?? '';
    const told = await running.call('get', '/api/sharing');
    const journal = await running.call('get', '/api/journal?limit=20');
    for (const text of [JSON.stringify(told.body), JSON.stringify(journal.body)]) {
      expect(text).not.toContain(token);
      expect(text).not.toContain(code);
      expect(text).not.toContain(createHash('sha256').update(token).digest('hex'));
    }
  });

  it('is worth nothing after ten minutes', async () => {
    const code = await codeFor('reader');
    await running.here.db.update(pairingCodes).set({ validUntil: new Date(Date.now() - 1000).toISOString() });
    expect((await phone('post', '/api/pair', { body: { code, name: 'late' } })).status).toBe(422);
  });

  it('of two devices that come with it at once lets one in', async () => {
    const code = await codeFor('reader');
    const tried = await Promise.all(['one', 'two', 'three'].map((name) => phone('post', '/api/pair', { body: { code, name } })));
    expect(tried.map(({ status }) => status).sort()).toEqual([200, 422, 422]);
  });

  it('that is guessed is counted, and after ten of them none is worth anything', async () => {
    // Its own count of wrong codes.
    const guarded = new Door({ folder: null, publicUrl: 'https://kits.example', waitMs: 1 });
    const app = createApp(running.here, { log: pino({ level: 'silent' }), queues: startQueues(), door: guarded });
    const guess = (code: string) => supertest(app).post('/api/pair').set('Host', 'kits.example').send({ code, name: 'guesser' });
    const code = await codeFor('keeper');
    const seen: number[] = [];
    for (let round = 0; round < 11; round += 1) seen.push((await guess('AAAAAAAA')).status);
    expect(seen).toEqual([...Array.from({ length: 9 }, () => 422), 429, 429]);
    expect((await guess(code)).status).toBe(429);
    expect((await phone('post', '/api/pair', { body: { code, name: 'honest' } })).status).toBe(422);
    expect((await supertest(app).get('/api/sharing').set('Host', '127.0.0.1')).body.wrongCodes).toBe(10);
  });
});

describe('a device', () => {
  it('that is ended is out at its next request', async () => {
    const cookie = await paired('keeper');
    expect((await phone('get', '/api/kits', { cookie })).status).toBe(200);
    const { devices } = (await running.call('get', '/api/sharing')).body;
    const { id, lastSeenAt } = devices.at(-1);
    expect(Date.now() - Date.parse(lastSeenAt)).toBeLessThan(60_000);
    await running.call('delete', `/api/sharing/devices/${id}`).expect(200);
    expect((await phone('get', '/api/kits', { cookie })).status).toBe(401);
    await running.call('delete', `/api/sharing/devices/${id}`).expect(404);
  });

  it('acts as the person it is of, whatever else it says', async () => {
    const cookie = await paired('carrier', 'tomas');
    const { body } = await phone('post', '/api/kits/bow-pocket/inspections/start', {
      cookie,
      body: {},
      headers: { 'x-ivrak-person': 'ruth' },
    });
    expect(body).toMatchObject({ who: 'tomas' });
  });

  it('stays paired when everything behind the door is replaced, and stands in no export', async () => {
    const cookie = await paired('reader');
    const file = (await running.call('get', '/api/export')).body;
    const token = cookie.split('=')[1] ?? '';
    for (const secret of [token, createHash('sha256').update(token).digest('hex')]) expect(JSON.stringify(file)).not.toContain(secret);
    await running.call('post', '/api/import', file).expect(200);
    expect((await phone('get', '/api/kits', { cookie })).status).toBe(200);
  });
});

describe('roles', () => {
  const cookies = new Map<Role | null, string | undefined>([[null, undefined]]);
  let routes: { method: Method; path: string }[];
  beforeAll(async () => {
    for (const role of ROLES) cookies.set(role, await paired(role));
    const { paths } = (await running.call('get', '/api/openapi.json')).body as { paths: Record<string, Record<string, unknown>> };
    routes = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => ({ method: method as Method, path: path.replaceAll(/\{(\w+)\}/g, ':$1') })),
    );
  });

  it('are said of routes that there are', () => {
    const known = routes.map(({ method, path }) => `${method} ${path}`);
    expect(ACCESS_NAMES.filter((one) => !known.includes(one))).toEqual([]);
    expect(known.length).toBeGreaterThan(100);
  });

  it('reach as far as the table says, on every route; nobody who is not paired gets anything but the way in', async () => {
    for (const { method, path } of routes) {
      const access = accessTo({ method, path });
      for (const [role, cookie] of cookies) {
        const isLet = access.least === 'anyone' || (role !== null && isAllowed(role, access));
        // What a keeper may do is done in the other tests; much of it changes everything.
        if (role === 'keeper') continue;
        const filled = path.replaceAll(/:\w+/g, 'nowhere');
        const { status } = await phone(method, filled, { cookie, body: method === 'get' ? undefined : {} });
        const said = `${role ?? 'nobody'}: ${method} ${path}`;
        if (isLet) expect([401, 403], said).not.toContain(status);
        else expect(status, said).toBe(role === null ? 401 : 403);
      }
    }
  });

  it('let a carrier look after their own kits and those of nobody, and log a use on any', async () => {
    const kits = (await running.call('get', '/api/kits')).body.kits as { id: string; personId: string | null; units: { id: string }[] }[];
    const mine = kits.find(({ personId }) => personId === 'tomas');
    const nobodys = kits.find(({ personId }) => personId === null);
    const theirs = kits.find(({ personId }) => personId !== null && personId !== 'tomas');
    const cookie = await paired('carrier', 'tomas');
    const start = (id = '') => phone('post', `/api/kits/${id}/inspections/start`, { cookie, body: {} });
    expect((await start(mine?.id)).status).toBe(200);
    expect((await start(nobodys?.id)).status).toBe(200);
    expect((await start(theirs?.id)).status).toBe(403);
    // One that another began.
    const begun = (await running.call('post', `/api/kits/${theirs?.id}/inspections/start`, {}).expect(200)).body;
    expect((await phone('post', `/api/inspections/${begun.id}/finish`, { cookie, body: {} })).status).toBe(403);
    const moved = { version: 1, to: 'stores' };
    expect((await phone('post', `/api/units/${theirs?.units[0]?.id}/move`, { cookie, body: moved })).status).toBe(403);
    const into = { version: 1, to: 'kit', kitId: theirs?.id };
    expect((await phone('post', `/api/units/${mine?.units[0]?.id}/move`, { cookie, body: into })).status).toBe(403);
    const use = { at: '2026-11-25T10:00:00Z', events: [{ at: '2026-11-25T10:00:00Z', unitId: theirs?.units[0]?.id, count: 1, note: '' }] };
    expect((await phone('post', `/api/kits/${theirs?.id}/uses`, { cookie, body: use })).status).toBeLessThan(300);
    // A keeper's phone does what is done at the machine.
    const keeper = await paired('keeper', 'tomas');
    expect((await phone('post', `/api/kits/${theirs?.id}/inspections/start`, { cookie: keeper, body: {} })).status).toBe(200);
  });
});

it('a half-written key is none: what was kept before stands', async () => {
  const before = readFileSync(join(folder, 'server.key'), 'utf8');
  writeFileSync(join(folder, 'server.key.new'), 'torn');
  expect((await certificateIn(folder, namesHere(), new Date())).key).toBe(before);
});

it('logs every call, and in none of them what proves who a phone is', () => {
  expect(logged.length).toBeGreaterThan(50);
  expect(logged.some((line) => line.includes('/api/kits'))).toBe(true);
  expect(tokens.size).toBeGreaterThan(0);
  for (const token of tokens) expect(logged.filter((line) => line.includes(token))).toEqual([]);
});
