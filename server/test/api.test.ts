import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { getTableColumns, getTableName, sql } from 'drizzle-orm';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import * as schema from '../src/db/schema.ts';
import { MIGRATIONS_FOLDER } from '../src/paths.ts';
import { issuesOf, withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const get = (path: string) => running.call('get', path);
const send = running.call;
const exported = async (): Promise<string> => JSON.stringify((await get('/api/export')).body);

/** Sends what must be refused, and shows that nothing changed. */
async function refused(status: number, path: string, call: () => PromiseLike<request.Response>): Promise<request.Response> {
  const before = await exported();
  const response = await call();
  expect(response.status, JSON.stringify(response.body)).toBe(status);
  // RFC 9457: content type and fields.
  expect(response.headers['content-type']).toMatch(/^application\/problem\+json/);
  expect(response.body).toMatchObject({ title: expect.any(String), detail: expect.any(String), status });
  expect(JSON.stringify(response.body)).not.toMatch(/at .*\.(ts|mjs):\d+/);
  if (path !== '') expect(response.body.issues.map((issue: { path: string }) => issue.path)).toContain(path);
  expect(await exported()).toBe(before);
  return response;
}

interface KitBody {
  version: number;
  units: Record<string, unknown>[];
  [key: string]: unknown;
}
async function draftOf(id: string): Promise<{ version: number; draft: KitBody }> {
  const { version, units, name, layer, personId, containerId, positionId, schoolId, brief } = (await get(`/api/kits/${id}`))
    .body as KitBody;
  return { version, draft: { version, name, layer, personId, containerId, positionId, schoolId, brief, units } };
}

describe('an address that nothing can have', () => {
  it.each(['/api/kits/%00', '/api/kits/a%00b/coverage', '/api/kits/%zz', '/api/kits/%ff', '/%zz'])(
    '%s is refused as unreadable',
    async (path) => {
      await refused(400, '', () => get(path));
    },
  );

  it.each([
    ['a NUL', 'Belt\u0000kit'],
    ['half of a character', 'Belt \uD83D kit'],
    ['the other half of one', 'Belt \uDE80 kit'],
  ])('nor can a text hold %s', async (_, name) => {
    const { version, draft } = await draftOf('belt-kit');
    await refused(422, 'draft.name', () => send('put', '/api/kits/belt-kit', { version, draft: { ...draft, name } }));
    const unit = { ...draft.units[0], lot: name };
    await refused(422, 'draft.units.0.lot', () => send('put', '/api/kits/belt-kit', { version, draft: { ...draft, units: [unit] } }));
  });

  it('nor can what is sent go down without end', async () => {
    const { version, draft } = await draftOf('belt-kit');
    const text = JSON.stringify({ version, draft: { ...draft, setAside: 'deep' } });
    const deep = text.replace('"deep"', `${'['.repeat(50_000)}${']'.repeat(50_000)}`);
    await refused(422, 'draft.setAside.0', () => send('put', '/api/kits/belt-kit', deep).type('json'));
  });

  it('is not said back at length', async () => {
    const { body } = await get(`/api/kits/${'a'.repeat(3000)}`);
    expect(JSON.stringify(body).length).toBeLessThan(400);
  });

  it('has a name on one line, in its calendar too', async () => {
    const { version, draft } = await draftOf('belt-kit');
    const { body } = await send('put', '/api/kits/belt-kit', { version, draft: { ...draft, name: 'Belt\r\nX-EVIL:1\n kit' } });
    expect(body.name).toBe('Belt X-EVIL:1 kit');
    expect((await get('/api/kits/belt-kit/calendar.ics')).text).not.toMatch(/^X-EVIL/m);
  });
});

describe('contract calls', () => {
  it('health says that server and database answer', async () => {
    expect((await get('/api/health')).body).toEqual({
      status: 'ok',
      version: expect.any(String),
      database: expect.any(String),
      now: expect.any(String),
      lastChangeAt: expect.any(String),
    });
  });

  it('catalog holds kinds, containers, positions and schools', async () => {
    const { body } = await get('/api/catalog');
    expect(body.kinds.length).toBeGreaterThan(50);
    for (const list of ['containers', 'positions', 'schools']) expect(body[list].length).toBeGreaterThan(5);
  });

  it('kits come with position, container and units', async () => {
    const { body } = await get('/api/kits');
    expect(body.kits.length).toBeGreaterThanOrEqual(6);
    expect(body.kits[0]).toMatchObject({
      container: { id: expect.any(String) },
      position: { id: expect.any(String) },
      units: expect.any(Array),
    });
  });

  it('list and detail say the same of every unit', async () => {
    const { kits } = (await get('/api/kits')).body;
    for (const kit of kits) expect((await get(`/api/kits/${kit.id}`)).body.units, kit.id).toEqual(kit.units);
  });

  it('the demo crew has what a look around needs', async () => {
    const file = JSON.parse(await exported());
    expect(new Set(file.kits.map((kit: { layer: string }) => kit.layer)).size).toBe(4);
    expect(file.people).toHaveLength(3);
    expect(file.lots.length).toBeGreaterThanOrEqual(40);
    const conditions = file.units.map((unit: { condition: string }) => unit.condition);
    expect(conditions).toEqual(expect.arrayContaining(['suspect', 'practice']));
    expect(file.lots.some((lot: { expiresOn: string | null }) => lot.expiresOn !== null && lot.expiresOn < TODAY)).toBe(true);
    expect(file.uses).toHaveLength(1);
  });

  it('coverage has the documented shape, and follows the date', async () => {
    const { body } = await get('/api/kits/helm-vest/coverage');
    const seal = body.needs.find((need: { need: string }) => need.need === 'R.seal');
    expect(seal).toMatchObject({
      least: 2,
      ideal: 4,
      have: 2,
      state: 'held',
      lapsesOn: '2027-03-15',
      by: [{ unitId: 'helm-vest-05', kind: 'vented-seals-compact', grade: 'primary', count: 2 }],
    });
    const later = await get('/api/kits/helm-vest/coverage?on=2027-03-15');
    expect(later.body.needs.find((need: { need: string }) => need.need === 'R.seal').state).toBe('gap');
  });

  it('upkeep lists dated events in order', async () => {
    const { body } = await get('/api/upkeep?from=2026-11-25&to=2027-06-30');
    const dates = body.events.map((event: { on: string }) => event.on);
    expect(dates).toEqual([...dates].sort());
    expect(body.events).toContainEqual(expect.objectContaining({ type: 'lapse', on: '2027-03-15', kitId: 'helm-vest', need: 'R.seal' }));
  });

  it('restock says what is missing and where it comes from', async () => {
    const { body } = await get('/api/restock');
    const tow = body.kits.find((kit: { kitId: string }) => kit.kitId === 'tow-panel');
    const cutter = tow.lines.find((line: { need: string }) => line.need === 'S.cut');
    expect(cutter).toMatchObject({ missing: 1, fromStores: [{ kind: 'shears', take: 1 }] });
    const offered = body.kits.flatMap((kit: { lines: { fromStores: { unitId: string }[] }[] }) =>
      kit.lines.flatMap((line) => line.fromStores.map((spare) => spare.unitId)),
    );
    const stores = (await get('/api/stores')).body.units;
    for (const id of offered) {
      const unit = stores.find((candidate: { id: string }) => candidate.id === id);
      expect(unit).toMatchObject({ place: 'stores', condition: 'ready' });
      expect(unit.expiresOn === null || unit.expiresOn >= TODAY).toBe(true);
    }
  });

  it('compute/scan reads a label and refuses a wrong check digit', async () => {
    const { body } = await send('post', '/api/compute/scan', { text: '(01)09506000134352(17)280200(10)L1', today: TODAY });
    expect(body).toEqual({ scheme: 'gs1', gtin: '09506000134352', expiresOn: '2028-02-29', lot: 'L1', warnings: [] });
    await refused(422, 'text', () => send('post', '/api/compute/scan', { text: '(01)09506000134353', today: TODAY }));
  });

  it('compute/needs and compute/coverage work together', async () => {
    const { body } = await send('post', '/api/compute/needs', { brief: { persons: 2, penetrating: true }, school: 'committee-first' });
    expect(body.needs[0]).toMatchObject({ need: 'M.limb', least: 1, windowS: 180, reason: expect.any(String) });
    const kits = [{ id: 'k', reachS: 5, units: [{ id: 'u', kind: 'windlass-tourniquet', count: 1, condition: 'ready' }] }];
    const coverage = await send('post', '/api/compute/coverage', { needs: body.needs, school: 'committee-first', on: TODAY, kits });
    expect(coverage.body.needs[0]).toMatchObject({ need: 'M.limb', have: 1, state: 'held', by: [{ unitId: 'u', count: 1 }] });
    expect(coverage.body.singlePoints).toEqual([{ need: 'M.limb', unitId: 'u' }]);
  });

  it('compute/fit packs every make of container, and says what is outside of film, which slot holds what, and how it hangs', async () => {
    const thing = (id: string, wMm: number, hMm: number, tMm: number, massG: number) => ({ id, wMm, hMm, tMm, massG, shape: 'flat' });
    const items = [thing('dressing', 140, 100, 16, 60), thing('gloves', 95, 65, 7, 12)];
    const room = { id: 'main', wMm: 200, hMm: 180, dMm: 60, access: 'front' };
    const slots = ['left', 'right'].map((id) => ({ id, wMm: 90, hMm: 120, dMm: 30, stretchMm: 20, stickOutMm: 40 }));
    const packs = async (container: unknown, more = {}) =>
      (await send('post', '/api/compute/fit', { container, items, decodes: 400, ...more })).body;
    const soft = await packs({ make: 'soft', compartments: [room] });
    expect(soft).toMatchObject({ verdict: 'fits', perCompartment: [{ massG: 72, thicknessMm: expect.any(Number) }] });
    expect(Math.max(...soft.perCompartment[0].profileMm)).toBe(soft.thicknessMm);
    expect(soft.outer).toBeUndefined();
    const film = await packs({ make: 'flatBag', compartments: [room] });
    expect(film.outer.wMm + film.outer.tMm).toBeLessThanOrEqual(200);
    const roll = await packs({ make: 'vacuumRoll', rollWidthMm: 200, compartments: [{ ...room, hMm: 400 }] });
    expect(roll).toMatchObject({ feasible: true, thicknessMm: 16, outer: { tMm: 16 } });
    expect((await packs({ make: 'bundle', compartments: [room] })).outer.tMm).toBeGreaterThan(0);
    const band = await packs({ make: 'soft', compartments: [{ ...room, slots }] });
    expect(band.placed.map(({ slot }: { slot: string }) => slot).sort()).toEqual(['left', 'right']);
    const facing = await packs({ make: 'soft', facing: true, compartments: [room, { ...room, id: 'lid' }] });
    expect(facing.thicknessMm).toBeCloseTo(facing.perCompartment[0].thicknessMm + facing.perCompartment[1].thicknessMm, 6);
    const pinned = await packs(
      { make: 'soft', compartments: [room, { ...room, id: 'lid' }] },
      { items: [{ ...items[0], pinnedTo: 'lid' }] },
    );
    expect(pinned.placed[0].compartment).toBe('lid');
    const placeBounds = { wMm: 150, hMm: 120, tMm: 60 };
    const bound = await packs({ make: 'vacuumRoll', rollWidthMm: 280, compartments: [{ ...room, hMm: 400 }] }, { placeBounds });
    expect(Math.max(bound.outer.wMm, bound.outer.hMm)).toBeLessThanOrEqual(150);
    const wishing = items.map((item, index) => ({ ...item, urgency: 1 / (60 + 60 * index), lifeSaving: true, together: ['all'] }));
    const wished = await packs({ make: 'soft', lies: 'trays', compartments: [room, { ...room, id: 'lower' }] }, { items: wishing });
    expect(wished.wishes).toMatchObject({ buried: 0 });
    const pile = { id: 'w', wMm: 50, hMm: 50, tMm: 3, shape: 'flat', block: ['w', 'w:2', 'w:3', 'w:4'] };
    const piled = await packs({ make: 'soft', compartments: [room] }, { items: [pile], outside: [{ id: 'strap', tMm: 30 }] });
    expect(piled.blocks).toMatchObject([{ id: 'w', items: pile.block }]);
    expect(piled.blockedBy).toEqual({ w: [], 'w:2': [], 'w:3': [], 'w:4': [] });
    const again = await packs({ make: 'soft', compartments: [room] });
    expect(again).toEqual(soft);
  });

  it('compute/fit refuses a roll without width, one panel that faces nothing, a lock in film and a pile that is not itself, by field', async () => {
    const items = [{ id: 'a', wMm: 10, hMm: 10, tMm: 10, shape: 'flat' }];
    const room = { id: 'main', wMm: 100, hMm: 100, dMm: 40, access: 'front' };
    const lockedAt = { compartment: 'main', xMm: 0, yMm: 0, zMm: 0, wMm: 10, hMm: 10, dMm: 10 };
    const post =
      (container: unknown, own: unknown = items) =>
      () =>
        send('post', '/api/compute/fit', { container, items: own });
    await refused(422, 'container.rollWidthMm', post({ make: 'vacuumRoll', compartments: [room] }));
    await refused(422, 'container.compartments', post({ make: 'soft', facing: true, compartments: [room] }));
    await refused(422, 'items', post({ make: 'flatBag', compartments: [room] }, [{ ...items[0], lockedAt }]));
    const soft = { make: 'soft', compartments: [room] };
    await refused(422, 'items', post(soft, [{ ...items[0], block: ['b', 'c'] }]));
    await refused(
      422,
      'items',
      post(soft, [
        { ...items[0], block: ['a', 'b'] },
        { ...items[0], id: 'b' },
      ]),
    );
  });

  it('compute/fit packs in a thread of its own and refuses bad measures', async () => {
    const container = { make: 'soft', compartments: [{ id: 'main', wMm: 150, hMm: 110, dMm: 20, access: 'front' }] };
    const items = [{ id: 'a', wMm: 100, hMm: 75, tMm: 11, shape: 'flat', reach: 3 }];
    const { body } = await send('post', '/api/compute/fit', { container, items });
    expect(body).toMatchObject({ verdict: 'fits', feasible: true, thicknessMm: 11, proven: true, unplaced: [] });
    await refused(422, 'items.0.tMm', () => send('post', '/api/compute/fit', { container, items: [{ ...items[0], tMm: -1 }] }));
    await refused(422, 'container.compartments', () =>
      send('post', '/api/compute/fit', { container: { make: 'soft', compartments: [] }, items }),
    );
  });

  it('rules say what an experienced builder would, of a stored kit and of one that is sent along', async () => {
    const { body } = await get('/api/kits/tow-panel/rules');
    expect(body.findings[0]).toMatchObject({
      rule: 'tourniquet-suspect',
      severity: 'stop',
      lookedAt: ['tow-panel-01'],
      fix: { do: 'takeOut', unitId: 'tow-panel-01' },
    });
    expect(body.findings.map(({ rule }: { rule: string }) => rule)).toContain('lapsed-in-kit');
    const { draft } = await draftOf('tow-panel');
    const sent = await send('post', '/api/compute/rules', { kit: draft, on: TODAY });
    const rulesOf = (findings: { rule: string }[]) => findings.map(({ rule }) => rule).filter((rule) => rule !== 'too-thick');
    expect(rulesOf(sent.body.findings)).toEqual(rulesOf(body.findings));
    await refused(422, 'kit.units.0.kind', () =>
      send('post', '/api/compute/rules', { kit: { ...draft, units: [{ id: 'x', kind: 'magic-wand', count: 1, condition: 'ready' }] } }),
    );
  });

  it('openapi describes every route that answers', async () => {
    const { body } = await get('/api/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    for (const path of [
      '/api/health',
      '/api/catalog',
      '/api/kits',
      '/api/kits/{id}',
      '/api/kits/{id}/coverage',
      '/api/kits/{id}/uses',
      '/api/kits/{id}/rules',
      '/api/compute/rules',
      '/api/upkeep',
      '/api/restock',
      '/api/export',
      '/api/import',
      '/api/openapi.json',
      '/api/compute/scan',
      '/api/compute/needs',
      '/api/compute/coverage',
      '/api/compute/fit',
    ]) {
      expect(Object.keys(body.paths), path).toContain(path);
    }
    expect(body.paths['/api/kits/{id}/uses'].post.requestBody.content['application/json'].schema.properties.events).toMatchObject({
      type: 'array',
    });
  });
});

