// The loop of a use, on a phone: written down in the moment, handed over, debriefed, restocked, bought, received, ready again.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by, printedPages } from './page.mjs';
import { startServer } from './server.mjs';

const scene = withCrew();
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };
/** The browser's own words about a server that is away are not errors of the page. */
const forgetRefused = (person) => {
  person.errors = person.errors.filter((message) => !/ERR_CONNECTION_REFUSED|Failed to load resource|Failed to fetch/.test(message));
};
const restart = async () => {
  const { folder, port } = scene.server;
  scene.server = await startServer({ folder, port });
};
const tapThing = (name) => scene.person.page.locator(`.use_tap ::-p-text(${name})`).click();
const entriesSeen = () => scene.person.page.$$eval('.pads_logLine', (lines) => lines.length);

describe('a use with many entries', () => {
  it('loses nothing and writes nothing twice, with the server killed in between and the page reloaded while it is away', async () => {
    const { person } = scene;
    await person.page.setViewport(PHONE);
    await person.goTo(`${scene.server.url}/use/committee-bag`);
    await person.press('Help is called');
    const acts = ['pressure by hand', 'wound packed', 'airway opened', 'wrapped against cold'];
    const log = async (from, to) => {
      for (let index = from; index < to; index += 1) await person.press(acts[index % acts.length]);
    };
    await log(0, 13);
    // The screen and what it needs are kept by now, so that a reload finds them.
    // One question after the other: asked many times at once they keep the files from being written.
    const kept = () =>
      person.page.evaluate(async () => {
        const names = await caches.keys();
        const inEach = names.map(async (name) => (await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname));
        // A blank after each: a path may begin like another one.
        return (await Promise.all(inEach))
          .flat()
          .map((path) => `${path} `)
          .join('');
      });
    // Every file that the page was loaded from, or a reload without the server finds a hole.
    const missing = () =>
      person.page.evaluate(async () => {
        const loaded = performance.getEntriesByType('resource').map(({ name }) => new URL(name).pathname);
        const assets = [...new Set(loaded.filter((path) => path.startsWith('/assets/')))];
        const found = await Promise.all(assets.map(async (path) => ((await caches.match(path)) === undefined ? [path] : [])));
        return found.flat();
      });
    await expect.poll(missing).toEqual([]);
    for (const path of [
      '/api/kits/committee-bag ',
      '/api/catalog ',
      '/api/settings ',
      '/assets/Use-',
      '/assets/HandOverPage-',
      '/assets/index-',
      '/use',
    ])
      await expect.poll(kept).toContain(path);
    await person.sees('all 14 entries are kept by the server');
    await scene.server.stop('SIGKILL');
    await log(13, 26);
    await person.sees('13 entries are kept in this browser');
    await person.page.reload({ waitUntil: 'load' });
    await person.sees('13 entries are kept in this browser');
    expect(await entriesSeen()).toBe(27);
    await log(26, 33);
    await restart();
    await person.sees('all 34 entries are kept by the server');
    // Killed once more while it is written to.
    await log(33, 36);
    await scene.server.stop('SIGKILL');
    await log(36, 39);
    await restart();
    await person.sees('all 40 entries are kept by the server');
    await person.page.reload({ waitUntil: 'load' });
    await person.sees('all 40 entries are kept by the server');
    const { logs } = await scene.api('/api/use-logs');
    expect(logs).toHaveLength(1);
    const { entries } = await scene.api(`/api/use-logs/${logs[0].id}`);
    expect(entries).toHaveLength(40);
    expect(new Set(entries.map(({ id }) => id)).size).toBe(40);
    expect(entries.filter((entry) => entry.do === 'act').map(({ act }) => act)).toEqual(
      Array.from({ length: 39 }, (_, index) => ['pressure', 'packed', 'airway', 'warmth'][index % 4]),
    );
    forgetRefused(person);
    // Nothing of ours went: closed, so that the next one begins anew.
    await person.press('Hand over');
    await person.follow('Handed over: debrief');
    await person.press('Debriefed: on to restocking');
    await person.sees('The kit has its least');
  });
});

