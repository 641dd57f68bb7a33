import { describe, expect, it } from 'vitest';
import { withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const send = running.call;

const NEEDS = [
  { need: 'M.limb', least: 1, ideal: 2 },
  { need: 'M.pack', least: 1, ideal: 2 },
  { need: 'M.press', least: 1, ideal: 2 },
  { need: 'R.seal', least: 2, ideal: 4 },
];
const asked = (more: object = {}) => ({ needs: NEEDS, school: 'committee-first', on: TODAY, ...more });
const propose = (more: object) => send('post', '/api/compute/propose', asked(more));
const ladder = (more: object) => send('post', '/api/compute/ladder', asked(more));

interface Thing {
  kind: string;
  count: number;
  fromStock?: string[];
}

describe('compute/propose', () => {
  it('answers what to put in within money, in the documented form, and what would be held with how much more', async () => {
    const { body, status } = await propose({ limits: { money: 3500 } });
    expect(status, JSON.stringify(body)).toBe(200);
    expect(body).toMatchObject({ proven: true, bound: null, total: { thicknessMm: null }, first: 'cheapest' });
    expect(body.total.money).toBeLessThanOrEqual(3500);
    const states = Object.fromEntries(body.needs.map(({ need, state }: { need: string; state: string }) => [need, state]));
    expect(states).toMatchObject({ 'M.limb': 'held', 'R.seal': 'gap' });
    const why = body.why.find(({ need }: { need: string }) => need === 'R.seal');
    expect(why.relax).toMatchObject({ what: 'money', by: expect.any(Number) });
    const wider = await propose({ limits: { money: 20_000 } });
    expect(wider.body.why).toEqual([]);
  });

  it('takes from stores, keeps what is locked, leaves out what is barred, and stops at the last need asked', async () => {
    const { body } = await propose({
      stock: [{ id: 'spare', kind: 'windlass-tourniquet', count: 1, expiresOn: null }],
      locked: [{ kind: 'bar-bandage-100', count: 1 }],
      barred: ['plain-gauze'],
      upTo: 'M.press',
    });
    const countOf = (kind: string) => body.things.find((thing: Thing) => thing.kind === kind);
    expect(countOf('windlass-tourniquet')).toMatchObject({ count: 1, fromStock: ['spare'] });
    expect(countOf('bar-bandage-100')).toMatchObject({ count: 1 });
    expect(countOf('plain-gauze')).toBeUndefined();
    expect(body.needs.find(({ need }: { need: string }) => need === 'R.seal').have).toBe(0);
  });

  it('packs it where it is to go, by id or by measures, and tells how thick it comes out', async () => {
    const { body } = await propose({ limits: { container: 'back-pocket-pouch', position: 'back-pocket' }, first: ['thinnest'] });
    expect(body.total.thicknessMm).toBeLessThanOrEqual(22);
    expect(body.total.thicknessMm).toBeGreaterThan(5);
    const own = { make: 'rigid', compartments: [{ id: 'main', wMm: 200, hMm: 150, dMm: 80, access: 'front' }] };
    const roomy = await propose({ limits: { container: own } });
    expect(roomy.body.needs.every(({ state }: { state: string }) => state !== 'gap')).toBe(true);
    expect(roomy.body.total.thicknessMm).toBeLessThanOrEqual(80);
  });

  it('knows kinds that are sent in place of its own', async () => {
    const catalog = (await send('get', '/api/catalog')).body.kinds as { id: string; priceMinor: number }[];
    const [strap] = catalog.filter(({ id }) => id === 'windlass-tourniquet');
    const kinds = [
      { ...strap, id: 'made-up-dear', priceMinor: 900 },
      { ...strap, id: 'made-up-cheap', priceMinor: 800 },
    ];
    const { body } = await propose({ kinds });
    expect(body.things).toEqual([{ kind: 'made-up-cheap', count: 1 }]);
    expect(body.why).toContainEqual({ need: 'R.seal', relax: { what: 'nothing', by: null } });
  });

  it.each([
    ['stock.0.kind', { stock: [{ id: 'a', kind: 'magic-wand', count: 1 }] }],
    ['locked.0.kind', { locked: [{ kind: 'magic-wand', count: 1 }] }],
    ['locked', { locked: [{ kind: 'windlass-tourniquet', count: 3 }], limits: { money: 100 } }],
    ['limits.container', { limits: { container: 'no-such-pouch' } }],
    ['limits.container', { limits: { thicknessMm: 20 } }],
    ['limits.position', { limits: { container: 'back-pocket-pouch', position: 'nowhere' } }],
    ['limits.money', { limits: { money: -1 } }],
    ['school', { school: 'no-such-school' }],
  ])('refuses by %s what cannot be asked', async (path, more) => {
    const { body, status } = await propose(more);
    expect(status).toBe(422);
    expect(body.issues.map((issue: { path: string }) => issue.path)).toContain(path);
  });
});

describe('compute/ladder', () => {
  it('holds one need more with each step, at what it takes at the least', async () => {
    const { body, status } = await ladder({ along: 'money' });
    expect(status, JSON.stringify(body)).toBe(200);
    expect(body.steps.map(({ need }: { need: string }) => need)).toEqual(NEEDS.map(({ need }) => need));
    const values = body.steps.map(({ value }: { value: number }) => value);
    expect(values).toEqual([...values].sort((a, b) => a - b));
    const { body: whole } = await propose({});
    expect(values.at(-1)).toBe(whole.total.money);
    expect(body.regret).toBe(body.nested.at(-1).value - values.at(-1));
  });

  it('along thickness asks what it is packed in', async () => {
    const { body, status } = await ladder({ along: 'thicknessMm' });
    expect(status).toBe(422);
    expect(body.issues[0].path).toBe('container');
    const thick = await ladder({ along: 'thicknessMm', container: 'vest-pouch' });
    const values = thick.body.steps.map(({ value }: { value: number }) => value);
    expect(values.length).toBeGreaterThan(2);
    expect(values).toEqual([...values].sort((a, b) => a - b));
  });
});
