// Every screen by day and at dusk: WCAG 2.2 AA as far as axe finds it, and no scrolling sideways.
import { describe, expect, it } from 'vitest';
import { readCaution, startServer } from './browser.mjs';
import { withCrew } from './crew.mjs';

const scene = withCrew();

describe('every screen, by day and at dusk', () => {
  const SCREENS = [
    '/',
    '/kits/console-case/brief',
    '/kits/helm-vest/brief?view=words',
    '/kits/helm-vest/brief?view=compare&with=school:remote',
    '/kits/helm-vest/compare?with=list:ready-pocket&with=kit:belt-kit',
    '/schools/committee-first',
    '/kinds?kind=kaolin-gauze',
    '/kinds?kind=import',
    '/kits/tow-panel/bench?rung=M',
    '/kits/belt-kit/fit',
    '/kits/helm-vest/stage',
    '/kits/helm-vest/stage?part=print&form=card',
    '/places?container=belt-pouch',
    '/stores',
    '/restock',
    '/buy',
    '/carry?loadout=on-the-water',
    '/carry/week',
    '/carry/side-by-side',
    '/carry/values',
    '/crew',
    '/crew/sheet',
    '/upkeep',
    '/kits/helm-vest/inspect',
    '/use',
    '/use/helm-vest',
    '/settings',
    '/nowhere',
  ];

  it('has no violation of WCAG 2.2 AA that axe finds, by day and at dusk, and none scrolls sideways', async () => {
    const looker = scene.person;
    const look = async (path, where) => {
      await looker.goTo(scene.server.url + path);
      for (const scheme of ['light', 'dark']) {
        await looker.page.evaluate((value) => document.documentElement.setAttribute('data-mantine-color-scheme', value), scheme);
        await new Promise((resolve) => setTimeout(resolve, 250));
        await looker.isAccessible(`${where} (${scheme})`, { onlyContrast: scheme === 'dark' });
      }
      await looker.fitsAcross(where);
    };
    for (const path of SCREENS) await look(path, path);
    await looker.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    for (const path of ['/', '/use/helm-vest', '/use', '/restock', '/kits/helm-vest/inspect']) await look(path, `${path} on a phone`);
    // Every screen by day and at dusk: by far the longest of the journeys.
  }, 600_000);

  it('none scrolls sideways on a phone, and from each but the use itself a use is one press away', async () => {
    const looker = scene.person;
    await looker.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    // Also while the typefaces are still on their way.
    await looker.page.setRequestInterception(true);
    const holdBack = (request) => void (request.resourceType() === 'font' ? request.abort() : request.continue());
    looker.page.on('request', holdBack);
    await looker.goTo(scene.server.url);
    await looker.fitsAcross('Muster on a phone, without typefaces');
    looker.page.off('request', holdBack);
    await looker.page.setRequestInterception(false);
    // Refused typefaces are lines in the browser's console.
    looker.errors.length = 0;
    for (const path of SCREENS) {
      await looker.goTo(scene.server.url + path);
      await looker.fitsAcross(`${path} on a phone`);
      if (path === '/use/helm-vest') continue;
      const ways = await looker.page.$$eval('a[href^="/use"]', (links) => links.filter((link) => link.getClientRects().length > 0).length);
      expect(ways, path).toBeGreaterThan(0);
    }
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
    await looker.page.reload({ waitUntil: 'networkidle0' });
    await looker.sees('Start with a kit');
    await looker.isAccessible('empty Muster');
    // The page asks nothing more of a server that goes.
    await looker.page.goto('about:blank');
    await fresh.stop();
    fresh.remove();
  });
});