describe('the whole loop on a phone', () => {
  it('two casualties, the server lost and back, hand-over, debrief, restock, buy, receive, ready again', async () => {
    const { person } = scene;
    await person.page.setViewport(PHONE);
    await person.goTo(`${scene.server.url}/use/console-case`);
    await person.sees('Call for help first');
    await person.press('Help is called');
    await tapThing('Windlass tourniquet');
    await person.press('left leg');
    await person.seesNamed('Tourniquet, left leg', 'region');
    await person.press('Pulse: not taken');
    await person.press('11·');
    await person.press('118');
    await person.sees('118');
    await person.press('Add casualty');
    await scene.server.stop('SIGKILL');
    await tapThing('Kaolin gauze');
    await tapThing('Nasal airway');
    await person.press('From the casualty’s own kit nothing of ours to replace');
    await person.press('Unvented seal pair');
    await person.sees('Seal, unvented');
    await person.press('Checked');
    await person.press('Note');
    await person.page.keyboard.type('thrown against the winch');
    await person.press('Save');
    // A time is put right, and the first one stays beside it.
    await person.page.locator('.pads_logLine ::-p-text(Kaolin gauze)').click();
    await person.press('−5 min');
    await person.sees('written as');
    await person.sees('are kept in this browser');
    await person.press('Red lamp');
    await person.isAccessible('Use by red lamp');
    await person.fitsAcross('Use by red lamp');
    await person.press('Red lamp');
    await restart();
    await person.sees('are kept by the server');
    await person.press('Hand over');
    await person.seesNamed('The sheet as plain text, for any phone', 'image');
    await person.sees('Tourniquet left leg');
    await person.sees('Unvented seal pair on (the casualty’s own)');
    await person.isAccessible('Hand-over');
    await person.fitsAcross('Hand-over');
    forgetRefused(person);

    // From any other screen of a phone, too, a running log is one press away.
    await person.goTo(`${scene.server.url}/stores`);
    await person.fitsAcross('Stores on a phone, with a log running');
    await person.page.locator('.useButton_useButton').click();
    await person.press('Hand over');
    await person.follow('Handed over: debrief');
    await person.sees('What became of it');
    expect(await person.page.evaluate(() => window.scrollY)).toBe(0);
    await person.isAccessible('Debrief');
    await person.fitsAcross('Debrief');
    expect((await scene.api('/api/kits/console-case')).openUse).not.toBeNull();
    await person.choose('Took too long to get out', 'Windlass tourniquet');
    await person.type('Seconds', '31');
    await person.press('Save time');
    await person.sees('Windlass tourniquet took 31 s to get out');
    await person.press('Debriefed: on to restocking');
    await person.sees('Pick list, in packing order');
    const kit = await scene.api('/api/kits/console-case');
    expect(kit.openUse).toBeNull();
    expect(kit.units.find(({ kind }) => kind === 'windlass-tourniquet').count).toBe(2);
    expect((await scene.api('/api/export')).reachTimes.some(({ seconds, kind }) => seconds === 31 && kind === 'windlass-tourniquet')).toBe(
      true,
    );
    await person.page.locator('.restocking_restockKit button ::-p-text(back)').click();
    await person.waitFor(() => !document.body.textContent.includes('Windlass tourniquet as before'));

    // What stores should hold and do not: ordered, received by its label, and in the stores.
    await scene.api('/api/minimums', 'PUT', { version: null, data: { id: 'minimums', lines: [{ kind: 'nasal-airway-28', count: 4 }] } });
    await person.follow('What to order where');
    await person.press('Load supplier list');
    await person.sees('no way to order is cheaper');
    await person.sees('Nasal airway 28 Fr in packet');
    const placed = await person.page.$$eval('.buying_plan button', (buttons) =>
      buttons.map((button) => button.getAttribute('aria-label') ?? '').find((name) => name.endsWith('is placed')),
    );
    await person.press(placed);
    await person.sees('On order');
    const [{ data: order }] = (await scene.api('/api/orders')).orders;
    expect(order.lines.length).toBeGreaterThan(0);
    const line = order.lines.find(({ kind }) => kind === 'nasal-airway-28');
    await person.press('Nasal airway 28 Fr in packet came');
    await person.type('Lot', 'CAME-1');
    // A kit that planned it is offered first.
    await person.choose('Where to', 'Stores');
    await person.press('Receive');
    await expect
      .poll(async () => (await scene.api('/api/stores')).units.find(({ lot }) => lot === 'CAME-1'))
      .toMatchObject({ kind: line.kind, count: line.units, seller: order.supplier });

    await person.goTo(`${scene.server.url}/restock?kit=console-case`);
    for (let left = 20; left > 0; left -= 1) {
      const more = '.restocking_restockKit:not(.restocking_wholeAgain) .restocking_restockSpare button';
      if ((await person.page.$(more)) === null) break;
      // The list may be drawn anew, or have come to its end, between looking and pressing.
      await person.page.click(more).catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, 700));
    }
    await person.page.waitForSelector('.restocking_wholeAgain');
    while ((await person.page.$('.restocking_wholeSteps input[type=checkbox]')) !== null) {
      const before = await person.page.$$eval('.restocking_wholeSteps input', (boxes) => boxes.length);
      await person.page.locator('.restocking_wholeSteps input[type=checkbox]').click();
      await person.waitFor((count) => document.querySelectorAll('.restocking_wholeSteps input').length < count, before);
    }
    await person.press('Looked through');
    await person.sees('Made ready and looked through');
    const after = await scene.api('/api/kits/console-case');
    expect(after.inspectedOn).toBe('2026-11-25');
    expect(after.summary.gap).toBeNull();
    expect(await person.page.$(by('Red lamp', 'button'))).toBeNull();
  });
});