describe('malformed input gets the documented error and changes nothing', () => {
  it('an unknown kind', async () => {
    await refused(422, 'kind', () => send('post', '/api/stores', { kind: 'magic-wand', count: 1 }));
    const { version, draft } = await draftOf('helm-vest');
    const units = [...draft.units, { id: 'new', kind: 'magic-wand', count: 1, condition: 'ready' }];
    await refused(422, `units.${draft.units.length}.kind`, () =>
      send('put', '/api/kits/helm-vest', { version, draft: { ...draft, units } }).then(
        (response) => ({ ...response, body: withoutPrefix(response.body) }) as request.Response,
      ),
    );
  });

  it('a negative count', async () => {
    await refused(422, 'count', () => send('post', '/api/stores', { kind: 'gloves', count: -2 }));
    await refused(422, 'events.0.count', () =>
      send('post', '/api/kits/helm-vest/uses', {
        at: '2026-11-25T10:00:00Z',
        events: [{ at: '2026-11-25T10:00:00Z', unitId: 'helm-vest-01', count: -1 }],
      }),
    );
  });

  it('30 February', async () => {
    await refused(422, 'expiresOn', () => send('post', '/api/stores', { kind: 'kaolin-gauze', count: 1, expiresOn: '2027-02-30' }));
    await refused(422, 'on', () => get('/api/kits/helm-vest/coverage?on=2027-02-30'));
    await refused(422, 'to', () => get('/api/upkeep?from=2026-11-25&to=2027-02-30'));
  });

  it('a body of 3 MB', async () => {
    await refused(413, '', () => send('post', '/api/stores', { kind: 'gloves', count: 1, seller: 'x'.repeat(3_000_000) }));
  });

  it('broken JSON', async () => {
    await refused(400, '', () =>
      request(running.app)
        .post('/api/stores')
        .set('Host', 'localhost:4800')
        .set('content-type', 'application/json')
        .send('{"kind": "gloves",'),
    );
  });

  it('what does not exist', async () => {
    await refused(404, '', () => get('/api/kits/nobody'));
    await refused(404, '', () => get('/api/nothing'));
    await refused(404, '', () => send('post', '/api/units/none/move', { version: 1, to: 'stores' }));
  });

  it('more pieces than there are, and units of another kit', async () => {
    const at = '2026-11-25T10:00:00Z';
    await refused(422, 'events.0.count', () =>
      send('post', '/api/kits/helm-vest/uses', { at, events: [{ at, unitId: 'helm-vest-01', count: 5 }] }),
    );
    // The second event is wrong, so the first must not have happened either.
    await refused(422, 'events.1.unitId', () =>
      send('post', '/api/kits/helm-vest/uses', {
        at,
        events: [
          { at, unitId: 'helm-vest-01', count: 1 },
          { at, unitId: 'tow-panel-01', count: 1 },
        ],
      }),
    );
  });

  it('foreign hosts and origins', async () => {
    await refused(403, '', () => request(running.app).get('/api/kits').set('Host', 'evil.example'));
    await refused(403, '', () => send('post', '/api/stores', { kind: 'gloves', count: 1 }).set('Origin', 'http://evil.example'));
    const ours = await send('post', '/api/compute/scan', { text: '9506000134352' }).set('Origin', 'http://127.0.0.1:4800');
    expect(ours.status).toBe(200);
  });
});

