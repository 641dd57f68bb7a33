const SCOPES = ['/use', '/hand-over'];
/** Until what this page was loaded from is complete. */
const SETTLED_MS = 1500;

/** Fetches what may be needed when the server is away, and has it kept. In a built application only: while developing, files change. */
export async function keepWithinReach(): Promise<void> {
  // The screen itself comes first.
  await new Promise((resolve) => requestIdleCallback(resolve, { timeout: SETTLED_MS }));
  // The shipped catalogue stands in where what the server told of it was not kept yet.
  await Promise.all([import('./HandOverPage.tsx'), import('bwip-js/browser'), import('papaparse'), import('@ivrak/core/catalog')]);
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const [registration] = await Promise.all(SCOPES.map((scope) => navigator.serviceWorker.register('/use-worker.js', { scope })));
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
  const urls = performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === location.origin && (pathname.startsWith('/assets/') || isAsked(pathname)))
    .map(({ pathname }) => pathname);
  const build = document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.getAttribute('src') ?? '';
  // Both workers keep things in the same place, so one of them is told.
  const worker = registration?.active ?? registration?.waiting ?? registration?.installing;
  worker?.postMessage({ build, urls: [build, ...urls] });
}

const isAsked = (path: string): boolean => /^\/api\/(settings|catalog|kits\/[^/]+)$/.test(path);
