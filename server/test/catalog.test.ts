import { KINDS, PUBLISHED_LISTS, SCHOOLS } from '@ivrak/core/catalog';
import { type Kind, nothingMadeReady, type School, type UnitId } from '@ivrak/core/model';
import { factsOf } from '@ivrak/core/rules';
import { eq } from 'drizzle-orm';
import type request from 'supertest';
import { describe, expect, it } from 'vitest';
import { kits } from '../src/db/schema.ts';
import { draftOfKit, withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const { call } = running;
const catalog = async () =>
  (await call('get', '/api/catalog')).body as { kinds: Kind[]; schools: School[]; own: Record<string, Record<string, number>> };
const pathsOf = (response: request.Response): string[] => response.body.issues?.map(({ path }: { path: string }) => path) ?? [];

const PATTERN = KINDS.find(({ id }) => id === 'shears') as Kind; // a shipped kind, the tests of the catalogue hold it
const hook: Kind = { ...PATTERN, id: 'rope-hook', name: 'Rope hook' };

describe('own kinds', () => {
  it('are added, changed on their version, and stand in the catalogue at once', async () => {
    expect((await call('put', '/api/kinds/rope-hook', { version: null, kind: hook })).body.version).toBe(1);
    expect((await call('put', '/api/kinds/rope-hook', { version: 1, kind: { ...hook, massG: 31 } })).body.version).toBe(2);
    const stale = await call('put', '/api/kinds/rope-hook', { version: 1, kind: { ...hook, massG: 99 } });
    expect(stale.status).toBe(409);
    expect(stale.body.current.data.massG).toBe(31);
    const { kinds, own } = await catalog();
    expect(kinds.find(({ id }) => id === 'rope-hook')?.massG).toBe(31);
    expect(own.kinds).toEqual({ 'rope-hook': 2 });
  });

  it('count in coverage, and change the mass of a kit that holds them', async () => {
    const { body: kit } = await call('get', '/api/kits/helm-vest');
    const { version, id: _, units, container: __, position: ___, packing: ____, inspectedOn: _____, summary, ...draft } = kit;
    const more = [...units, { id: 'hook-1', kind: 'rope-hook', count: 1, condition: 'ready' }];
    const { body: saved } = await call('put', '/api/kits/helm-vest', { version, draft: { ...draft, units: more } });
    expect(saved.summary.massG).toBe(summary.massG + 31);
    await call('put', '/api/kinds/rope-hook', { version: 2, kind: { ...hook, massG: 40 } });
    expect((await call('get', '/api/kits/helm-vest')).body.summary.massG).toBe(summary.massG + 40);
  });

  it('keep the ways in which things of them lie, and are not taken away while there are any', async () => {
    const lost = await call('put', '/api/kinds/rope-hook', { version: 3, kind: { ...hook, states: [{ ...hook.states[0], id: 'other' }] } });
    expect([lost.status, pathsOf(lost)]).toEqual([422, ['kind.states']]);
    const used = await call('delete', '/api/kinds/rope-hook?version=3');
    expect([used.status, used.body.detail]).toEqual([422, expect.stringContaining('history refers to them')]);
  });

  it('are refused with a measure that is none, or under another name than the address', async () => {
    const bad = await call('put', '/api/kinds/odd', { version: null, kind: { ...hook, id: 'odd', massG: -1, name: '' } });
    expect([bad.status, pathsOf(bad).sort()]).toEqual([422, ['kind.massG', 'kind.name']]);
    expect(pathsOf(await call('put', '/api/kinds/odd', { version: null, kind: hook }))).toEqual(['kind.id']);
  });

  it('come in many at once: all or none', async () => {
    const broken = {
      kinds: [
        { ...hook, id: 'one' },
        { ...hook, id: 'rope-hook', states: [{ ...hook.states[0], id: 'other' }] },
      ],
    };
    expect(pathsOf(await call('post', '/api/kinds', broken))).toEqual(['kinds.1.states']);
    expect((await catalog()).own.kinds).not.toHaveProperty('one');
    const { body } = await call('post', '/api/kinds', {
      kinds: [
        { ...hook, id: 'one' },
        { ...PATTERN, massG: 71 },
      ],
    });
    expect(body).toEqual({ added: 1, changed: 1 });
    expect((await catalog()).kinds.find(({ id }) => id === 'shears')?.massG).toBe(71);
  });

  it('a shipped kind that was changed goes back to how it was shipped', async () => {
    await call('delete', '/api/kinds/shears?version=1');
    const { kinds, own } = await catalog();
    expect(kinds.find(({ id }) => id === 'shears')).toEqual(PATTERN);
    expect(own.kinds).not.toHaveProperty('shears');
    expect((await call('delete', '/api/kinds/shears?version=1')).status).toBe(404);
  });
});

describe('own schools', () => {
  const [shipped] = SCHOOLS;
  const ours = { ...(shipped as School), id: 'own-ours', name: 'Ours', basedOn: 'committee-first' };

  it('are checked as a whole: order, grades, quantities', async () => {
    const order = ours.order.with(0, 'M.pack');
    const broken = { ...ours, order, exceptions: { nothing: {} }, quantities: { 'R.seal': { least: 2, ideal: 1, reason: 'x' } } };
    const refused = await call('put', '/api/schools/own-ours', { version: null, school: broken });
    expect(pathsOf(refused)).toEqual(['school.order.2', 'school.order', 'school.exceptions.nothing', 'school.quantities.R.seal.ideal']);
    expect(pathsOf(await call('put', '/api/schools/committee-first', { version: null, school: shipped }))).toEqual(['school.id']);
  });

  it('are followed by kits, and not taken away while they are', async () => {
    const school = { ...ours, order: [...ours.order.slice(1), 'M.limb'] as School['order'] };
    expect((await call('put', '/api/schools/own-ours', { version: null, school })).status).toBe(200);
    const { body: kit } = await call('get', '/api/kits/belt-kit');
    const { name, layer, personId, containerId, positionId, brief, units, version } = kit;
    const draft = { name, layer, personId, containerId, positionId, brief, units, schoolId: 'own-ours' };
    expect((await call('put', '/api/kits/belt-kit', { version, draft })).status).toBe(200);
    const { body: found } = await call('get', '/api/kits/belt-kit/coverage');
    expect(found.needs.at(-1).need).toBe('M.limb');
    expect((await call('delete', '/api/schools/own-ours?version=1')).status).toBe(422);
    await call('put', '/api/kits/belt-kit', { version: version + 1, draft: { ...draft, schoolId: 'remote' } });
    expect((await call('delete', '/api/schools/own-ours?version=1')).status).toBe(200);
    expect((await catalog()).schools).toHaveLength(SCHOOLS.length);
  });
});

describe('lists', () => {
  const list = { id: 'boat', name: 'Ready-made boat box', priceMinor: 4320, contents: [{ kind: 'shears', count: 1 }] };

  it('are kept, changed on their version, and taken away', async () => {
    expect((await call('put', '/api/lists/boat', { version: null, list })).body.version).toBe(1);
    expect((await call('put', '/api/lists/boat', { version: null, list })).status).toBe(409);
    expect((await call('delete', '/api/lists/boat?version=1')).status).toBe(200);
    expect((await call('get', '/api/lists')).body.lists.map(({ id }: { id: string }) => id)).toEqual([
      'bleeding-parts',
      'ready-boat',
      'ready-pocket',
    ]);
  });

  it('are refused with things that nobody knows, and with nothing in them', async () => {
    const unknown = { ...list, containerId: 'cloud', contents: [{ kind: 'magic-wand', count: 1 }] };
    expect(pathsOf(await call('put', '/api/lists/boat', { version: null, list: unknown }))).toEqual([
      'list.contents.0.kind',
      'list.containerId',
    ]);
    expect(pathsOf(await call('put', '/api/lists/boat', { version: null, list: { ...list, contents: [] } }))).toEqual(['list.contents']);
  });

  it('of the published ones, a kit is told line by line what is short', async () => {
    const { body } = await call('get', '/api/kits/wall-box/published/vehicle');
    expect(body.lines).toHaveLength(PUBLISHED_LISTS.find(({ id }) => id === 'vehicle')?.lines.length ?? 0);
    expect(body.lines.find(({ label }: { label: string }) => label === 'guide')).toMatchObject({ asked: 1, have: 0 });
    expect((await call('get', '/api/kits/wall-box/published/nowhere')).status).toBe(404);
  });
});

describe('findings that were set aside', () => {
  it('are told apart from the open ones, and open again when the facts change', async () => {
    const { body: before } = await call('get', '/api/kits/tow-panel/rules');
    const lapsed = before.findings.find(({ rule }: { rule: string }) => rule === 'lapsed-in-kit');
    const { body: kit } = await call('get', '/api/kits/tow-panel');
    const { name, layer, personId, containerId, positionId, schoolId, brief, units, version } = kit;
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, units };
    const setAside = [{ rule: 'lapsed-in-kit', facts: factsOf(lapsed), reason: 'for the next drill', on: TODAY }];
    expect((await call('put', '/api/kits/tow-panel', { version, draft: { ...draft, setAside } })).body.setAside).toEqual(setAside);
    const { body: after } = await call('get', '/api/kits/tow-panel/rules');
    expect(after.findings).toHaveLength(before.findings.length - 1);
    expect(after.setAside).toEqual([{ rule: 'lapsed-in-kit', reason: 'for the next drill', on: TODAY }]);
    // A week later it says the same of the same thing; with another date on the thing it does not.
    const later = units.map((unit: { id: string; expiresOn: string | null }) =>
      lapsed.lookedAt.includes(unit.id) ? { ...unit, expiresOn: '2026-10-01' } : unit,
    );
    await call('put', '/api/kits/tow-panel', { version: version + 1, draft: { ...draft, units: later, setAside } });
    expect((await call('get', '/api/kits/tow-panel/rules')).body.findings).toHaveLength(before.findings.length);
  });
});