/** Drafts are sent under "draft": the path says so, which the caller above does not care about. */
function withoutPrefix(body: { issues?: { path: string }[] }): unknown {
  return { ...body, issues: body.issues?.map(({ path, ...rest }) => ({ ...rest, path: path.replace(/^draft\./, '') })) };
}

describe('security headers', () => {
  it('allow nothing from outside', async () => {
    const policy = (await get('/api/health')).headers['content-security-policy'] ?? '';
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(policy).not.toMatch(/https?:/);
    expect(policy).not.toContain('upgrade-insecure-requests');
  });

  it('let nothing of the crew be kept on the way, and ask for no more than the camera', async () => {
    for (const path of ['/api/kits', '/api/kits/nothing']) expect((await get(path)).headers['cache-control']).toBe('no-store');
    const { headers } = await get('/');
    expect(headers['permissions-policy']).toMatch(/camera=\(self\).*microphone=\(\)/);
  });

  it.each(['cross-site', 'same-site'])('give data to no page of another site (%s), which may lead here all the same', async (site) => {
    await refused(403, '', () => get('/api/kits').set('Sec-Fetch-Site', site));
    expect((await get('/kits/belt-kit/bench').set('Sec-Fetch-Site', site)).status).not.toBe(403);
    for (const own of ['same-origin', 'none']) expect((await get('/api/kits').set('Sec-Fetch-Site', own)).status).toBe(200);
  });
});

