// Every screen on a phone: nothing scrolls sideways, and a use is one press away.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { BARE_LOOKS, LOOKS } from './screens.mjs';

const scene = withCrew();

describe('a phone whose clock is wrong', () => {
  it('is told so on every screen, and how far it is off', async () => {
    const { page } = scene.person;
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await page.evaluateOnNewDocument(() => {
      const { now } = Date;
      Date.now = () => now() + 25 * 60_000;
    });
    await scene.person.goTo(scene.server.url);
    const warning = await page.waitForSelector('[role="alert"]');
    const text = await warning.evaluate((node) => node.textContent);
    expect(text).toMatch(/this device is 25 minutes ahead of the server/);
    await scene.person.fitsAcross('the warning on a phone');
  });
});

describe('every screen on a phone', () => {
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
    for (const path of LOOKS) {
      await looker.moveTo(path);
      await looker.fitsAcross(`${path} on a phone`);
      if (BARE_LOOKS.includes(path)) continue;
      const ways = await looker.page.$$eval('a[href^="/use"]', (links) => links.filter((link) => link.getClientRects().length > 0).length);
      expect(ways, path).toBeGreaterThan(0);
    }
  });
});

describe('laying out a kit on a phone', () => {
  it('goes lane by lane, and what stands beside the sheet comes up from below', async () => {
    const { person, server } = scene;
    const { page } = person;
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await person.goTo(`${server.url}/kits/console-case/bench`);
    await person.sees('massive bleeding');
    const lanes = () => page.$$eval('section[id^="lane-"]', (all) => all.map(({ id }) => id));
    expect(await lanes()).toEqual(['lane-M']);
    await page.locator('nav[aria-label="Rungs"] button:nth-child(5)').click();
    await expect.poll(lanes).toEqual(['lane-H']);
    await person.press('Add');
    await page.waitForSelector('[role="dialog"] input', { visible: true });
    await person.isAccessible('the catalogue on a phone');
    await page.keyboard.press('Escape');
    await page.locator('[data-unit]').click();
    await person.sees('Chosen thing');
    await person.fitsAcross('a chosen thing on a phone');
    await page.keyboard.press('Escape');
    // It was 17,000 px long.
    expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThan(3000);
  });
});
