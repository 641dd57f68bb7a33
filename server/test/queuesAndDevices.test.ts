import type { AddressInfo } from 'node:net';
import { endpoint } from '@ivrak/contract';
import { FitProblemSchema } from '@ivrak/core/fit';
import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import * as z from 'zod';
import { type Queues, startQueues } from '../src/compute/queues.ts';
import { Problem, parseOr422, pathOf, problemHandler, unacceptable } from '../src/http/problem.ts';
import { describeApi, mount, serve } from '../src/http/route.ts';
import type { Installation } from '../src/installation/installation.ts';
import { admit } from '../src/sharing/admit.ts';
import { Door } from '../src/sharing/door.ts';

const silent = pino({ level: 'silent' });

describe('requests from elsewhere', () => {
  const app = express();
  // Of what comes from this machine nobody is looked up.
  app.use(admit({} as Installation, new Door()));
  app.get('/', (_req, res) => {
    res.json({ ok: true });
  });
  app.use(problemHandler(silent));
  const status = async (host: string, origin?: string) => {
    const call = request(app).get('/').set('Host', host);
    return (await (origin === undefined ? call : call.set('Origin', origin))).status;
  };

  it.each(['localhost', 'localhost:4800', '127.0.0.1:4800', '[::1]:4800', 'LOCALHOST:4800'])('are taken for %s', async (host) => {
    expect(await status(host)).toBe(200);
  });

  it.each(['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:4800', '10.0.0.5:4800', '0.0.0.0:4800'])(
    'are refused for %s',
    async (host) => {
      expect(await status(host)).toBe(403);
    },
  );

  it.each([
    ['http://localhost:4800', 200],
    ['http://localhost:9999', 403],
    ['https://localhost:4800', 403],
    ['null', 403],
    ['http://evil.example', 403],
  ])('from the origin %s answer %d', async (origin, expected) => {
    expect(await status('localhost:4800', origin)).toBe(expected);
  });
});

describe('problems', () => {
  const app = express();
  app.use(express.json({ limit: 100 }));
  app.post('/refuse', () => {
    throw new Problem(409, 'Changed meanwhile', 'It is newer.', { current: { version: 2 } });
  });
  app.post('/break', () => {
    throw new Error('secret detail in /some/where.ts:12');
  });
  app.post('/parse', (req, res) => {
    res.json(parseOr422(z.object({ list: z.array(z.object({ count: z.number().min(1, 'must be at least 1') })) }), req.body));
  });
  app.use(problemHandler(silent));
  const send = (path: string, body: object) => request(app).post(path).send(body);

  it('carry what the caller needs to offer both versions', async () => {
    const { body, headers } = await send('/refuse', {});
    expect(headers['content-type']).toMatch(/^application\/problem\+json/);
    expect(body).toEqual({ type: 'about:blank', title: 'Changed meanwhile', status: 409, detail: 'It is newer.', current: { version: 2 } });
  });

  it('tell nothing of what broke inside', async () => {
    const { status, text } = await send('/break', {});
    expect(status).toBe(500);
    expect(text).not.toContain('secret');
    expect(text).not.toContain('where.ts');
  });

  it('name every field that is wrong, with its path', async () => {
    const { status, body } = await send('/parse', { list: [{ count: 3 }, { count: 0 }, {}] });
    expect(status).toBe(422);
    expect(body.issues.map(({ path }: { path: string }) => path)).toEqual(['list.1.count', 'list.2.count']);
    expect(body.issues[0].message).toBe('must be at least 1');
  });

  it('say the limit of a body that is too large', async () => {
    const { status, body } = await send('/parse', { text: 'x'.repeat(200) });
    expect(status).toBe(413);
    expect(body.detail).toContain('100 bytes');
  });

  it('write a path as it is read', () => {
    expect(pathOf(['units', 3, 'count'])).toBe('units.3.count');
    expect(unacceptable([{ path: 'a', message: 'is wrong' }]).detail).toBe('a: is wrong');
  });
});

