import { describe, expect, it } from 'vitest';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
const plan = (body: object) => call('post', '/api/compute/buying', body);

describe('POST /api/compute/buying', () => {
  it('gives the least outlay, proven, with orders, leftovers and what each kind came to', async () => {
    const { status, body } = await plan({
      need: [
        { kind: 'gloves', count: 14 },
        { kind: 'windlass-tourniquet', count: 1 },
      ],
      offers: [
        { id: 'g12', kind: 'gloves', perPack: 12, price: 380, supplier: 'pier' },
        { id: 'g1', kind: 'gloves', perPack: 1, price: 60, supplier: 'pier' },
        { id: 't', kind: 'windlass-tourniquet', perPack: 1, price: 2800, supplier: 'kelp' },
        { id: 't2', kind: 'windlass-tourniquet', perPack: 1, price: 2950, supplier: 'pier' },
      ],
      suppliers: [
        { id: 'pier', shipping: 490, freeFrom: 3300 },
        { id: 'kelp', shipping: 300 },
      ],
    });
    expect(status).toBe(200);
    // By hand: all at the pier 380 + 2 x 60 + 2950 = 3450, and shipping is free; parted it is 500 + 490 + 2800 + 300 = 4090.
    expect(body).toMatchObject({ total: 3450, proven: true, unmet: [], leftover: [] });
    expect(body.orders).toHaveLength(1);
    expect(body.perUnit.reduce((sum: number, { outlayMinor }: { outlayMinor: number }) => sum + outlayMinor, 0)).toBe(3450);
  });

  it('answers each caller with the plan that was asked for', async () => {
    const ask = (count: number) =>
      plan({
        need: [{ kind: 'marker', count }],
        offers: [{ id: 'm', kind: 'marker', perPack: 2, price: 200, supplier: 'pier' }],
        suppliers: [],
      });
    const answers = await Promise.all([1, 4, 7, 2].map(ask));
    expect(answers.map(({ body }) => [body.total, body.leftover])).toEqual([
      [200, [{ kind: 'marker', count: 1 }]],
      [400, []],
      [800, [{ kind: 'marker', count: 1 }]],
      [200, []],
    ]);
  });

  it('says what nobody may sell, and plans the rest', async () => {
    const { body } = await plan({
      need: [
        { kind: 'vented-seals', count: 2 },
        { kind: 'marker', count: 1 },
      ],
      offers: [
        { id: 's', kind: 'vented-seals', perPack: 1, price: 1500, supplier: 'pier', shelfDays: 100 },
        { id: 'm', kind: 'marker', perPack: 1, price: 125, supplier: 'pier' },
      ],
      suppliers: [],
      leastShelfDays: 365,
    });
    expect(body).toMatchObject({
      total: 125,
      unmet: [{ kind: 'vented-seals', count: 2, why: 'every offer is out: lasts 100 days, 365 are asked' }],
    });
  });

  it('refuses what stands twice, parts of a minor unit, and counts that cannot be', async () => {
    const offer = { id: 'a', kind: 'marker', perPack: 1, price: 125, supplier: 'pier' };
    const twice = { need: [{ kind: 'marker', count: 1 }], offers: [offer, offer], suppliers: [] };
    expect(issuesOf(await plan(twice))).toEqual(['offers.1.id']);
    const half = { ...twice, offers: [{ ...offer, price: 12.5 }] };
    expect(issuesOf(await plan(half))).toEqual(['offers.0.price']);
    expect(issuesOf(await plan({ ...twice, offers: [offer], need: [{ kind: 'marker', count: 0 }] }))).toEqual(['need.0.count']);
    expect((await plan({ need: [], offers: [], suppliers: [] })).body).toMatchObject({ total: 0, proven: true });
  });
});

describe('the book of offers', () => {
  const offer = { id: 'm1', kind: 'marker', perPack: 1, price: 125, supplier: 'Pier Road Chandlery' };
  const book = (part: object = {}) => ({
    id: 'offers',
    offers: [offer],
    suppliers: [{ id: 'Pier Road Chandlery', shipping: 490 }],
    ...part,
  });

  it('is that of the made-up suppliers at first, or empty; it is written whole on its version, and goes with the export', async () => {
    const { articles } = (await call('get', '/api/devices/supplier')).body;
    expect((await call('get', '/api/offers')).body).toMatchObject({ data: { offers: { length: articles.length } }, version: 1 });
    const { plans, ...rest } = (await call('get', '/api/export')).body;
    await call('post', '/api/import', { ...rest, plans: plans.filter(({ id }: { id: string }) => id !== 'offers') });
    expect((await call('get', '/api/offers')).body).toMatchObject({ data: { offers: [] }, version: null });
    expect((await call('put', '/api/offers', { version: null, data: book() })).body.version).toBe(1);
    expect((await call('put', '/api/offers', { version: null, data: book() })).status).toBe(409);
    const file = (await call('get', '/api/export')).body;
    expect(file.plans.find(({ id }: { id: string }) => id === 'offers').data.offers).toEqual([offer]);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(file);
  });

  it('refuses kinds that there are not and what stands twice', async () => {
    const wrong = book({ offers: [offer, offer, { ...offer, id: 'x', kind: 'nothing' }] });
    expect(issuesOf(await call('put', '/api/offers', { version: 1, data: wrong }))).toEqual(['data.offers.1.id', 'data.offers.2.kind']);
    const twice = book({ suppliers: [...book().suppliers, ...book().suppliers] });
    expect(issuesOf(await call('put', '/api/offers', { version: 1, data: twice }))).toEqual(['data.suppliers.1.id']);
  });

  it('can be filled from the simulated feed, which names every supplier’s terms', async () => {
    const { articles, suppliers } = (await call('get', '/api/devices/supplier')).body;
    const known = new Set(suppliers.map(({ id }: { id: string }) => id));
    expect(articles.every(({ supplier }: { supplier: string }) => known.has(supplier))).toBe(true);
    expect(new Set(articles.map(({ gtin }: { gtin: string }) => gtin)).size).toBe(articles.length);
  });
});
