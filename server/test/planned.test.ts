import type { PlannedThing, Unit } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { draftOfKit, issuesOf, withDemo } from './running.ts';

const call = withDemo();
const kit = async (id: string) => (await call('get', `/api/kits/${id}`)).body;
const draftOf = async (id: string) => {
  const whole = await kit(id);
  const draft = draftOfKit(whole) as Record<string, unknown> & { planned: PlannedThing[]; units: Unit[] };
  return { version: whole.version as number, draft };
};
const save = async (id: string, change: (draft: Awaited<ReturnType<typeof draftOf>>['draft']) => object) => {
  const { version, draft } = await draftOf(id);
  return call('put', `/api/kits/${id}`, { version, draft: { ...draft, ...change(draft) } });
};
const plan = (id: string, kind: string, count = 1) => ({ id, kind, count, state: 'asSold' });
const MUCH = [
  plan('plan-a', 'windlass-tourniquet', 9),
  plan('plan-b', 'plain-gauze', 9),
  plan('plan-c', 'pressure-dressing', 9),
  plan('plan-d', 'vented-seals', 9),
  plan('plan-e', 'breath-barrier', 9),
];
const withoutPlan = ({ planned: _, version: __, ...rest }: Record<string, unknown>) => rest;

describe('what is planned', () => {
  it('counts nowhere: Muster, coverage, rules, dates, Carry, take list and Use are as if it were not there', async () => {
    const asked = async () => {
      const kits = (await call('get', '/api/kits')).body.kits as Record<string, unknown>[];
      const carry = (await call('get', '/api/carry')).body;
      return {
        muster: kits.map(withoutPlan),
        coverage: (await call('get', '/api/kits/shore-wallet/coverage')).body,
        rules: (await call('get', '/api/kits/shore-wallet/rules')).body,
        upkeep: (await call('get', '/api/upkeep')).body,
        horizon: (await call('get', '/api/horizon')).body,
        carry: { ...carry, kits: carry.kits.map((one: Record<string, unknown>) => withoutPlan(one)) },
      };
    };
    const before = await asked();
    expect((await save('shore-wallet', () => ({ planned: MUCH }))).status).toBe(200);
    expect((await kit('shore-wallet')).planned).toEqual(MUCH);
    expect(await asked()).toEqual(before);
    // Nor can it be used: nobody has it.
    const used = await call('post', '/api/kits/shore-wallet/uses', {
      at: '2026-11-25T10:00:00Z',
      events: [{ at: '2026-11-25T10:00:00Z', unitId: 'plan-a', count: 1 }],
    });
    expect(issuesOf(used)).toEqual(['events.0.unitId']);
    await save('shore-wallet', () => ({ planned: [] }));
  });

  it('is bought or fetched as it is planned, and what the plan holds is not bought besides', async () => {
    await save('shore-wallet', () => ({ planned: [plan('p-press', 'pressure-dressing'), plan('p-splint', 'splint-long', 3)] }));
    const { kits } = (await call('get', '/api/restock')).body;
    const own = kits.find(({ kitId }: { kitId: string }) => kitId === 'shore-wallet');
    expect(own.lines.map(({ need }: { need: string }) => need)).not.toContain('M.press');
    for (const { count, fromStores, toBuy } of own.planned)
      expect(fromStores.reduce((sum: number, { take }: { take: number }) => sum + take, 0) + toBuy).toBe(count);
    // Only of its own kind: another one is not what was planned.
    for (const { kind, fromStores } of own.planned) for (const spare of fromStores) expect(spare.kind).toBe(kind);
    await save('shore-wallet', () => ({ planned: [] }));
  });

  it('is refused where it names what there is not, stands twice, or is more than a kit can hold', async () => {
    const { draft } = await draftOf('belt-kit');
    const first = draft.units[0];
    expect(issuesOf(await save('belt-kit', () => ({ planned: [plan('x', 'unheard-of')] })))).toEqual(['planned.0.kind']);
    expect(issuesOf(await save('belt-kit', () => ({ planned: [{ ...plan('x', 'gloves'), state: 'inside-out' }] })))).toEqual([
      'planned.0.state',
    ]);
    expect(issuesOf(await save('belt-kit', () => ({ planned: [plan(first?.id ?? '', 'gloves')] })))).toEqual(['planned.0.id']);
    const many = Array.from({ length: 299 }, (_, index) => plan(`many-${index}`, 'gloves'));
    expect(issuesOf(await save('belt-kit', () => ({ planned: many })))).toEqual(['planned']);
    expect(issuesOf(await save('belt-kit', () => ({ leftOut: [{ kind: 'unheard-of', count: 1, reason: 'too heavy' }] })))).toEqual([
      'leftOut.0.kind',
    ]);
    expect((await kit('belt-kit')).planned).toEqual([]);
  });

  it('stays where a program saves the kit that does not know of it', async () => {
    await save('belt-kit', () => ({ planned: [plan('keep', 'gloves')], leftOut: [{ kind: 'shears', count: 1, reason: 'too heavy' }] }));
    const { version, draft } = await draftOf('belt-kit');
    const { planned: _, leftOut: __, ...old } = draft;
    expect((await call('put', '/api/kits/belt-kit', { version, draft: old })).status).toBe(200);
    expect(await kit('belt-kit')).toMatchObject({ planned: [{ id: 'keep' }], leftOut: [{ kind: 'shears' }] });
    await save('belt-kit', () => ({ planned: [], leftOut: [] }));
  });
});

