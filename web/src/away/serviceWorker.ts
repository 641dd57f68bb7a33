import { cleanupOutdatedCaches, createHandlerBoundToURL, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { Strategy, type StrategyHandler } from 'workbox-strategies';
import { KEPT_HEADER } from '../data/keptHeader.ts';
import { isKept } from './kept.ts';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (string | PrecacheEntry)[] };

/** Away from its network a phone waits long for an address that is not there: so long, and what was kept is taken. */
const PATIENCE_MS = 3000;
/** Then it is not waited for again so soon. */
const AWAY_FOR_MS = 15_000;
const DATA = 'ivrak-data';
const UNPAIRED = 401;

let awayUntil = 0;

/** What the server says goes before what was kept, as long as it answers. */
class ServerFirst extends Strategy {
  override async _handle(request: Request, handler: StrategyHandler): Promise<Response> {
    const kept = await handler.cacheMatch(request);
    if (kept !== undefined && Date.now() < awayUntil) {
      // It may be back: the next one is asked properly again.
      handler.waitUntil(this.ask(request, handler).catch(() => undefined));
      return marked(kept);
    }
    const asked = this.ask(request, handler);
    if (kept === undefined) return asked;
    const inTime = await Promise.race([asked.catch(() => null), wait(PATIENCE_MS)]);
    if (inTime !== null) return inTime;
    awayUntil = Date.now() + AWAY_FOR_MS;
    return marked(kept);
  }

  private async ask(request: Request, handler: StrategyHandler): Promise<Response> {
    const response = await handler.fetch(request);
    awayUntil = 0;
    if (response.ok) handler.waitUntil(handler.cachePut(request, stamped(response.clone())));
    // Whoever was shut out keeps nothing.
    if (response.status === UNPAIRED) handler.waitUntil(caches.delete(DATA));
    return response;
  }
}

const wait = (ms: number): Promise<null> => new Promise((done) => setTimeout(() => done(null), ms));

const WHEN = 'x-ivrak-when';

function stamped(response: Response): Response {
  const headers = new Headers(response.headers);
  headers.set(WHEN, new Date().toISOString());
  return new Response(response.body, { status: response.status, headers });
}

function marked(kept: Response): Response {
  const headers = new Headers(kept.headers);
  headers.set(KEPT_HEADER, kept.headers.get(WHEN) ?? 'earlier');
  return new Response(kept.body, { status: kept.status, headers });
}

cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);
// The page comes from the same build as its parts: a newer one is taken up once no page of this one is open.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }));
registerRoute(({ url, sameOrigin }) => sameOrigin && isKept(url.pathname), new ServerFirst({ cacheName: DATA }));

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => {
  if ((event.data as { type?: string } | null)?.type === 'takeOver') void self.skipWaiting();
});