describe('the export file', () => {
  it('carries own kinds, schools, lists and what was set aside through an import', async () => {
    const { body: before } = await call('get', '/api/export');
    expect(before.ownKinds.map(({ id }: { id: string }) => id)).toContain('rope-hook');
    expect(before.contentLists).toHaveLength(3);
    expect((await call('post', '/api/import', before)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(before);
    expect((await catalog()).kinds.map(({ id }) => id)).toContain('rope-hook');
  });

  it('is refused where a unit is of an own kind that the file does not bring', async () => {
    const { body: file } = await call('get', '/api/export');
    const refused = await call('post', '/api/import', { ...file, ownKinds: [] });
    expect(refused.status).toBe(422);
    expect(refused.body.detail).toContain('"rope-hook" is not in the catalogue');
  });

  it('of the first version is still read: it brings none of these', async () => {
    const { body: file } = await call('get', '/api/export');
    const { ownKinds: _, ownSchools: __, contentLists: ___, kits, units, lots, ...rest } = file;
    const old = {
      ...rest,
      formatVersion: 1,
      lots,
      kits: kits.map(({ setAside: ____, ...kit }: Record<string, unknown>) => kit),
      units: units.filter(({ kind }: { kind: string }) => kind !== 'rope-hook'),
    };
    expect((await call('post', '/api/import', old)).status).toBe(200);
    expect((await catalog()).own).toEqual({ kinds: {}, schools: {}, containers: {}, positions: {} });
    expect((await call('get', '/api/lists')).body.lists).toEqual([]);
    expect((await call('get', '/api/kits/tow-panel')).body.setAside).toEqual([]);
  });
});

describe('containers and carry positions of one’s own', () => {
  const sleeve = {
    id: 'calf-wrap',
    name: 'Calf wrap',
    make: 'soft',
    compartments: [{ id: 'main', wMm: 150, hMm: 110, dMm: 45, access: 'front' }],
    massG: 35,
    wallMm: 1,
    opening: 'hookAndLoop',
  };
  const place = {
    id: 'thigh',
    name: 'Thigh strap',
    wMm: 160,
    hMm: 200,
    tMm: 60,
    massG: 700,
    onBody: true,
    heat: 'room',
    hands: 'both',
    drawS: 3,
    seated: true,
  };

  it('are added, used by a kit, not taken away meanwhile, changed on their version, and go with the export', async () => {
    expect((await call('put', '/api/containers/calf-wrap', { version: null, data: sleeve })).body.version).toBe(1);
    expect((await call('put', '/api/positions/thigh', { version: null, data: place })).status).toBe(200);
    const kit = (await call('get', '/api/kits/tow-panel')).body;
    const { name, layer, personId, schoolId, brief, setAside, fit, stage, modules, units } = kit;
    const draft = { name, layer, personId, schoolId, brief, setAside, fit, stage, modules, units };
    const moved = { ...draft, containerId: 'calf-wrap', positionId: 'thigh' };
    expect((await call('put', '/api/kits/tow-panel', { version: kit.version, draft: moved })).body.container.name).toBe('Calf wrap');
    const refused = await call('delete', '/api/containers/calf-wrap?version=1');
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain(name);
    expect((await call('put', '/api/containers/calf-wrap', { version: 4, data: sleeve })).status).toBe(409);
    const file = (await call('get', '/api/export')).body;
    expect(file.ownContainers).toEqual([{ id: 'calf-wrap', data: sleeve, version: 1 }]);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    const missing = { ...file, ownContainers: [] };
    expect(JSON.stringify((await call('post', '/api/import', missing)).body)).toContain('unknown container');
    const back = (await call('get', '/api/kits/tow-panel')).body;
    const home = { ...draft, containerId: 'hard-case', positionId: 'wall-box' };
    expect((await call('put', '/api/kits/tow-panel', { version: back.version, draft: home })).status).toBe(200);
    expect((await call('delete', '/api/positions/thigh?version=1')).status).toBe(200);
    expect((await call('delete', '/api/containers/calf-wrap?version=1')).status).toBe(200);
  });

  it('do not stand in for shipped ones, and say which field is wrong', async () => {
    const shipped = await call('put', '/api/containers/belt-pouch', { version: null, data: { ...sleeve, id: 'belt-pouch' } });
    expect(JSON.stringify(shipped.body)).toContain('data.id');
    const flat = { ...sleeve, compartments: [{ ...sleeve.compartments[0], dMm: 0 }] };
    const bad = await call('put', '/api/containers/calf-wrap', { version: null, data: flat });
    expect(bad.status).toBe(422);
    expect(JSON.stringify(bad.body)).toContain('compartments.0.dMm');
  });
});

describe('how a kit is packed and made ready', () => {
  const draftOf = async (id: string) => {
    const kit = (await call('get', `/api/kits/${id}`)).body;
    return { version: kit.version, draft: draftOfKit(kit) };
  };
  const save = async (id: string, change: object) => {
    const { version, draft } = await draftOf(id);
    return call('put', `/api/kits/${id}`, { version, draft: { ...draft, ...change } });
  };
  const lock = { compartment: 'main', xMm: 5, yMm: 10, zMm: 0, wMm: 90, hMm: 12, dMm: 12, folded: false };
  const fit = { press: 0.6, locks: { 'helm-vest-08': lock }, pins: { 'helm-vest-02': 'main' }, folds: { 'helm-vest-03': true } };
  const stage = {
    ticks: [{ step: 'flag:helm-vest-05', on: '2026-11-20', by: 'Isla Vethrin' }],
    hangsAt: 'left hook',
    told: 'the bow crew',
    weighed: { on: '2026-11-20', massG: 478, stepG: 1 },
  };

  it('is kept, comes back as it was sent, and goes with the export', async () => {
    const { draft } = await draftOf('helm-vest');
    const [first, second] = (draft.units as { id: string }[]).map(({ id }) => id);
    const modules = [{ id: 'front', name: 'Front', unitIds: [first, second] }];
    expect((await save('helm-vest', { fit, stage, modules })).status).toBe(200);
    expect((await draftOf('helm-vest')).draft).toMatchObject({ fit, stage, modules });
    const file = (await call('get', '/api/export')).body;
    expect(file.formatVersion).toBe(12);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(file);
    expect((await draftOf('helm-vest')).draft).toMatchObject({ fit, stage, modules });
  });

  it.each([
    ['a press over one', { fit: { ...fit, press: 2 } }, 'fit.press'],
    ['a lock of no size', { fit: { ...fit, locks: { a: { ...lock, wMm: 0 } } } }, 'fit.locks.a.wMm'],
    ['a tick on no day', { stage: { ...stage, ticks: [{ step: 'a', on: '2026-02-30', by: 'x' }] } }, 'stage.ticks.0.on'],
    ['a mass of nothing', { stage: { ...stage, weighed: { on: '2026-11-20', massG: 0, stepG: 1 } } }, 'stage.weighed.massG'],
    ['a module without a name', { modules: [{ id: 'm', name: ' ', unitIds: [] }] }, 'modules.0.name'],
  ])('is refused with %s, by field, and nothing is written', async (_, change, path) => {
    const before = await draftOf('helm-vest');
    const answer = await save('helm-vest', change);
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toContain(path);
    expect(await draftOf('helm-vest')).toEqual(before);
  });

  it('of version 2 of the export file is still read, with nothing locked, ticked or bundled', async () => {
    const { ownContainers: _, ownPositions: __, ...file } = (await call('get', '/api/export')).body;
    const kits = file.kits.map(({ fit: ___, stage: ____, modules: _____, ...kit }: Record<string, unknown>) => kit);
    expect((await call('post', '/api/import', { ...file, formatVersion: 2, kits })).status).toBe(200);
    expect((await draftOf('helm-vest')).draft).toMatchObject(nothingMadeReady());
  });

  it('a packing is taken only for the kit as it is: another press makes it stale', async () => {
    await save('helm-vest', { fit: { press: 0, locks: {}, pins: {}, folds: {} }, modules: [] });
    const kit = (await call('get', '/api/kits/helm-vest')).body;
    expect(kit.summary.thicknessMm).not.toBeNull();
    await save('helm-vest', { fit: { press: 1, locks: {}, pins: {}, folds: {} } });
    expect((await call('get', '/api/kits/helm-vest')).body.summary.thicknessMm).toBeNull();
    const put = await call('put', '/api/kits/helm-vest/packing', kit.packing);
    expect(put.status).toBeGreaterThanOrEqual(400);
  });
});

describe('a module', () => {
  const withModule = async (id: string, module: object | null) => {
    const kit = (await call('get', `/api/kits/${id}`)).body;
    const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, units } = kit;
    const modules = module === null ? [] : [module];
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units };
    return (await call('put', `/api/kits/${id}`, { version: kit.version, draft })).body;
  };

  it('goes to another kit as one, with all of its things, and back; an old version moves nothing', async () => {
    const before = (await call('get', '/api/kits/helm-vest')).body;
    const ids = before.units.slice(0, 2).map(({ id }: { id: string }) => id);
    const kit = await withModule('helm-vest', { id: 'front', name: 'Front', unitIds: ids });
    await withModule('belt-kit', { id: 'front', name: 'Own front', unitIds: [] });
    const move = (id: string, version: number, kitId: string, module = 'front') =>
      call('post', `/api/kits/${id}/modules/${module}/move`, { version, kitId });
    expect((await move('helm-vest', kit.version - 1, 'belt-kit')).status).toBe(409);
    expect((await move('helm-vest', kit.version, 'helm-vest')).status).toBe(422);
    expect((await move('helm-vest', kit.version, 'belt-kit', 'nothing')).status).toBe(404);
    expect((await call('get', '/api/kits/helm-vest')).body.units).toEqual(kit.units);
    const { body } = await move('helm-vest', kit.version, 'belt-kit');
    expect(body.from.modules).toEqual([]);
    expect(body.from.units).toHaveLength(before.units.length - 2);
    expect(body.to.modules).toMatchObject([{ id: 'front' }, { id: 'front-2', name: 'Front', unitIds: ids }]);
    expect(body.to.units.map(({ id }: { id: string }) => id)).toEqual(expect.arrayContaining(ids));
    const back = await move('belt-kit', body.to.version, 'helm-vest', 'front-2');
    expect(back.status).toBe(200);
    expect(back.body.to.units).toHaveLength(before.units.length);
    expect((await move('belt-kit', back.body.from.version, 'helm-vest', 'front')).status).toBe(422);
  });

  it('is filled from stores up to what it holds when it is whole, and says what stores lack', async () => {
    const before = (await call('get', '/api/kits/helm-vest')).body;
    const [unit] = before.units as { id: string; kind: string; count: number }[];
    if (unit === undefined) throw new Error('the kit is empty');
    const pattern = [
      { kind: unit.kind, count: unit.count },
      { kind: 'marker', count: 2 },
      { kind: 'heat-blanket', count: 40 },
    ];
    const taken = await call('post', '/api/stores', { kind: 'marker', count: 5 });
    const kit = await withModule('helm-vest', { id: 'front', name: 'Front', unitIds: [unit.id], pattern });
    const fill = (version: number) => call('post', '/api/kits/helm-vest/modules/front/restock', { version });
    expect((await fill(kit.version - 1)).status).toBe(409);
    const { status, body } = await fill(kit.version);
    expect(status).toBe(200);
    expect(body.missing).toMatchObject([{ kind: 'heat-blanket' }]);
    const [module] = body.kit.modules;
    const inside = body.kit.units.filter(({ id }: { id: string }) => module.unitIds.includes(id));
    expect(
      inside.filter(({ kind }: { kind: string }) => kind === 'marker').reduce((sum: number, one: { count: number }) => sum + one.count, 0),
    ).toBe(2);
    const stores = (await call('get', '/api/stores')).body.units;
    const markers = (units: { kind: string; count: number; condition: string }[]) =>
      units.filter(({ kind, condition }) => kind === 'marker' && condition === 'ready').reduce((sum, { count }) => sum + count, 0);
    expect(taken.status).toBe(201);
    expect(markers(body.kit.units)).toBe(markers(before.units) + 2);
    expect(markers(stores)).toBeGreaterThanOrEqual(3);
  });

  it('forgets what was taken out of it when it is filled, and holds no more than can be read again', async () => {
    const gone = Array.from({ length: 60 }, (_, index) => `gone-${index}`);
    const before = await withModule('helm-vest', { id: 'front', name: 'Front', unitIds: gone, pattern: [{ kind: 'marker', count: 1 }] });
    await call('post', '/api/stores', { kind: 'marker', count: 1 });
    const { status, body } = await call('post', '/api/kits/helm-vest/modules/front/restock', { version: before.version });
    expect([status, body.filled]).toEqual([200, 1]);
    const after = (await call('get', '/api/kits/helm-vest')).body;
    expect(after.modules[0].unitIds).toEqual([expect.not.stringMatching('gone')]);
    expect(after.units.map(({ id }: { id: string }) => id)).toContain(after.modules[0].unitIds[0]);
  });

  it('is readable again where an earlier version went on adding to it', async () => {
    const kit = await withModule('helm-vest', { id: 'front', name: 'Front', unitIds: [] });
    const unitIds = [kit.units[0].id, ...Array.from({ length: 80 }, (_, index) => `gone-${index}`)];
    await running.open.db
      .update(kits)
      .set({ modules: [{ id: 'front', name: 'Front', unitIds: unitIds as UnitId[], pattern: [] }] })
      .where(eq(kits.id, 'helm-vest'));
    const { status, body } = await call('get', '/api/kits/helm-vest');
    expect([status, body.modules[0].unitIds]).toEqual([200, [kit.units[0].id]]);
  });

  it('is refused to a kit that holds as many as it can', async () => {
    const modules = Array.from({ length: 20 }, (_, index) => ({ id: `m-${index}`, name: 'Full', unitIds: [], pattern: [] }));
    await running.open.db.update(kits).set({ modules }).where(eq(kits.id, 'belt-kit'));
    const from = await withModule('helm-vest', null);
    const own = await withModule('helm-vest', { id: 'front', name: 'Front', unitIds: [from.units[0].id] });
    const { status, body } = await call('post', '/api/kits/helm-vest/modules/front/move', { version: own.version, kitId: 'belt-kit' });
    expect([status, body.issues[0].path]).toEqual([422, 'kitId']);
    await withModule('belt-kit', null);
  });
});

describe('a kit that holds as many lines as it can', () => {
  it('takes no more of them by a move either, so that its draft can still be saved', async () => {
    const { body: kit } = await call('get', '/api/kits/wall-box');
    const { version, name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage } = kit;
    const full = Array.from({ length: 300 }, (_, index) => ({ id: `line-${index}`, kind: 'marker', count: 1, condition: 'ready' }));
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules: [], units: full };
    expect((await call('put', '/api/kits/wall-box', { version, draft })).status).toBe(200);
    const { body: unit } = await call('post', '/api/stores', { kind: 'marker', count: 1 });
    const move = (id: string, of: number) => call('post', `/api/units/${id}/move`, { version: of, to: 'kit', kitId: 'wall-box' });
    const refused = await move(unit.id, unit.version);
    expect([refused.status, pathsOf(refused)]).toEqual([422, ['kitId']]);
    const [one] = (await call('get', '/api/kits/wall-box')).body.units;
    expect((await call('post', `/api/units/${one.id}/move`, { version: one.version, to: 'stores' })).status).toBe(200);
    expect((await move(unit.id, unit.version)).status).toBe(200);
  });
});
