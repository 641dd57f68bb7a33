import type { KitSet } from '@ivrak/core/model';
import { beforeEach, describe, expect, it } from 'vitest';
import { asOne, betweenKits } from '../src/restock/rotationSets.ts';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();

const KITS = ['helm-vest', 'belt-kit', 'console-case'];
const set = (more: Partial<KitSet> = {}) => ({
  id: 'skipper',
  name: 'Skipper’s',
  personId: null,
  kitIds: KITS,
  own: [],
  alone: {},
  ...more,
});
const save = (data: unknown, version: number | null = null, id = 'skipper') => call('put', `/api/sets/${id}`, { version, data });
const kit = async (id: string) => (await call('get', `/api/kits/${id}`)).body;
const phone = {
  id: 'phone',
  name: 'Phone',
  family: 'phone',
  isTool: true,
  grades: { 'H.call': 'primary' },
  drawback: '',
  drawS: 4,
  massG: 180,
  barredAtSecurity: false,
};

/** Each test begins with kits that are by themselves. */
beforeEach(async () => {
  for (const { id, version } of (await call('get', '/api/sets')).body.sets) await call('delete', `/api/sets/${id}?version=${version}`);
});

describe('kits that are carried as one', () => {
  it('take the brief and the school of the first, each at a new version, and say what they are in', async () => {
    const before = await kit('belt-kit');
    const first = await kit('helm-vest');
    const answer = await save(set());
    expect(answer.status).toBe(200);
    const after = await kit('belt-kit');
    expect([after.brief, after.schoolId]).toEqual([first.brief, first.schoolId]);
    expect(after.version).toBe(before.version + (JSON.stringify(before.brief) === JSON.stringify(first.brief) ? 0 : 1));
    expect(after.inSet).toMatchObject({ id: 'skipper', name: 'Skipper’s', version: 1 });
    expect(after.inSet.others.map(({ id }: { id: string }) => id)).toEqual(['helm-vest', 'console-case']);
    const listed = (await call('get', '/api/kits')).body.kits.find(({ id }: { id: string }) => id === 'belt-kit');
    expect(listed.inSet).toEqual({ id: 'skipper', name: 'Skipper’s' });
  });

  it('hold together what their things hold, whichever is looked at, and each leaves to others what they hold', async () => {
    await save(set({ own: [phone as KitSet['own'][number]] }));
    const { sets } = (await call('get', '/api/sets')).body;
    const { coverage, held, asked } = sets[0].view;
    expect(held).toBeLessThanOrEqual(asked);
    for (const id of KITS) {
      const seen = (await call('get', `/api/kits/${id}/coverage`)).body;
      for (const [index, { need, state, have }] of seen.needs.entries()) {
        expect(have, need).toBe(coverage.needs[index].have);
        if (coverage.needs[index].state === 'gap') expect(state, need).toBe('gap');
      }
    }
    // The phone serves all three.
    expect(coverage.needs.find(({ need }: { need: string }) => need === 'H.call').state).not.toBe('gap');
  });

  it('are asked the same from then on: a brief that is changed in one is changed in all', async () => {
    await save(set());
    const { version, inSet: _, ...now } = await kit('belt-kit');
    const other = await kit('helm-vest');
    const draft = { ...now, brief: { ...now.brief, persons: 9 } };
    const saved = await call('put', '/api/kits/belt-kit', {
      version,
      draft: Object.fromEntries(
        ['name', 'layer', 'personId', 'containerId', 'positionId', 'schoolId', 'brief', 'setAside', 'fit', 'stage', 'modules', 'units'].map(
          (key) => [key, draft[key]],
        ),
      ),
    });
    expect(saved.status).toBe(200);
    const after = await kit('helm-vest');
    expect(after.brief.persons).toBe(9);
    expect(after.version).toBe(other.version + 1);
    const { journal } = (await call('get', '/api/export')).body;
    expect(
      journal.filter(({ what, subject }: { what: string; subject: string }) => what === 'kit saved' && subject === 'helm-vest').length,
    ).toBeGreaterThan(0);
  });

  it('tell of what they lack together once: in dates, in restock and in what is to be bought', async () => {
    await save(set());
    // So many that there is not enough of anything.
    const { version, ...kitNow } = await kit('belt-kit');
    const crowd = { ...kitNow.brief, persons: 60, casualties: 9 };
    const draft = { ...(await draftOf('belt-kit')), modules: kitNow.modules, units: kitNow.units, brief: crowd };
    expect((await call('put', '/api/kits/belt-kit', { version, draft })).status).toBe(200);
    const inSet = new Set(KITS);
    const { events } = (await call('get', '/api/upkeep')).body;
    const gaps = events
      .filter(({ type, kitId }: { type: string; kitId: string }) => type === 'gap' && inSet.has(kitId))
      .map(({ need }: { need: string }) => need);
    expect(gaps.length).toBeGreaterThan(3);
    expect(new Set(gaps).size).toBe(gaps.length);
    const { kits } = (await call('get', '/api/restock')).body;
    const lines = kits
      .filter(({ kitId }: { kitId: string }) => inSet.has(kitId))
      .flatMap(({ lines: own }: { lines: { need: string }[] }) => own.map(({ need }) => need));
    expect(new Set(lines).size).toBe(lines.length);
    const { needs } = (await call('get', '/api/sets')).body.sets[0].view.coverage;
    const missing = needs
      .filter(({ have, least }: { have: number; least: number }) => have < least)
      .map(({ need }: { need: string }) => need);
    expect([...lines].sort()).toEqual([...missing].sort());
  });

  it('may each be asked to hold something by itself', async () => {
    await save(set({ alone: { 'belt-kit': ['S.cut', 'M.limb', 'H.call'] } }));
    const { summary } = (await call('get', '/api/kits')).body.kits.find(({ id }: { id: string }) => id === 'belt-kit');
    const asked = summary.shares.filter(({ alone }: { alone: unknown }) => alone !== null);
    expect(asked.length).toBeGreaterThan(0);
    for (const { need, alone, here } of asked) {
      const { state } = (await call('get', '/api/kits/belt-kit/coverage')).body.needs.find((one: { need: string }) => one.need === need);
      expect(state === 'gap', need).toBe(alone.have < alone.least);
      expect(here, need).toBeLessThanOrEqual(99);
    }
  });

  it('are refused with the field where one is not there, is in another set, or stands twice', async () => {
    await save(set());
    const other = await save(set({ id: 'mate', name: 'Mate’s', kitIds: ['belt-kit', 'wall-box'] as KitSet['kitIds'] }), null, 'mate');
    expect(other.status).toBe(422);
    expect(other.body.issues[0]).toMatchObject({ path: 'data.kitIds.0', message: expect.stringContaining('Skipper’s') });
    expect(issuesOf(await save(set({ id: 'mate', kitIds: ['wall-box', 'no-kit'] as KitSet['kitIds'] }), null, 'mate'))).toEqual([
      'data.kitIds.1',
    ]);
    expect(issuesOf(await save(set({ id: 'mate', kitIds: ['wall-box', 'wall-box'] as KitSet['kitIds'] }), null, 'mate'))).toEqual([
      'data.kitIds',
    ]);
    expect(issuesOf(await save(set({ id: 'mate', kitIds: ['wall-box'] as KitSet['kitIds'] }), null, 'mate'))).toEqual(['data.kitIds']);
    expect(issuesOf(await save(set({ alone: { 'wall-box': ['S.cut'] } }), 1))).toEqual(['data.alone.wall-box']);
    expect((await save(set({ name: 'Other' }), 7)).status).toBe(409);
  });

  it('of two that take the same kit at once, one gets it', async () => {
    const answers = await Promise.all(
      ['mate', 'bow'].map((id) =>
        save(set({ id, name: id, kitIds: ['helm-vest', id === 'mate' ? 'belt-kit' : 'wall-box'] as KitSet['kitIds'] }), null, id),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 422]);
  });

  it('go on by themselves where the set is taken away, and a kit that is retired leaves it', async () => {
    const made = await call('post', '/api/kits', {
      ...(await draftOf('belt-kit')),
      units: [],
      modules: [],
      id: 'spare-kit',
      name: 'Spare',
    });
    expect(made.status).toBe(201);
    await save(set({ kitIds: ['helm-vest', 'spare-kit'] as KitSet['kitIds'] }));
    const { version } = await kit('spare-kit');
    expect((await call('delete', `/api/kits/spare-kit?version=${version}`)).status).toBe(200);
    // A set of one is none.
    expect((await call('get', '/api/sets')).body.sets).toEqual([]);
    expect((await kit('helm-vest')).inSet).toBe(null);
  });

  it('are in the export and come back out of it, and a file that has a kit in two sets is refused there', async () => {
    await save(set({ own: [phone as KitSet['own'][number]], alone: { 'belt-kit': ['S.cut'] } }));
    const file = (await call('get', '/api/export')).body;
    expect(file.kitSets).toHaveLength(1);
    const twice = { ...file, kitSets: [...file.kitSets, { id: 'two', version: 1, data: { ...file.kitSets[0].data, id: 'two' } }] };
    expect(issuesOf(await call('post', '/api/import', twice))[0]).toBe('kitSets.1.data.kitIds.0');
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body.kitSets).toEqual(file.kitSets);
  });

  it('change things with stores as one kit, and every swap names kits that are', async () => {
    await save(set());
    const { moves } = (await call('get', '/api/rotation')).body;
    const known = new Set((await call('get', '/api/kits')).body.kits.map(({ id }: { id: string }) => id));
    for (const { from, to } of moves) for (const id of [from, to]) if (id !== null) expect(known).toContain(id);
  });
});