describe('editing a kit', () => {
  it('refuses a stale write with the kit as it is now', async () => {
    const { version, draft } = await draftOf('wall-box');
    const first = await send('put', '/api/kits/wall-box', { version, draft: { ...draft, name: 'First tab' } });
    expect(first.status).toBe(200);
    const second = await refused(409, '', () => send('put', '/api/kits/wall-box', { version, draft: { ...draft, name: 'Second tab' } }));
    expect(second.body.current).toMatchObject({ name: 'First tab', version: version + 1 });
  });

  it('raises the version when a unit in it changes from elsewhere', async () => {
    const { version, draft } = await draftOf('wall-box');
    const unit = draft.units[0] as { id: string; version: number };
    await send('patch', `/api/units/${unit.id}`, { version: unit.version, condition: 'damaged' });
    await refused(409, '', () => send('put', '/api/kits/wall-box', { version, draft }));
    await refused(409, '', () => send('patch', `/api/units/${unit.id}`, { version: unit.version, condition: 'ready' }));
  });

  it('sends what has a lot to stores, lets the rest go, and takes both back on undo', async () => {
    const { version, draft } = await draftOf('console-case');
    const without = draft.units.filter(({ id }) => id !== 'console-case-02' && id !== 'console-case-19');
    const saved = await send('put', '/api/kits/console-case', { version, draft: { ...draft, units: without } });
    const placed = JSON.parse(await exported()).units as { id: string; place: string }[];
    const placeOf = (id: string) => placed.find((unit) => unit.id === id)?.place;
    expect([placeOf('console-case-02'), placeOf('console-case-19')]).toEqual(['stores', 'discarded']);
    const undone = await send('put', '/api/kits/console-case', { version: saved.body.version, draft });
    expect(undone.body.units.map(({ id }: { id: string }) => id)).toEqual(draft.units.map(({ id }) => id));
  });

  it('keeps seller and price when a date is put right', async () => {
    const { version, draft } = await draftOf('console-case');
    const units = draft.units.map((unit) => (unit.id === 'console-case-04' ? { ...unit, expiresOn: '2029-01-31' } : unit));
    const { body } = await send('put', '/api/kits/console-case', { version, draft: { ...draft, units } });
    expect(body.units.find(({ id }: { id: string }) => id === 'console-case-04')).toMatchObject({
      expiresOn: '2029-01-31',
      seller: 'Pier Road Chandlery',
    });
  });

  it('keeps what only the thing in hand has, through a page that says nothing of it, a move, and the export', async () => {
    const own = { madeOn: '2021-05-31', whose: 'Una', colour: 'light', measured: { state: 'asSold', wMm: 96, hMm: 68, tMm: 9 }, massG: 11 };
    await send('post', '/api/stores', { id: 'own-gloves', kind: 'gloves', count: 2, own });
    const moved = await send('post', '/api/units/own-gloves/move', { version: 1, to: 'kit', kitId: 'console-case', count: 1 });
    const { version, draft } = await draftOf('console-case');
    const at = (units: readonly Record<string, unknown>[]) => units.find(({ id }) => id === moved.body.id)?.own;
    expect(at(draft.units)).toEqual(own);
    const silent = draft.units.map(({ own: _, ...unit }) => unit);
    const kept = await send('put', '/api/kits/console-case', { version, draft: { ...draft, units: silent } });
    expect(at(kept.body.units)).toEqual(own);
    const { units } = JSON.parse(await exported()) as { units: { id: string; own: unknown }[] };
    expect([at(units), units.find(({ id }) => id === 'own-gloves')?.own]).toEqual([own, own]);
    const other = silent.map((unit) => (unit.id === moved.body.id ? { ...unit, own: { whose: 'Ranald' } } : unit));
    const changed = await send('put', '/api/kits/console-case', { version: kept.body.version, draft: { ...draft, units: other } });
    expect(at(changed.body.units)).toEqual({ whose: 'Ranald' });
    const wrong = silent.map((unit) => (unit.id === moved.body.id ? { ...unit, own: { massG: -1 } } : unit));
    await refused(422, `draft.units.${wrong.findIndex(({ id }) => id === moved.body.id)}.own.massG`, () =>
      send('put', '/api/kits/console-case', { version: changed.body.version, draft: { ...draft, units: wrong } }),
    );
  });

  it('never takes a practice unit into a kit', async () => {
    const { version, draft } = await draftOf('console-case');
    const units = [...draft.units, { id: 'practice-01', kind: 'windlass-tourniquet', count: 1, condition: 'ready' }];
    await refused(422, `units.${draft.units.length}.id`, () =>
      send('put', '/api/kits/console-case', { version, draft: { ...draft, units } }),
    );
    await refused(422, 'to', () => send('post', '/api/units/practice-01/move', { version: 1, to: 'kit', kitId: 'helm-vest' }));
    await refused(422, 'condition', () => send('patch', '/api/units/practice-01', { version: 1, condition: 'ready' }));
  });

  it('makes a kit, packs it only as the checker agrees, and retires it with its things in stores', async () => {
    const { draft } = await draftOf('helm-vest');
    const units = [{ id: randomUUID(), kind: 'gloves', count: 2, condition: 'ready' }];
    const made = await send('post', '/api/kits', { ...draft, name: 'New one', units });
    expect(made.status).toBe(201);
    const { id, version } = made.body;
    const forged = { fingerprint: 'not this kit', result: { verdict: 'fits', feasible: true, thicknessMm: 1, placed: [], unplaced: [] } };
    await refused(409, '', () => send('put', `/api/kits/${id}/packing`, forged));
    const gone = await send('delete', `/api/kits/${id}?version=${version}`);
    expect(gone.body).toEqual({ retired: id, toStores: 1 });
    expect((await get(`/api/kits/${id}`)).status).toBe(404);
  });
});

