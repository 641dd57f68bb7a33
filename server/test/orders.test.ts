import type { PlacedUnit } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
const line = (kind: string, units: number, more: object = {}) => ({ kind, units, perPack: 1, packMinor: 2950, authorised: true, ...more });
const order = (id: string, ...lines: object[]) => ({
  id,
  supplier: 'Pier Road Chandlery',
  placedOn: '2026-11-25',
  shippingMinor: 490,
  lines,
});
const receive = (id: string, body: object) => call('post', `/api/orders/${id}/receive`, body);
const stored = async (id: string) => {
  const { orders } = (await call('get', '/api/orders')).body;
  return orders.find(({ data }: { data: { id: string } }) => data.id === id);
};

describe('orders', () => {
  it('are written down once, with kinds that are known', async () => {
    expect(
      (await call('post', '/api/orders', order('a', line('windlass-tourniquet', 2), line('gloves', 20, { perPack: 10, packMinor: 345 }))))
        .status,
    ).toBe(201);
    expect((await call('post', '/api/orders', order('a', line('gloves', 1)))).status).toBe(409);
    expect(issuesOf(await call('post', '/api/orders', order('b', line('gloves', 1), line('unheard-of', 1))))).toEqual(['lines.1.kind']);
    expect(issuesOf(await call('post', '/api/orders', order('b')))).toEqual(['lines']);
  });

  it('take in what came, with seller, price a piece and authorisation of the order; the last piece closes them', async () => {
    const first = await receive('a', { version: 1, kind: 'windlass-tourniquet', count: 2, lot: 'NEW-1', expiresOn: null });
    expect(first.body.unit).toMatchObject({
      place: 'stores',
      lot: 'NEW-1',
      count: 2,
      seller: 'Pier Road Chandlery',
      authorised: true,
      priceMinor: 2950,
    });
    expect(first.body.order.data).toMatchObject({ isClosed: false, lines: [{ arrived: 2 }, { arrived: 0 }] });
    const stale = await receive('a', { version: 1, kind: 'gloves', count: 20 });
    expect(stale.status).toBe(409);
    expect(issuesOf(await receive('a', { version: 2, kind: 'marker', count: 1 }))).toEqual(['kind']);
    const wrong = await receive('a', { version: 2, kind: 'gloves', count: 3, isWrong: true });
    expect(wrong.body).toMatchObject({ unit: null, order: { data: { isClosed: false } } });
    // 3.45 for ten is 34.5 each, to the nearest whole minor unit.
    const rest = await receive('a', { version: 3, kind: 'gloves', count: 20 });
    expect(rest.body.unit.priceMinor).toBe(35);
    expect((await stored('a')).data).toMatchObject({ isClosed: true, lines: [{ wrong: 0 }, { arrived: 20, wrong: 3 }] });
    expect((await receive('a', { version: 4, kind: 'gloves', count: 1 })).status).toBe(409);
  });

  it('put a thing straight into the kit that waits for it, but never a suspect one', async () => {
    await call(
      'post',
      '/api/orders',
      order(
        'k',
        line('windlass-tourniquet', 1),
        line('windlass-tourniquet', 1, { kind: 'flat-windlass-tourniquet', packMinor: 300, authorised: false }),
      ),
    );
    const good = await receive('k', { version: 1, kind: 'windlass-tourniquet', count: 1, kitId: 'belt-kit' });
    expect(good.body.unit).toMatchObject({ place: 'kit', kitId: 'belt-kit' });
    const cheap = await receive('k', { version: 2, kind: 'flat-windlass-tourniquet', count: 1, kitId: 'belt-kit' });
    expect(cheap.body.unit).toMatchObject({ place: 'stores', condition: 'suspect', kitId: null });
    const kit = (await call('get', '/api/kits/belt-kit')).body;
    expect(kit.units.some(({ id }: PlacedUnit) => id === good.body.unit.id)).toBe(true);
  });

  it('change nothing where the kit is not there', async () => {
    await call('post', '/api/orders', order('n', line('marker', 2)));
    expect(issuesOf(await receive('n', { version: 1, kind: 'marker', count: 1, kitId: 'no-kit' }))).toEqual(['kitId']);
    expect(await stored('n')).toMatchObject({ version: 1, data: { lines: [{ arrived: 0 }] } });
  });

  it('are closed by hand where nothing more comes', async () => {
    const { data } = await stored('n');
    expect(issuesOf(await call('put', '/api/orders/n', { version: 1, data: { ...data, id: 'other' } }))).toEqual(['data.id']);
    expect((await call('put', '/api/orders/n', { version: 1, data: { ...data, isClosed: true } })).status).toBe(200);
    expect((await call('put', '/api/orders/n', { version: 1, data })).status).toBe(409);
  });

  it('are in the export, and come back out of it', async () => {
    const file = (await call('get', '/api/export')).body;
    expect(file.orders).toHaveLength(3);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(file);
  });
});

describe('the least in stores', () => {
  it('is kept whole, a kind once', async () => {
    expect((await call('get', '/api/minimums')).body).toEqual({ data: { id: 'minimums', lines: [] }, version: null });
    const write = (version: number | null, ...lines: object[]) =>
      call('put', '/api/minimums', { version, data: { id: 'minimums', lines } });
    expect((await write(null, { kind: 'gloves', count: 10 })).body.version).toBe(1);
    expect((await write(null, { kind: 'gloves', count: 12 })).status).toBe(409);
    expect(issuesOf(await write(1, { kind: 'gloves', count: 1 }, { kind: 'gloves', count: 2 }))).toEqual(['data.lines.1.kind']);
    expect(issuesOf(await write(1, { kind: 'gloves', count: 0 }))).toEqual(['data.lines.0.count']);
  });
});
