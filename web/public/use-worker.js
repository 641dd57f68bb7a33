// Keeps the Use screen and the hand-over sheet within reach while the server is away, also after a reload. Nothing else: every other
// screen says that the server is gone. What the server says goes before what was kept, as long as it answers.
const KEPT = 'ivrak-use';
const CALLS = /^\/api\/(settings|catalog|kits\/[^/]+|use-logs\/[^/]+)$/;
const SHELL = '/use';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** A page says what it was loaded from; of another build nothing is left. */
self.addEventListener('message', (event) => event.waitUntil(keep(event.data)));

async function keep({ build, urls }) {
  const name = `${KEPT}:${build}`;
  for (const old of await caches.keys()) if (old.startsWith(KEPT) && old !== name) await caches.delete(old);
  const cache = await caches.open(name);
  const missing = [];
  for (const url of new Set([SHELL, ...urls])) if ((await cache.match(url)) === undefined) missing.push(url);
  // One that is not to be had now does not keep the others out.
  await Promise.allSettled(missing.map((url) => cache.add(url)));
}

async function fetchAndKeep(request, key) {
  const response = await fetch(request);
  if (response.ok) {
    const [name] = (await caches.keys()).filter((one) => one.startsWith(KEPT));
    if (name !== undefined) await (await caches.open(name)).put(key, response.clone());
  }
  return response;
}

/** From the network, kept; from what was kept where the network does not answer. */
async function fresh(request, key) {
  try {
    return await fetchAndKeep(request, key);
  } catch (failure) {
    const kept = await caches.match(key);
    if (kept === undefined) throw failure;
    return kept;
  }
}

/** What is asked for later than the page told of is kept as well. */
const whole = async (request) => (await caches.match(request)) ?? fetchAndKeep(request, request);

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(fresh(request, SHELL));
  // A built file never changes under its name.
  else if (url.pathname.startsWith('/assets/')) event.respondWith(whole(request));
  else if (CALLS.test(url.pathname)) event.respondWith(fresh(request, url.pathname));
});