describe('stores and use', () => {
  it('takes in by what a label says, remembers the article number, and marks a cheap tourniquet suspect', async () => {
    const unit = await send('post', '/api/stores', {
      kind: 'windlass-tourniquet',
      count: 1,
      lot: 'WT-9',
      gtin: '10614141123459',
      priceMinor: 900,
    });
    expect(unit.body).toMatchObject({ condition: 'suspect', place: 'stores', lot: 'WT-9' });
    const { body } = await get('/api/stores');
    expect(body.gtins).toContainEqual({ gtin: '10614141123459', kind: 'windlass-tourniquet' });
  });

  it('splits a stack when one of it moves', async () => {
    const stack = (await get('/api/stores')).body.units.find(({ id }: { id: string }) => id === 'spare-09');
    const moved = await send('post', '/api/units/spare-09/move', { version: stack.version, to: 'kit', kitId: 'belt-kit', count: 2 });
    expect(moved.body).toMatchObject({ kind: 'gloves', count: 2, place: 'kit', kitId: 'belt-kit' });
    expect((await get('/api/stores')).body.units.find(({ id }: { id: string }) => id === 'spare-09').count).toBe(stack.count - 2);
  });

  it('logs a use once though it is sent twice; the kit changes at once and restock offers the spare', async () => {
    const at = '2026-11-25T14:02:00Z';
    const use = {
      id: 'use-one',
      at,
      events: [
        { at, unitId: 'belt-kit-09', count: 1, note: 'cut a glove' },
        { at, unitId: 'belt-kit-04', count: 1 },
      ],
    };
    const first = await send('post', '/api/kits/belt-kit/uses', use);
    expect(first.status).toBe(201);
    expect(first.body.kit.summary.rungs.find(({ rung }: { rung: string }) => rung === 'S').state).toBe('gap');
    // One of two pads: a sterile pack is opened and what is left no longer counts.
    expect(first.body.kit.units.find(({ id }: { id: string }) => id === 'belt-kit-04')).toMatchObject({
      condition: 'opened',
      piecesUsed: 1,
    });
    const again = await send('post', '/api/kits/belt-kit/uses', use);
    expect(again.body.use).toEqual(first.body.use);
    expect((await get('/api/kits/belt-kit/uses')).body.uses).toHaveLength(1);
    const cutters = async () => {
      const { lines } = (await get('/api/restock')).body.kits.find(({ kitId }: { kitId: string }) => kitId === 'belt-kit');
      return lines.find(({ need }: { need: string }) => need === 'S.cut');
    };
    // The spare shears of full size do not go into the pouch, and so are not offered; those that are to be bought do.
    const { fromStores, toBuy } = await cutters();
    expect(fromStores).toEqual([]);
    expect(toBuy.map(({ kind }: { kind: string }) => kind)).not.toContain('shears');
    await send('post', '/api/stores', { kind: 'shears-small', count: 1 });
    const [spare] = (await cutters()).fromStores;
    await send('post', `/api/units/${spare.unitId}/move`, { version: spare.version, to: 'kit', kitId: 'belt-kit', count: spare.take });
    const kit = (await get('/api/kits/belt-kit')).body;
    expect(kit.summary.rungs.find(({ rung }: { rung: string }) => rung === 'S').state).not.toBe('gap');
  });

  it('writes who, what, before and after into the journal', async () => {
    await send('patch', '/api/units/spare-02', { version: 1, condition: 'damaged', reason: 'torn' }).set('x-ivrak-person', 'ruth');
    const [entry] = (await get('/api/journal?limit=1')).body.entries;
    expect(entry).toMatchObject({
      who: 'ruth',
      what: 'unit changed',
      subject: 'spare-02',
      before: { condition: 'ready' },
      after: { condition: 'damaged', reason: 'torn' },
    });
  });
});