describe('what arrives', () => {
  it('takes the place of what was planned: half of an order leaves half planned, the rest ends it', async () => {
    await save('belt-kit', () => ({ planned: [{ ...plan('want', 'gauze-pads', 4) }, plan('other', 'marker')] }));
    await call('post', '/api/orders', {
      id: 'half',
      supplier: 'Pier Road Chandlery',
      placedOn: '2026-11-25',
      shippingMinor: 0,
      lines: [{ kind: 'gauze-pads', units: 4, perPack: 1, packMinor: 45 }],
    });
    const receive = (version: number, count: number) =>
      call('post', '/api/orders/half/receive', {
        version,
        kind: 'gauze-pads',
        count,
        lot: 'P-1',
        expiresOn: '2030-01-31',
        kitId: 'belt-kit',
      });
    const first = await receive(1, 2);
    expect(first.body.unit).toMatchObject({ place: 'kit', kitId: 'belt-kit', count: 2, state: 'asSold' });
    expect((await kit('belt-kit')).planned).toEqual([plan('want', 'gauze-pads', 2), plan('other', 'marker')]);
    await receive(2, 2);
    const after = await kit('belt-kit');
    expect(after.planned).toEqual([plan('other', 'marker')]);
    expect(after.units.filter(({ lot }: Unit) => lot === 'P-1')).toHaveLength(2);
    await save('belt-kit', () => ({ planned: [] }));
  });

  it('lies as it was planned to lie, and in the module that was planned for it', async () => {
    const spares = (await call('get', '/api/stores')).body.units.filter(
      ({ kind, place, condition }: { kind: string; place: string; condition: string }) =>
        kind === 'foil-blanket' && place === 'stores' && condition === 'ready',
    );
    const [spare] = spares;
    expect(spare).toBeDefined();
    await save('belt-kit', () => ({
      planned: [plan('warm', 'foil-blanket')],
      modules: [{ id: 'cold', name: 'Cold', unitIds: ['warm'], pattern: [{ kind: 'foil-blanket', count: 1 }] }],
    }));
    const moved = await call('post', `/api/units/${spare.id}/move`, { version: spare.version, to: 'kit', kitId: 'belt-kit', count: 1 });
    expect(moved.status).toBe(200);
    const after = await kit('belt-kit');
    expect(after.planned).toEqual([]);
    expect(after.modules[0].unitIds).toEqual([moved.body.id]);
    await save('belt-kit', () => ({ modules: [] }));
  });
});

describe('copies and twins', () => {
  const copyBody = async (id: string, names: string[], more: object = {}) => {
    const { draft } = await draftOf(id);
    const planned = draft.units.map(({ kind, count }, index) => plan(`copy-${index}`, kind, count)).concat(draft.planned);
    return names.map((name) => ({ ...draft, name, units: [], planned, modules: [], ...more }));
  };

  it('are made together, begin a pattern or join it, and show how they differ', async () => {
    const made = await call('post', '/api/kits/tow-panel/copies', {
      copies: await copyBody('tow-panel', ['Second', 'Third']),
      asTwins: true,
    });
    expect(made.status).toBe(201);
    const { ids, patternId } = made.body;
    const read = async () => (await call('get', '/api/patterns')).body.patterns.find(({ id }: { id: string }) => id === patternId);
    expect((await read()).data).toMatchObject({ name: 'Tow vehicle panel', kitIds: ['tow-panel', ...ids] });
    expect((await read()).twins.slice(1).map(({ owned, fewer }: { owned: unknown[]; fewer: unknown[] }) => [owned, fewer])).toEqual([
      [[], []],
      [[], []],
    ]);
    // One is changed: it shows that, and once it is the pattern the others do.
    await save(ids[0], (draft) => ({ planned: [...draft.planned, plan('one-more', 'whistle')] }));
    const [, changed] = (await read()).twins;
    expect(changed.more).toEqual([{ kind: 'whistle', count: 1 }]);
    const { data, version } = await read();
    expect((await call('put', `/api/patterns/${patternId}`, { version, data: { ...data, lines: changed.meant } })).status).toBe(200);
    const [model, same, third] = (await read()).twins;
    expect([same.fewer, third.fewer]).toEqual([[], [{ kind: 'whistle', count: 1 }]]);
    // One of its tourniquets is damaged, and so lacks as well.
    expect(model.fewer).toContainEqual({ kind: 'whistle', count: 1 });
    const next = await call('post', `/api/kits/${ids[0]}/copies`, { copies: await copyBody(ids[0], ['Fourth']), asTwins: true });
    expect(next.body.patternId).toBe(patternId);
    expect((await read()).data.kitIds).toEqual(['tow-panel', ...ids, ...next.body.ids]);
  });

  it('are made all or none', async () => {
    const before = (await call('get', '/api/kits')).body.kits.length;
    const [good] = await copyBody('wall-box', ['Good']);
    const [bad] = await copyBody('wall-box', ['Bad'], { containerId: 'nowhere' });
    expect((await call('post', '/api/kits/wall-box/copies', { copies: [good, bad] })).status).toBe(422);
    expect((await call('post', '/api/kits/nobody/copies', { copies: [good] })).status).toBe(404);
    expect((await call('get', '/api/kits')).body.kits).toHaveLength(before);
  });

  it('are refused where a kit is a twin already, or there is no such kit or kind', async () => {
    const pattern = { id: 'mine', name: 'Mine', kitIds: ['helm-vest', 'nobody'], lines: [{ kind: 'unheard-of', count: 1 }] };
    expect(issuesOf(await call('put', '/api/patterns/mine', { version: null, data: pattern })).sort()).toEqual([
      'data.kitIds.0',
      'data.kitIds.1',
      'data.lines.0.kind',
    ]);
  });
});

