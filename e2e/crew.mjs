// What a file of journeys needs before and after: a server with the demo crew, a browser, and a fresh page for each journey.
import { afterAll, afterEach, beforeAll, beforeEach, expect } from 'vitest';
import { startBrowser } from './browser.mjs';
import { draftOf } from './draft.mjs';
import { Person } from './page.mjs';
import { readCaution, startServer } from './server.mjs';

/** A unit of a draft. */
export const thing = (id, kind, count = 1) => ({ id, kind, count, condition: 'ready' });

/** The scene is filled before each journey; whatever the page complained about fails the journey. */
export function withCrew() {
  const scene = {
    server: undefined,
    browser: undefined,
    person: undefined,
    /** Asks the server, past the browser. */
    api: async (path, method = 'GET', body = undefined) => {
      const headers = { 'content-type': 'application/json' };
      const response = await fetch(scene.server.url + path, {
        method,
        headers,
        body: body === undefined ? undefined : JSON.stringify(body),
      });
      return response.json();
    },
    /** Puts things into a kit of the demo, without a browser. */
    fill: async (kitId, change) => {
      const kit = await scene.api(`/api/kits/${kitId}`);
      await scene.api(`/api/kits/${kitId}`, 'PUT', { version: kit.version, draft: { ...draftOf(kit), ...change } });
    },
  };
  let close;
  beforeAll(async () => {
    scene.server = await startServer();
    await readCaution(scene.server.url);
    ({ browser: scene.browser, close } = await startBrowser());
  });
  afterAll(async () => {
    await close?.();
    await scene.server?.stop();
    scene.server?.remove();
  });
  beforeEach(async () => {
    const page = await scene.browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    scene.person = new Person(page);
  });
  afterEach(async () => {
    expect(scene.person.errors).toEqual([]);
    await scene.person.page.close();
  });
  return scene;
}
