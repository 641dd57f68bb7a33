import { useAway } from '../data/away.ts';
import { api } from '../data/client.ts';
import { withinReach } from './kept.ts';

/** Until what this page was loaded from is complete. */
const SETTLED_MS = 1500;
/** What is kept is brought up to date so often while a page is open. */
const FETCHED_EVERY_MS = 10 * 60_000;
const AT_ONCE = 4;
let isBegun = false;

/**
 * Has everything kept that may be needed when the server is away: the application itself, and what it shows. In a built application only:
 * while developing, files change.
 */
export async function keepWithinReach(): Promise<void> {
  if (isBegun || !import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  isBegun = true;
  // The screen itself comes first.
  await new Promise((resolve) => requestIdleCallback(resolve, { timeout: SETTLED_MS }));
  await leaveOld();
  const registration = await navigator.serviceWorker.register('/serviceWorker.js', { scope: '/' });
  watchForNew(registration);
  // A browser asks when it thinks fit, which may be a day later.
  void registration.update().catch(() => undefined);
  await navigator.serviceWorker.ready;
  useAway.setState({ isKept: true, isPersistent: (await navigator.storage?.persist?.()) ?? false });
  await fetchAll();
  setInterval(() => {
    void fetchAll().catch(() => undefined);
    // A page that stays open for days asks for a newer build by itself.
    void registration.update().catch(() => undefined);
  }, FETCHED_EVERY_MS);
}

/** Earlier versions kept the Use screen alone; whatever they still hold would stand before what is kept now. */
async function leaveOld(): Promise<void> {
  for (const old of await navigator.serviceWorker.getRegistrations()) if (new URL(old.scope).pathname !== '/') await old.unregister();
}

function watchForNew(registration: ServiceWorkerRegistration): void {
  const tell = () => {
    if (registration.waiting !== null && navigator.serviceWorker.controller !== null)
      useAway.setState({
        takeNew: () => {
          navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
          registration.waiting?.postMessage({ type: 'takeOver' });
        },
      });
  };
  const follow = () => registration.installing?.addEventListener('statechange', tell);
  tell();
  // One may be on its way already: the browser looks for it as soon as a page is opened.
  follow();
  registration.addEventListener('updatefound', follow);
}

/** One page of a browser fetches for all of them. */
const fetchAll = (): Promise<void> =>
  navigator.locks.request('ivrak-keeping', { ifAvailable: true }, async (lock) => {
    if (lock === null) return;
    const { kits } = await api.get('/api/kits');
    const open = withinReach(kits.map(({ id }) => id));
    const take = async (): Promise<void> => {
      for (let url = open.shift(); url !== undefined; url = open.shift())
        // A reader may not see all of it, and a server that went away is asked again later. Read to its end: an answer that nobody reads
        // keeps the worker busy, and a newer one waits for that.
        await fetch(url)
          .then((answer) => answer.arrayBuffer())
          .catch(() => undefined);
    };
    await Promise.all(Array.from({ length: AT_ONCE }, take));
  });