async function draftOf(id: string) {
  const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage } = await kit(id);
  return { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage };
}

describe('moves of a set', () => {
  it('are worked out for all of its kits as one', () => {
    const known = (id: string, inSet: unknown, units: string[]) => ({
      id,
      name: id,
      inspectEveryDays: 30,
      units: units.map((unit) => ({ id: unit })),
      stored: { inSet },
    });
    const own = { id: 's', name: 'Set' };
    const kits = asOne([known('a', own, ['a1']), known('c', null, ['c1']), known('b', own, ['b1', 'b2'])] as never);
    expect(kits.map(({ id, name, units }) => [id, name, units.map((unit) => unit.id)])).toEqual([
      ['set:s', 'Set', ['a1', 'b1', 'b2']],
      ['c', 'c', ['c1']],
    ]);
  });

  const inSet = { id: 's' } as never;
  const kits = [
    { id: 'a', units: [{ id: 'a1' }], inSet },
    { id: 'b', units: [{ id: 'b1' }, { id: 'b2' }], inSet },
    { id: 'c', units: [{ id: 'c1' }], inSet: null },
  ] as never;
  const move = (unitId: string, kind: string, from: string | null, to: string | null, count = 1) => ({
    unitId,
    kind,
    count,
    expiresOn: null,
    from,
    to,
  });

  it('go into the kit that gave a thing of that kind', () => {
    const told = betweenKits(
      [
        move('b1', 'gauze', 'set:s', 'c'),
        move('c1', 'gauze', 'c', 'set:s'),
        move('a1', 'seals', 'set:s', null),
        move('b2', 'seals', 'set:s', null),
        move('x', 'seals', null, 'set:s', 2),
      ],
      kits,
    );
    expect(told.map(({ unitId, from, to, count }) => [unitId, from, to, count])).toEqual([
      ['b1', 'b', 'c', 1],
      ['c1', 'c', 'b', 1],
      ['a1', 'a', null, 1],
      ['b2', 'b', null, 1],
      ['x', null, 'a', 1],
      ['x', null, 'b', 1],
    ]);
  });
});
