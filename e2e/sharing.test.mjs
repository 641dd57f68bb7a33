// The crew's phones: let in, paired by a code, each with its role, and shut out again.
import { createHash, X509Certificate } from 'node:crypto';
import { appendFileSync, cpSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { launch } from './browser.mjs';
import { withCrew } from './crew.mjs';
import { by, Person } from './page.mjs';
import { startServer } from './server.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const scene = withCrew();
const NAME = `${hostname()
  .toLowerCase()
  .replace(/\.local$/, '')}.local`;

/** What a browser compares of a certificate that it was told to trust: the hash of its public key. */
const keyOf = (pem) =>
  createHash('sha256')
    .update(new X509Certificate(pem).publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');

/** What is written down in a use while the machine is away. */
const ENTRIES = 40;

/** In a page: its clock is a day on. */
function aDayOn() {
  const { Date: Real } = globalThis;
  const DAY_MS = 86_400_000;
  globalThis.Date = class extends Real {
    constructor(...said) {
      super(...(said.length === 0 ? [Real.now() + DAY_MS] : said));
    }
    static now() {
      return Real.now() + DAY_MS;
    }
  };
}

/** The same application, built anew: its service worker is another one. */
function newerBuild() {
  const root = mkdtempSync(join(tmpdir(), 'ivrak-newer-'));
  newer = root;
  for (const part of ['server/dist', 'server/src/db/migrations', 'web/dist'])
    cpSync(join(ROOT, part), join(root, part), { recursive: true });
  for (const part of ['package.json', 'node_modules']) symlinkSync(join(ROOT, part), join(root, part));
  appendFileSync(join(root, 'web/dist/serviceWorker.js'), '\n// newer\n');
  return root;
}

let newer;
let phone;
let address;
let closePhone;

describe('a phone of the crew', () => {
  const toSettings = async () => {
    await scene.person.goTo(`${scene.server.url}/settings`);
    await scene.person.sees('Phones of the crew');
  };
  const LET_IN = '::-p-text(Let the crew’s phones in)';

  it('is let in by a switch, from where its address and its certificate are told', async () => {
    const { person, server } = scene;
    await toSettings();
    await person.page.locator(LET_IN).click();
    await person.sees('Phones reach this at');
    await person.sees('Phones let in');
    await person.isAccessible('settings with phones');
    const { addresses } = await scene.api('/api/sharing');
    address = addresses.find((one) => one.includes(NAME));
    const authority = await (await fetch(`${server.url}/api/certificate.crt`)).text();
    const { browser, close } = await launch([
      `--host-resolver-rules=MAP ${NAME} 127.0.0.1`,
      // As a phone that has learnt to trust it.
      `--ignore-certificate-errors-spki-list=${keyOf(authority)}`,
    ]);
    closePhone = close;
    const page = await browser.newPage();
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    phone = new Person(page);
  });
  afterAll(async () => {
    await closePhone?.();
    if (newer !== undefined) rmSync(newer, { recursive: true, force: true });
  });

  it('is asked for a code before it sees anything, and is let in by it as whose it is', async () => {
    const { person } = scene;
    await toSettings();
    await phone.goTo(address);
    await phone.sees('Pair this device');
    await phone.isAccessible('pairing');
    phone.errors.length = 0; // what it may not see yet is refused, which the browser writes down
    await person.choose('Whose', 'Tomas Arnhold');
    await person.press('Make a code');
    await person.sees('For one phone, until');
    const code = await person.page.$eval('.sharing_code', (node) => node.textContent);
    await phone.type('Code', code);
    await phone.type('This device is', 'Tomas’ phone');
    await phone.press('Pair');
    await phone.sees('Take with you');
    await phone.goTo(`${address}/settings`);
    await phone.sees('Tomas’ phone');
    await phone.sees('of Tomas Arnhold');
    await expect
      .poll(async () => (await scene.api('/api/sharing')).devices.map(({ name, role }) => [name, role]))
      .toEqual([['Tomas’ phone', 'carrier']]);
  });

  it('inspects its own kit, under its own name, and is told where another’s is not its to look after', async () => {
    await phone.goTo(`${address}/kits/bow-pocket/inspect`);
    await phone.press('Start');
    await phone.sees('I remember how to use this');
    const { open } = await scene.api('/api/kits/bow-pocket/inspections');
    expect(open.who).toBe('tomas');
    phone.errors.length = 0;
    await phone.goTo(`${address}/kits/helm-vest/inspect`);
    await phone.press('Start');
    await phone.sees('somebody else’s');
    phone.errors.length = 0;
  });

  it('sees what others change where it stands, without asking, and so do they', async () => {
    const { person, server, fill } = scene;
    await phone.goTo(address);
    await person.goTo(server.url);
    await person.sees('Bow crew vest pocket');
    // A page begins to listen once it stands.
    await expect.poll(() => person.page.evaluate(async () => (await navigator.locks.query()).held.length)).toBe(1);
    await expect.poll(() => phone.page.evaluate(async () => (await navigator.locks.query()).held.length)).toBe(1);
    await fill('bow-pocket', { name: 'Pocket of the bow' });
    await Promise.all([person.sees('Pocket of the bow'), phone.sees('Pocket of the bow')]);
  });

  it('opens every screen of the field from cold while the machine is away, and sends what was written meanwhile, once', async () => {
    const { port } = new URL(address);
    // Everything is fetched a while after it was paired.
    const isThere = (path) => phone.page.evaluate(async (one) => (await caches.match(one)) !== undefined, path);
    await expect.poll(() => isThere('/api/kits/wall-box/inspections')).toBe(true);
    await expect.poll(() => isThere('/api/use-logs')).toBe(true);
    await scene.server.stop('SIGKILL');
    const browser = phone.page.browser();
    await phone.page.close();
    const page = await browser.newPage();
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await page.evaluateOnNewDocument(aDayOn);
    phone = new Person(page);
    for (const [path, words] of [
      ['/day', 'Take with you'],
      ['/drill?kit=belt-kit', 'Who finds what'],
      ['/kits/bow-pocket/fit', 'Step by step'],
      ['/', 'Next, in date order'],
      ['/carry/take?loadout=on-the-water', 'Helm’s vest kit'],
      ['/carry/week', 'Tomas Arnhold'],
      ['/crew/sheet', 'Boathouse'],
      ['/kits/bow-pocket/inspect', 'I remember how to use this'],
      ['/stores', 'Burn gel dressing'],
      ['/kits/bow-pocket/propose', 'Cheapest'],
      ['/restock', 'Restock'],
      ['/kits/bow-pocket/bench?rung=M', 'massive bleeding'],
      ['/use/bow-pocket', 'Call for help first'],
    ]) {
      await phone.goTo(address + path);
      await phone.sees(words);
    }
    await page.keyboard.press('1');
    for (let entry = 1; entry < ENTRIES; entry += 1) await phone.press('moved');
    await phone.sees(`${ENTRIES} entries are kept in this browser`);
    const logId = await page.evaluate(() => JSON.parse(localStorage.getItem('ivrak.use.log')).id);
    await phone.goTo(`${address}/hand-over/${logId}`);
    await phone.sees('Casualty 1');
    // A kit is looked through meanwhile, too.
    await phone.goTo(`${address}/kits/bow-pocket/inspect`);
    await phone.press('Fine');
    await phone.sees('1 of 8');
    // Something is put back, too.
    await phone.goTo(`${address}/restock?kit=tow-panel`);
    await phone.page.locator('button[aria-label^="Put back"]').click();
    await phone.sees('waits for the machine');
    // And a thing is looked for.
    await phone.goTo(`${address}/drill/belt-kit`);
    await phone.press('All of it');
    await phone.press('Show me');
    await phone.sees('It lies here.');
    await phone.page.goBack();
    await phone.goTo(`${address}/stores`);
    await phone.sees(`Away: ${ENTRIES + 3} entries wait for the machine.`);
    await phone.isAccessible('stores while away');
    phone.errors.length = 0;
    const { folder } = scene.server;
    // The machine comes back a day later, with a newer build.
    const env = { IVRAK_SHARE_PORT: port, IVRAK_TODAY: '2026-11-26' };
    scene.server = await startServer({ folder, port: scene.server.port, args: ['--share'], env, root: newerBuild() });
    const { person } = scene;
    await person.goTo(`${scene.server.url}/use`);
    const counted = async () => (await scene.api('/api/use-logs')).logs.map(({ kitId, entryCount }) => [kitId, entryCount]);
    await expect.poll(counted).toEqual([['bow-pocket', ENTRIES]]);
    const cameMs = Date.now();
    await person.sees(`${ENTRIES} entries`);
    expect(Date.now() - cameMs).toBeLessThan(2000);
    await expect
      .poll(async () => (await scene.api('/api/kits/bow-pocket/inspections')).open.answers.map(({ answer }) => answer))
      .toEqual(['fine']);
    await expect
      .poll(async () => (await scene.api('/api/journal?kit=tow-panel&topic=things')).entries.map(({ what, who }) => `${what} ${who}`))
      .toContain('unit moved to kit tomas');
    await expect.poll(async () => (await scene.api('/api/drills')).drills.at(-1).answers.map(({ isFound }) => isFound)).toEqual([false]);
    await phone.goTo(`${address}/stores`);
    await phone.waitFor(() => document.querySelector('main') !== null && !document.body.textContent.includes('Away:'));
    await phone.sees('A newer version has come.');
    await Promise.all([phone.page.waitForNavigation(), phone.press('Take it up')]);
    await phone.sees('Burn gel dressing');
    // All of it is there once, whatever was sent again.
    expect(await counted()).toEqual([['bow-pocket', ENTRIES]]);
    phone.errors.length = 0;
  });

  it('is told where what it put back while away had gone elsewhere, and so is whoever was there', async () => {
    const { person, server } = scene;
    await phone.goTo(`${address}/restock?kit=tow-panel`);
    const name = await phone.page.waitForSelector('button[aria-label^="Put back"]').then((one) => one.evaluate((node) => node.ariaLabel));
    const [line] = (await scene.api('/api/restock')).kits.find(({ kitId }) => kitId === 'tow-panel').lines;
    const [spare] = line.fromStores;
    await phone.page.setOfflineMode(true);
    await phone.page.locator(`button[aria-label="${name}"]`).click();
    await phone.sees('waits for the machine');
    const body = { version: spare.version, to: 'kit', kitId: 'console-case' };
    await scene.api(`/api/units/${spare.unitId}/move`, 'POST', body);
    await phone.page.setOfflineMode(false);
    await phone.sees('was not in stores any more');
    await person.goTo(`${server.url}/upkeep`);
    await person.sees('One thing does not agree');
    await person.isAccessible('what does not agree');
    await person.page.locator('::-p-text(All is as it is written)').click();
    await person.press('Settle it');
    await expect.poll(async () => (await scene.api('/api/discrepancies')).discrepancies).toEqual([]);
    phone.errors.length = 0;
  });

  it('is out at its next step once it is shut out', async () => {
    const { person } = scene;
    await toSettings();
    await person.press('Shut Tomas’ phone out');
    await expect.poll(async () => (await scene.api('/api/sharing')).devices).toEqual([]);
    await phone.goTo(address);
    await phone.sees('Pair this device');
    phone.errors.length = 0;
    // The list has gone by then, which may leave the switch under the bar.
    await person.page.waitForSelector(by('Shut Tomas’ phone out', 'button'), { hidden: true });
    await person.page.evaluate(() => scrollTo(0, 0));
    await person.page.locator(LET_IN).click();
    await expect.poll(async () => (await scene.api('/api/sharing')).isOn).toBe(false);
    // Nothing of what it kept is left.
    await phone.goTo(address);
    await phone.sees('The server does not answer');
    expect(await phone.page.evaluate(() => caches.keys())).not.toContain('ivrak-data');
  });
});
