import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { problemHandler } from '../src/http/problem.ts';
import { LEAST_FREE_BYTES, roomFirst } from '../src/http/room.ts';

function appWith(freeBytes: () => Promise<number | null>) {
  const app = express();
  app.use('/api', roomFirst(freeBytes));
  app.use('/api', (_req, res) => {
    res.json({ ok: true });
  });
  app.use(problemHandler(pino({ level: 'silent' })));
  return request(app);
}

describe('a disk that is nearly full', () => {
  it('takes nothing more in, says how much is free, and is still read from and reckoned with', async () => {
    const nearlyFull = appWith(async () => LEAST_FREE_BYTES - 1);
    for (const method of ['post', 'put', 'delete'] as const) {
      const { status, body } = await nearlyFull[method]('/api/kits/one');
      expect(status).toBe(507);
      expect(body.detail).toContain('199 MB are');
    }
    expect((await nearlyFull.get('/api/kits')).status).toBe(200);
    expect((await nearlyFull.post('/api/compute/needs')).status).toBe(200);
  });

  it('is not one at the limit, nor where nobody can tell', async () => {
    expect((await appWith(async () => LEAST_FREE_BYTES).post('/api/kits')).status).toBe(200);
    expect((await appWith(async () => null).post('/api/kits')).status).toBe(200);
  });

  it('is asked for once for many requests', async () => {
    let asked = 0;
    const app = appWith(async () => {
      asked += 1;
      return LEAST_FREE_BYTES;
    });
    for (let n = 0; n < 10; n += 1) await app.post('/api/kits');
    expect(asked).toBeLessThan(10);
  });
});
