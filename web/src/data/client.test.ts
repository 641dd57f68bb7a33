import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api, messageOf, OfflineError } from './client.ts';

const seen: { path: string; init: RequestInit }[] = [];
function serve(answer: () => Response | Promise<Response>, person: string | null = null): void {
  seen.length = 0;
  vi.stubGlobal('localStorage', { getItem: () => person });
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    seen.push({ path, init });
    return Promise.resolve(answer());
  });
}
const problem = (status: number, body: unknown) =>
  new Response(typeof body === 'string' ? body : JSON.stringify(body), { status, headers: { 'content-type': 'application/problem+json' } });
const failing = (call: Promise<unknown>) =>
  call.then(
    () => expect.unreachable('it should have failed'),
    (error: unknown) => error,
  );

afterEach(() => vi.unstubAllGlobals());

describe('calls', () => {
  it('say who acts, and send JSON only where there is something to send', async () => {
    serve(() => new Response('{"ok":true}'), 'isla');
    await api.get('/api/kits');
    await api.post('/api/stores', { body: { kind: 'gloves', count: 1 } });
    const [get, post] = seen.map(({ init }) => ({ method: init.method, headers: init.headers as Record<string, string>, body: init.body }));
    expect(get).toMatchObject({ method: 'GET', headers: { 'x-ivrak-person': 'isla' } });
    expect(get?.headers).not.toHaveProperty('content-type');
    expect(post).toMatchObject({ method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"kind":"gloves","count":1}' });
  });

  it('put parameters and questions into the address, escaped, and leave out what is not asked', async () => {
    serve(() => new Response('{}'));
    await api.get('/api/kits/:id/coverage', { params: { id: 'a b/c' }, query: { on: '2027-01-02' } });
    await api.get('/api/kits/:id/coverage', { params: { id: 'k' } });
    expect(seen.map(({ path }) => path)).toEqual(['/api/kits/a%20b%2Fc/coverage?on=2027-01-02', '/api/kits/k/coverage']);
  });

  it('send a file as it is, not as a string within a string', async () => {
    serve(() => new Response('{}'));
    await api.post('/api/import', { text: '{"format":"ivrak"}' });
    expect(seen[0]?.init.body).toBe('{"format":"ivrak"}');
  });
});

describe('a call that was begun before the page was there', () => {
  it('is taken up once by the first that asks for the same, and by nothing else', async () => {
    serve(() => new Response('{"from":"later"}'));
    vi.stubGlobal('ivrakEarly', new Map([['/api/settings', Promise.resolve(new Response('{"from":"early"}'))]]));
    await api.put('/api/settings', { body: { cautionRead: true } });
    expect(await api.get('/api/settings')).toEqual({ from: 'early' });
    expect(await api.get('/api/settings')).toEqual({ from: 'later' });
    expect(seen.map(({ init }) => init.method)).toEqual(['PUT', 'GET']);
  });

  it('that failed is heard of as any other', async () => {
    serve(() => new Response('{}'));
    vi.stubGlobal('ivrakEarly', new Map([['/api/catalog', Promise.reject(new TypeError('gone'))]]));
    expect(await failing(api.get('/api/catalog'))).toBeInstanceOf(OfflineError);
  });
});

describe('refusals', () => {
  it('carry status, words, issues and the row as it is now', async () => {
    serve(() =>
      problem(409, {
        title: 'Changed meanwhile',
        detail: 'It is newer.',
        issues: [{ path: 'version', message: 'old' }],
        current: { version: 4 },
      }),
    );
    const error = await failing(api.put('/api/kits/:id', { params: { id: 'k' }, text: '{}' }));
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({
      status: 409,
      title: 'Changed meanwhile',
      detail: 'It is newer.',
      issues: [{ path: 'version', message: 'old' }],
      current: { version: 4 },
    });
    expect(messageOf(error)).toBe('It is newer.');
  });

  it('are understood even where the answer is no problem JSON', async () => {
    serve(() => problem(502, '<html>bad gateway</html>'));
    expect(await failing(api.get('/api/kits'))).toMatchObject({ status: 502, issues: [], detail: 'The server answered 502.' });
  });

  it('tell a server that is away from one that refuses', async () => {
    serve(() => Promise.reject(new TypeError('Failed to fetch')));
    const error = await failing(api.get('/api/kits'));
    expect(error).toBeInstanceOf(OfflineError);
    expect(messageOf(error)).toContain('Is it still running?');
  });
});

describe('messageOf', () => {
  it('says the same of a screen that cannot be fetched', () => {
    for (const text of ['Failed to fetch dynamically imported module: /assets/Upkeep.js', 'Unable to preload CSS for /assets/Upkeep.css']) {
      expect(messageOf(new TypeError(text))).toContain('does not answer');
    }
  });

  it('never shows an object', () => {
    expect(messageOf({ code: 7 })).toBe('Something went wrong.');
    expect(messageOf(new Error('as said'))).toBe('as said');
  });
});