describe('the hand-over sheet on paper', () => {
  it('is one page of A5', async () => {
    const { person, api } = scene;
    const [log] = (await api('/api/use-logs')).logs;
    await person.goTo(`${scene.server.url}/hand-over/${log.id}`);
    await person.seesNamed('The sheet as plain text, for any phone', 'image');
    const sheets = await printedPages(person.page);
    expect(sheets.map(({ wMm, hMm }) => [Math.round(wMm), Math.round(hMm)])).toEqual([[148, 210]]);
  });
});

describe('a plaster, taken without a casualty', () => {
  it('is two presses from Muster, can be taken back for some seconds, and is written down once though the page is left', async () => {
    const { person } = scene;
    await person.page.setViewport(PHONE);
    const plasters = async () => {
      const { units } = await scene.api('/api/kits/committee-bag');
      const unit = units.find(({ kind }) => kind === 'adhesive-dressings');
      return unit.count * 10 - unit.piecesUsed;
    };
    const before = await plasters();
    const { uses: logged } = await scene.api('/api/kits/committee-bag/uses');
    await person.goTo(scene.server.url);
    await person.page.locator('a[aria-label="Took one thing out of Committee boat bag"]').click();
    const plaster = () => person.page.locator('main li button ::-p-text(Adhesive dressings)').click();
    await plaster();
    await person.sees(`${before - 1} dressings left`);
    await person.press('Take back');
    await person.sees(`${before} dressings left`);
    await plaster();
    await person.sees(`${before - 1} dressings left`);
    // Left at once: it cannot be taken back any more, and is there.
    await person.goTo(`${scene.server.url}/use`);
    await expect.poll(plasters).toBe(before - 1);
    // Whatever page is opened next, it learns that the server has it.
    await expect.poll(() => person.page.evaluate(() => localStorage.getItem('ivrak.took') ?? '')).toContain('"is":"sent"');
    const { uses } = await scene.api('/api/kits/committee-bag/uses');
    expect(uses).toHaveLength(logged.length + 1);
    expect(uses[0].events).toMatchObject([{ kind: 'adhesive-dressings', count: 1 }]);
    const { logs } = await scene.api('/api/use-logs');
    expect(logs.filter(({ isOpen }) => isOpen)).toEqual([]);
  });
});