describe('the description of the calls', () => {
  const getThing = endpoint({
    method: 'get',
    path: '/api/things/:id',
    summary: 'One thing',
    query: z.object({ on: z.string().optional() }),
    answer: z.object({ id: z.string() }),
  });
  const makeThing = endpoint({
    method: 'post',
    path: '/api/things',
    summary: 'Make',
    status: 201,
    body: z.object({ name: z.string().min(2) }),
    answer: z.object({ name: z.string(), who: z.string() }),
  });
  const served = [serve(getThing, ({ params }) => ({ id: params.id })), serve(makeThing, ({ body, who }) => ({ name: body.name, who }))];
  const api = describeApi([getThing, makeThing], '1.2.3', z.object({ title: z.string() })) as {
    paths: Record<string, Record<string, { parameters: unknown[]; requestBody?: unknown; responses: Record<string, unknown> }>>;
    info: { version: string };
  };

  it('holds path and query parameters, bodies and answers', () => {
    expect(api.info.version).toBe('1.2.3');
    expect(api.paths['/api/things/{id}']?.get?.parameters).toEqual([
      { name: 'id', in: 'path', required: true, schema: { type: 'string' } },
      { name: 'on', in: 'query', required: false, schema: { type: 'string' } },
    ]);
    expect(api.paths['/api/things']?.post?.requestBody).toMatchObject({
      required: true,
      content: { 'application/json': { schema: { required: ['name'] } } },
    });
    expect(Object.keys(api.paths['/api/things']?.post?.responses ?? {})).toEqual(['201', '4XX']);
  });

  it('describes what is mounted', async () => {
    const app = express();
    app.use(express.json());
    mount(app, served, { admits: async () => undefined, changed: () => undefined });
    app.use(problemHandler(silent));
    expect((await request(app).get('/api/things/7')).body).toEqual({ id: '7' });
    const made = await request(app).post('/api/things').set('x-ivrak-person', 'ruth').send({ name: 'kit' });
    expect([made.status, made.body]).toEqual([201, { name: 'kit', who: 'ruth' }]);
    // A name that is no id is not written into the journal.
    expect((await request(app).post('/api/things').set('x-ivrak-person', 'a b<script>').send({ name: 'kit' })).body.who).toBe('local');
    expect((await request(app).post('/api/things').send({ name: 'k' })).status).toBe(422);
  });
});

describe('the packing queue', () => {
  let queue: Queues['fits'];
  beforeAll(() => {
    queue = startQueues().fits;
  });
  const problem = (tMm: number) =>
    FitProblemSchema.parse({
      container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 90, access: 'front' }] },
      items: [{ id: 'a', wMm: 90, hMm: 90, tMm, shape: 'flat', reach: 3 }],
      decodes: 50,
    });

  it('answers each caller with the packing that was asked for', async () => {
    const results = await Promise.all([3, 7, 12, 5].map((tMm) => queue.ask(problem(tMm))));
    expect(results.map(({ thicknessMm }) => thicknessMm)).toEqual([3, 7, 12, 5]);
  });

  it('refuses more than it can hold instead of piling up', async () => {
    const outcomes = await Promise.allSettled(Array.from({ length: 20 }, () => queue.ask(problem(4))));
    const refused = outcomes.filter((outcome) => outcome.status === 'rejected');
    expect(refused).toHaveLength(4);
    expect(refused[0]?.status === 'rejected' && refused[0].reason).toMatchObject({ status: 429 });
    expect((await queue.ask(problem(6))).thicknessMm).toBe(6);
  });

  it('leaves the server free to answer meanwhile', async () => {
    const app = express();
    app.get('/', (_req, res) => {
      res.json({ ok: true });
    });
    const server = app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as AddressInfo;
    const big = FitProblemSchema.parse({
      container: { make: 'soft', compartments: [{ id: 'main', wMm: 150, hMm: 150, dMm: 200, access: 'front' }] },
      items: Array.from({ length: 20 }, (_, index) => ({
        id: `i${index}`,
        wMm: 30 + ((index * 7) % 50),
        hMm: 25 + ((index * 11) % 40),
        tMm: 10 + (index % 9),
        shape: 'brick',
        reach: 3,
      })),
      decodes: 3000,
    });
    const packing = queue.ask(big);
    let isPacked = false;
    void packing.then(() => {
      isPacked = true;
    });
    const start = performance.now();
    expect((await fetch(`http://127.0.0.1:${port}/`)).status).toBe(200);
    expect(isPacked).toBe(false);
    expect(performance.now() - start).toBeLessThan(1000);
    await packing;
    server.close();
  });
});
