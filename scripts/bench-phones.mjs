// Fifty phones at once: each paired, with a page that listens, asking once a second, and writing down a use now and then.
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:https';
import { hostname } from 'node:os';
import { readCaution, startServer } from '../e2e/server.mjs';

const PHONES = 50;
const SECONDS = 40;
/** Pages come in and are drawn first; what is told is how it goes on from there. */
const COMING_IN_S = 8;
const EVERY_MS = 1000;
/** Of so many requests of a phone one is an entry of a use. */
const ENTRY_EACH = 8;
const ASKED = ['/api/kits', '/api/settings', '/api/carry', '/api/stores', '/api/kits/helm-vest', '/api/people', '/api/upkeep'];
const NAME = `${hostname()
  .toLowerCase()
  .replace(/\.local$/, '')}.local`;

const post = async (url, body) => {
  const answer = await fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  return { cookie: answer.headers.get('set-cookie')?.split(';')[0], body: await answer.json() };
};
const put = (url, body) => fetch(url, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** One call of a phone through the door; gives its status and how long it took. */
function call({ agent, port, cookie }, method, path, body) {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const start = performance.now();
  return new Promise((done) => {
    const headers = { host: `${NAME}:${port}`, cookie, ...(text === undefined ? {} : { 'content-type': 'application/json' }) };
    const sent = request({ agent, host: '127.0.0.1', port, servername: NAME, method, path, headers }, (response) => {
      response.resume();
      response.on('end', () => done({ status: response.statusCode, ms: performance.now() - start }));
    });
    sent.on('error', () => done({ status: 0, ms: performance.now() - start }));
    sent.end(text);
  });
}

/** The line over which a page hears of changes, and how many it has heard of. */
function listen({ ca, port, cookie }) {
  const heard = { count: 0 };
  const agent = new Agent({ ca });
  const sent = request({
    agent,
    host: '127.0.0.1',
    port,
    servername: NAME,
    path: '/api/changes',
    headers: { host: `${NAME}:${port}`, cookie },
  });
  sent.on('response', (response) =>
    response.on('data', (piece) => {
      heard.count += String(piece).split('data: ').length - 1;
    }),
  );
  sent.on('error', () => undefined);
  sent.end();
  return { heard, close: () => sent.destroy() };
}

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];

export async function benchPhones(report) {
  const server = await startServer({ isBrief: false });
  await readCaution(server.url);
  await put(`${server.url}/api/sharing`, { isOn: true });
  const { addresses } = await (await fetch(`${server.url}/api/sharing`)).json();
  const port = Number(new URL(addresses[0]).port);
  const ca = await (await fetch(`${server.url}/api/certificate.crt`)).text();
  const phones = [];
  for (let index = 0; index < PHONES; index += 1) {
    const { body } = await post(`${server.url}/api/sharing/codes`, { role: 'carrier', personId: null });
    const { cookie } = await post(`${server.url}/api/pair`, { code: body.code, name: `phone ${index}` });
    const phone = { agent: new Agent({ ca, keepAlive: true, maxSockets: 2 }), ca, port, cookie, logId: randomUUID() };
    phones.push({ ...phone, line: listen(phone) });
  }
  const reads = [];
  const entries = [];
  const errors = [];
  const startedAt = new Date().toISOString();
  const step = async (phone, round, index) => {
    const isEntry = (round + index) % ENTRY_EACH === 0;
    const entry = { id: randomUUID(), at: new Date().toISOString(), do: 'act', casualty: 1, act: 'pressure' };
    const came = isEntry
      ? await call(phone, 'POST', `/api/use-logs/${phone.logId}/entries`, { kitId: 'console-case', startedAt, entries: [entry] })
      : await call(phone, 'GET', ASKED[(round + index) % ASKED.length]);
    if (round < COMING_IN_S) return;
    (isEntry ? entries : reads).push(came.ms);
    if (came.status !== 200) errors.push(came.status);
  };
  const running = [];
  for (let round = 0; round < COMING_IN_S + SECONDS; round += 1) {
    for (const [index, phone] of phones.entries())
      running.push(new Promise((done) => setTimeout(done, (index * EVERY_MS) / PHONES)).then(() => step(phone, round, index)));
    await new Promise((done) => setTimeout(done, EVERY_MS));
  }
  await Promise.all(running);
  const heard = Math.min(...phones.map(({ line }) => line.heard.count));
  for (const { line, agent } of phones) {
    line.close();
    agent.destroy();
  }
  await server.stop();
  server.remove();
  reads.sort((a, b) => a - b);
  entries.sort((a, b) => a - b);
  const what = `${PHONES} phones at one request a second each, for ${SECONDS} s`;
  report(`${what}: requests that were not answered`, errors.length, '', 0, errors.length === 0 ? '' : `: ${[...new Set(errors)].join()}`);
  report(`${what}: reading, 99 of 100`, at(reads, 0.99) / 1000, 's', 0.5, `; median ${at(reads, 0.5).toFixed(0)} ms`);
  report(`${what}: an entry of a use, 99 of 100`, at(entries, 0.99) / 1000, 's', 0.5, `; median ${at(entries, 0.5).toFixed(0)} ms`);
  if (heard === 0) throw new Error('a page that listened heard of no change');
}