describe('a list', () => {
  const head = async () => {
    const { name: _, layer, personId, containerId, positionId, schoolId, brief } = await kit('belt-kit');
    return { name: 'Of a list', layer, personId, containerId, positionId, schoolId, brief };
  };

  it('becomes a kit that is planned, or one that is owned, with seller and price a piece', async () => {
    const asPlanned = await call('post', '/api/lists/bleeding-parts/kit', { kit: await head(), as: 'planned' });
    expect(asPlanned.status).toBe(201);
    expect(asPlanned.body.units).toEqual([]);
    expect(asPlanned.body.planned.map(({ kind, count }: PlannedThing) => [kind, count])).toEqual([
      ['windlass-tourniquet', 1],
      ['plain-gauze', 2],
      ['pressure-dressing', 1],
      ['gloves', 2],
      ['shears-small', 1],
      ['marker', 1],
    ]);
    const bought = await call('post', '/api/lists/bleeding-parts/kit', { kit: await head(), as: 'bought' });
    expect(bought.body.planned.length + bought.body.units.length).toBe(6);
    const gauze = bought.body.units.find((unit: Unit) => unit.kind === 'plain-gauze');
    // 11.20 for a pack of four is 2.80 each.
    expect(gauze).toMatchObject({ count: 2, seller: 'Harbour Medical', priceMinor: 280 });
    // What is suspect goes into no kit by itself.
    for (const unit of bought.body.units) expect(unit.condition).not.toBe('suspect');
  });

  it('that is not there makes none', async () => {
    expect((await call('post', '/api/lists/nothing/kit', { kit: await head(), as: 'planned' })).status).toBe(404);
  });
});

describe('a trip', () => {
  const trip = (parts: object[]) => ({ id: 'ferry', name: 'Ferry', on: '2026-11-28', parts, note: '', ticks: [] });
  const put = (data: object, version: number | null = null) => call('put', '/api/trips/ferry', { version, data });

  it('is written whole on its version, and refuses what there is not, what is in two places, and who fetches from elsewhere', async () => {
    const boat = { name: 'Boat', personIds: ['isla'], kitIds: ['helm-vest'], fetcherId: 'isla' };
    expect(
      issuesOf(await put(trip([boat, { ...boat, name: 'Car', kitIds: ['nobody'], personIds: ['isla'], fetcherId: 'tomas' }]))),
    ).toEqual(['data.parts.1.kitIds.0', 'data.parts.1.personIds.0', 'data.parts.1.fetcherId']);
    expect((await put(trip([boat]))).body.version).toBe(1);
    const ticks = [{ kitId: 'helm-vest', at: '2026-11-28T07:30:00Z', by: 'isla' }];
    expect((await put({ ...trip([boat]), ticks }, 1)).body).toMatchObject({ version: 2, data: { ticks } });
    expect((await put(trip([boat]), 1)).status).toBe(409);
    expect((await call('delete', '/api/trips/ferry?version=2')).status).toBe(200);
  });
});

describe('the export file', () => {
  it('carries plans, what is left out, patterns and trips through an import', async () => {
    const { body: before } = await call('get', '/api/export');
    const guest = before.kits.find(({ id }: { id: string }) => id === 'guest-vest');
    expect([guest.planned.length > 0, guest.leftOut.length, before.patterns.length > 0, before.trips.length > 0]).toEqual([
      true,
      1,
      true,
      true,
    ]);
    expect((await call('post', '/api/import', before)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(before);
  });

  it('is refused where a kit is a twin of two patterns, or a plan names what there is not', async () => {
    const { body: file } = await call('get', '/api/export');
    const [first] = file.patterns;
    const twice = { ...first, id: 'again', data: { ...first.data, id: 'again' } };
    expect(issuesOf(await call('post', '/api/import', { ...file, patterns: [first, twice] }))).toContain('patterns.1.data.kitIds.0');
    const kits = file.kits.map((one: { planned: object[] }, index: number) =>
      index === 0 ? { ...one, planned: [plan('x', 'unheard-of')] } : one,
    );
    expect(issuesOf(await call('post', '/api/import', { ...file, kits }))).toEqual(['kits.0.planned.0.kind']);
  });
});