describe('export and import', () => {
  it('an import of an export gives the same export', async () => {
    const before = await exported();
    const { body } = await send('post', '/api/import', JSON.parse(before));
    expect(body.kits).toBeGreaterThan(6);
    expect(await exported()).toBe(before);
  });

  const broken = async (change: (file: Record<string, Record<string, unknown>[]>) => void) => {
    const file = JSON.parse(await exported());
    change(file);
    return file;
  };

  it.each([
    [
      'a unit of a kit that is not there',
      'units.0.kitId',
      (file: Record<string, Record<string, unknown>[]>) => Object.assign(file.units?.[0] ?? {}, { place: 'kit', kitId: 'nowhere' }),
    ],
    [
      'a date that does not exist',
      'lots.1.expiresOn',
      (file: Record<string, Record<string, unknown>[]>) => Object.assign(file.lots?.[1] ?? {}, { expiresOn: '2027-02-30' }),
    ],
    [
      'an unknown kind',
      'lots.0.kind',
      (file: Record<string, Record<string, unknown>[]>) => Object.assign(file.lots?.[0] ?? {}, { kind: 'magic-wand' }),
    ],
    [
      'a field that nobody knows',
      'kits.0',
      (file: Record<string, Record<string, unknown>[]>) => Object.assign(file.kits?.[0] ?? {}, { surprise: 1 }),
    ],
    [
      'an id that stands twice',
      'units.1.id',
      (file: Record<string, Record<string, unknown>[]>) => Object.assign(file.units?.[1] ?? {}, { id: file.units?.[0]?.id }),
    ],
    ['a newer format', 'formatVersion', (file: Record<string, unknown>) => Object.assign(file, { formatVersion: 13 })],
  ])('refuses %s, says where, and changes nothing', async (_, path, change) => {
    const file = await broken(change as (file: Record<string, Record<string, unknown>[]>) => void);
    await refused(422, path, () => send('post', '/api/import', file));
  });

  it('refuses a file that is something else', async () => {
    await refused(422, 'format', () => send('post', '/api/import', { hello: 'world' }));
  });
});

