// Every screen by day and at dusk: WCAG 2.2 AA as far as axe finds it, and no scrolling sideways.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { LOOKS, PHONE_LOOKS } from './screens.mjs';
import { readCaution, startServer } from './server.mjs';

const scene = withCrew();

describe('every screen, by day and at dusk', () => {
  it('has no violation of WCAG 2.2 AA that axe finds, by day and at dusk, and none scrolls sideways', async () => {
    const looker = scene.person;
    const look = async (path, where) => {
      await looker.moveTo(path);
      for (const scheme of ['light', 'dark']) {
        await looker.page.evaluate((value) => document.documentElement.setAttribute('data-mantine-color-scheme', value), scheme);
        await looker.isAccessible(`${where} (${scheme})`, { onlyContrast: scheme === 'dark' });
      }
      if (path.startsWith('/drill')) {
        await looker.page.evaluate(() => document.documentElement.setAttribute('data-lamp', 'red'));
        await looker.isAccessible(`${where} (red lamp)`, { onlyContrast: true });
        await looker.page.evaluate(() => document.documentElement.removeAttribute('data-lamp'));
      }
      await looker.fitsAcross(where);
    };
    await looker.goTo(`${scene.server.url}/nowhere`);
    for (const path of LOOKS) await look(path, path);
    await looker.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await looker.goTo(`${scene.server.url}/nowhere`);
    for (const path of PHONE_LOOKS) await look(path, `${path} on a phone`);
    // Every screen by day and at dusk: by far the longest of the journeys.
  });

  it('opens at dusk where that was chosen', async () => {
    const looker = scene.person;
    await looker.page.evaluateOnNewDocument(() => localStorage.setItem('mantine-color-scheme-value', 'dark'));
    await looker.goTo(`${scene.server.url}/kits/helm-vest/fit`);
    expect(await looker.page.evaluate(() => document.documentElement.getAttribute('data-mantine-color-scheme'))).toBe('dark');
    await looker.isAccessible('fit at dusk');
  });

  it('the caution has none either', async () => {
    const fresh = await startServer({ args: ['--empty'] });
    const looker = scene.person;
    await looker.goTo(fresh.url);
    await looker.sees('Read this once');
    await looker.isAccessible('caution');
    await readCaution(fresh.url);
    await looker.page.reload({ waitUntil: 'networkidle2' });
    await looker.sees('What is the first kit for?');
    await looker.isAccessible('empty Muster');
    // The page asks nothing more of a server that goes.
    await looker.page.goto('about:blank');
    await fresh.stop();
    fresh.remove();
  });
});