describe('the database', () => {
  it('has no change of the schema without a migration', async () => {
    const journal = JSON.parse(readFileSync(`${MIGRATIONS_FOLDER}/meta/_journal.json`, 'utf8'));
    const files = readdirSync(MIGRATIONS_FOLDER).filter((name) => name.endsWith('.sql'));
    expect(journal.entries.map(({ tag }: { tag: string }) => `${tag}.sql`)).toEqual(files.sort());
    const rows = await running.open.db.execute(
      sql`select table_name, column_name from information_schema.columns
          where table_schema = ${running.here.schema} and table_name <> '__drizzle_migrations'`,
    );
    const there = (rows as unknown as { rows: { table_name: string; column_name: string }[] }).rows.map(
      (row) => `${row.table_name}.${row.column_name}`,
    );
    const declared = Object.values(schema).flatMap((table) =>
      Object.values(getTableColumns(table)).map((column) => `${getTableName(table)}.${column.name}`),
    );
    expect(there.sort()).toEqual(declared.sort());
  });

  it('states the invariants again', async () => {
    const insert = (values: string) =>
      running.open.db.execute(sql.raw(`insert into units (id, kind, count, condition, place, kit_id) values ${values}`)).then(
        () => 'taken',
        (error: { cause?: { code?: string } }) => error.cause?.code,
      );
    expect(await insert(`('x1', 'gloves', 0, 'ready', 'stores', null)`)).toBe('23514');
    expect(await insert(`('x2', 'gloves', 1, 'ready', 'kit', null)`)).toBe('23514');
    expect(await insert(`('x3', 'gloves', 1, 'ready', 'kit', 'nowhere')`)).toBe('23503');
    expect(await insert(`('spare-01', 'gloves', 1, 'ready', 'stores', null)`)).toBe('23505');
  });
});

describe('the currency', () => {
  it('is a sign or a code, stands in the settings, and goes with the export', async () => {
    expect((await send('get', '/api/settings')).body.currency).toBe('€');
    expect((await send('put', '/api/settings', { currency: ' CHF ' })).body.currency).toBe('CHF');
    for (const currency of ['', '12', 'a b', 'groschen'])
      expect(new Set(issuesOf(await send('put', '/api/settings', { currency })))).toEqual(new Set(['currency']));
    expect((await send('get', '/api/settings')).body.currency).toBe('CHF');
    expect((await send('get', '/api/export')).body.settings).toContainEqual({ key: 'currency', value: 'CHF' });
    await send('put', '/api/settings', { currency: '€' });
  });
});
