// The whole job once, as a person would do it who has never seen the application, by what is written on the screen.
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { startBrowser } from './browser.mjs';
import { by, Person } from './page.mjs';
import { startServer } from './server.mjs';

let server;
let browser;
let close;
let person;
const downloads = mkdtempSync(join(tmpdir(), 'ivrak-downloads-'));
const api = async (path) => (await fetch(server.url + path)).json();
const kitNamed = async (name) => (await api('/api/kits')).kits.find((kit) => kit.name === name);

async function newPerson(viewport = { width: 1280, height: 800 }) {
  const page = await browser.newPage();
  await page.setViewport(viewport);
  return new Person(page);
}

beforeAll(async () => {
  server = await startServer();
  ({ browser, close } = await startBrowser());
  person = await newPerson();
});
afterAll(async () => {
  await close?.();
  await server?.stop();
  server?.remove();
  rmSync(downloads, { recursive: true, force: true });
});
afterEach(() => expect(person.errors, 'errors in the page').toEqual([]));

describe('from nothing to a kit that is built, fitted, dated, used and restocked', () => {
  it('reads the caution once and comes to Muster', async () => {
    await person.goTo(server.url);
    await person.sees('Read this once');
    await person.page.locator(by('I have read this', 'checkbox')).click();
    await person.press('Go to Muster');
    await person.sees('Next, in date order');
    await person.page.reload({ waitUntil: 'networkidle2' });
    await person.sees('Next, in date order');
  });

  it('makes a new kit from Muster', async () => {
    await person.press('New kit');
    await person.press('Make the kit');
    await person.sees('Give the kit a name');
    await person.type('Name', 'Jetty kit');
    await person.press('Make the kit');
    await person.sees('What follows');
    expect(await kitNamed('Jetty kit')).toMatchObject({ layer: 'pocket', containerId: 'life-vest-pouch' });
  });

  it('writes the brief, and the needs follow at once', async () => {
    await person.type('Persons covered', '5');
    await person.page.locator('.parts_toggle ::-p-text(Penetrating)').click();
    await person.sees('2 per casualty, entry and exit × 2 casualties + 2 spare = 6');
    await person.choose('What comes first, and what counts', 'Bleeding-only');
    await person.sees('this school leaves chest wounds to the next carer');
    await person.choose('What comes first, and what counts', 'Committee-first');
    await person.type('Persons covered', '2');
    await person.type('Minutes to professional care', '45');
    await person.saved();
    expect((await kitNamed('Jetty kit')).brief).toMatchObject({ persons: 2, penetrating: true, hoursToCare: 0.75 });
  });

  it('lays things out on the Bench, undoes and does again, and opens a rung', async () => {
    await person.follow('Bench');
    await person.search('windlass');
    await person.press('Add Windlass tourniquet');
    await person.press('M, massive bleeding: gap, 1 of 3');
    await person.sees('Without it: a groin, armpit or neck wound could not be packed.');
    await person.press('Close the rung');
    await person.search('');
    for (const kind of [
      'Compact hemostatic ribbon',
      'Breath barrier, folded',
      'Marker, small',
      'Flat-folded cloth tape',
      'Gloves, one pair',
      'Gloves, one pair',
    ]) {
      await person.search(kind);
      await person.press(`Add ${kind}`);
    }
    await person.search('');
    await person.page.evaluate(() => document.activeElement?.blur());
    await person.sees('2 × ');
    await person.page.keyboard.press('z');
    await person.waitFor(() => !document.querySelector('.bench_groundSheet')?.textContent?.includes('2 × '));
    await person.page.keyboard.press('Z');
    await person.sees('2 × ');
    await person.saved();
    const kit = await kitNamed('Jetty kit');
    expect(kit.units.find(({ kind }) => kind === 'gloves').count).toBe(2);
    expect(kit.units).toHaveLength(6);
  });

  it('counts with buttons and keys, and the spine says what is held', async () => {
    await person.pick('.bench_thing ::-p-text(Marker, small)');
    await person.press('One more');
    await person.page.keyboard.press('-');
    await person.saved();
    expect((await kitNamed('Jetty kit')).units.find(({ kind }) => kind === 'marker').count).toBe(1);
    await person.press('Back to the catalogue');
    await person.seesNamed('S, hands, cutter, light: gap, 2 of 3', 'button');
  });

  it('gives a unit lot and date by a scanned label, and by hand', async () => {
    await person.pick('.bench_thing ::-p-text(Compact hemostatic ribbon)');
    const scan = await person.page.waitForSelector(by('Scan or paste the label', 'textbox'));
    // A keyboard wedge types and presses Enter.
    await scan.type('(01)09506000134353(17)271130(10)HR-9');
    await person.page.keyboard.press('Enter');
    await person.sees('The check digit of GTIN 09506000134353 is wrong');
    await scan.click({ count: 3 });
    await scan.type('(01)09506000134352(17)271130(10)HR-9');
    await person.page.keyboard.press('Enter');
    await person.sees('Good through 30 Nov 2027');
    await person.type('Expiry', '2027-02-30');
    await person.sees('not a calendar date');
    await person.type('Expiry', '2027-11');
    await person.saved();
    expect((await kitNamed('Jetty kit')).units.find(({ kind }) => kind === 'hemostatic-ribbon')).toMatchObject({
      lot: 'HR-9',
      expiresOn: '2027-11-30',
    });
    await person.press('Back to the catalogue');
  });

  it('packs it in Fit, sees that it is cut open to scale, and why it does not fit elsewhere', async () => {
    await person.follow('Fit');
    await person.sees('go in: fits by box size');
    await person.seesNamed('Front view, 7 things');
    await person.sees('Reach order');
    await person.choose('Container', 'Wallet sleeve');
    await person.sees('whichever way it lies');
    await person.choose('Container', 'Life-vest pouch');
    await person.choose('Carry position', 'Back pocket');
    await person.sees('too thick for the back pocket');
    await person.choose('Carry position', 'Life-vest pocket');
    await person.press('Pack again');
    await person.sees('go in: fits by box size');
    await person.saved();
    await person.waitFor(async () => {
      const { kits } = await (await fetch('/api/kits')).json();
      return kits.find(({ name }) => name === 'Jetty kit').summary.thicknessMm !== null;
    });
    expect((await kitNamed('Jetty kit')).summary).toMatchObject({ allIn: true, thicknessLimitMm: 45 });
  });

  it('takes a spare into the stores by its label, and moves it to the kit', async () => {
    await person.follow('Stores');
    const scan = await person.page.waitForSelector(by('Scan or paste the label', 'textbox'));
    await scan.type('(01)10614141123459(17)290331(10)PD-900(30)2');
    await person.page.keyboard.press('Enter');
    await person.sees('This article number is new here');
    // The one open question answered, it is received; the next of the kind asks nothing.
    await person.choose('Kind', 'Pressure dressing 100 mm');
    await person.sees('2 × Pressure dressing 100 mm received.');
    await scan.type('(01)10614141123459(17)290430(10)PD-901');
    await person.page.keyboard.press('Enter');
    await person.sees('1 × Pressure dressing 100 mm received.');
    await person.press('Move Pressure dressing 100 mm, lot PD-900');
    await person.press('Jetty kit', 'menuitem');
    await person.sees('Pressure dressing 100 mm is in Jetty kit now');
    expect((await kitNamed('Jetty kit')).units.map(({ lot }) => lot)).toContain('PD-900');
  });

  it('marks a cheap tourniquet from an unknown seller as suspect', async () => {
    await person.page.reload({ waitUntil: 'networkidle2' });
    await person.choose('Kind', 'Windlass tourniquet');
    await person.type('Price each', '9.50');
    await person.sees('it will be received as suspect');
    await person.press('Receive');
    await person.sees('received as suspect');
  });

  it('reads in Upkeep what lapses when and which need lapses with it', async () => {
    await person.follow('Upkeep');
    await person.sees('have a gap now');
    await person.page.locator('label::-p-text(All dates)').click();
    await person.choose('Kit', 'Helm’s vest kit');
    await person.sees('Compact vented seal pair lapses: an entry');
    await person.sees('15 Mar 2027');
    await person.press('I have looked through Helm’s vest kit today');
    await person.waitFor(async () => (await (await fetch('/api/kits/helm-vest')).json()).inspectedOn === '2026-11-25');
  });

  it('logs a use on a phone by tapping, says what became of it, and one tap puts it back', async () => {
    const phone = await newPerson({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await phone.goTo(`${server.url}/`);
    await phone.follow('Log a use');
    // Muster names the kit, too: the question must stand before it is answered.
    await phone.sees('Log a use: which kit?');
    await phone.page.locator('.use_chooseKit ::-p-text(Boathouse wall box)').click();
    await phone.sees('Care first, logging after');
    await phone.page.locator('.use_tap ::-p-text(Shears, full size)').click();
    await phone.sees('one entry, kept by the server');
    await phone.press('Hand over');
    await phone.sees('Shears, full size used');
    await phone.follow('Handed over: debrief');
    await phone.choose('What became of Shears, full size', 'lost');
    await phone.press('Debriefed: on to restocking');
    await phone.seesNamed('Restock Boathouse wall box', 'region');
    await phone.isAccessible('Restock, after a use');
    await phone.fitsAcross('Restock, after a use');
    await phone.press('Put back Shears, full size');
    await phone.sees('The kit has its least');
    expect((await kitNamed('Boathouse wall box')).summary.gap).toBeNull();
    expect(phone.errors).toEqual([]);
    await phone.page.close();
  });

  it('exports everything, changes something, and imports it again; a broken file changes nothing', async () => {
    await person.press('Settings', 'link');
    const session = await person.page.createCDPSession();
    await session.send('Page.setDownloadBehavior', { behavior: 'allow', downloadPath: downloads });
    await person.follow('Export everything');
    const until = Date.now() + 10_000;
    while (!readdirSync(downloads).includes('ivrak-export.json') && Date.now() < until)
      await new Promise((resolve) => setTimeout(resolve, 100));
    const file = join(downloads, 'ivrak-export.json');
    const before = JSON.parse(readFileSync(file, 'utf8'));
    const broken = structuredClone(before);
    broken.units[3].count = -1;
    const brokenFile = join(downloads, 'broken.json');
    writeFileSync(brokenFile, JSON.stringify(broken));
    const input = await person.page.$('input[type=file]');
    await input.uploadFile(brokenFile);
    await person.press('Check and replace');
    await person.sees('units.3.count');
    await person.sees('must be at least 1');
    await fetch(`${server.url}/api/stores`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kind: 'gloves', count: 1 }),
    });
    await (await person.page.$('input[type=file]')).uploadFile(file);
    await person.press('Check and replace');
    await person.sees(`Imported: ${before.kits.length} kits`);
    expect(await api('/api/export')).toEqual(before);
  });

  it('finds its way by keys alone', async () => {
    await person.goTo(`${server.url}/`);
    await person.page.keyboard.press('g');
    await person.page.keyboard.press('s');
    await person.sees('spare units');
    await person.page.keyboard.press('?');
    await person.sees('find any screen or kit');
    await person.page.keyboard.press('Escape');
    await person.page.keyboard.down('Control');
    await person.page.keyboard.press('k');
    await person.page.keyboard.up('Control');
    const search = await person.page.waitForSelector(by('Find anything', 'searchbox').replace('[role="searchbox"]', ''), { visible: true });
    await search.type('console case: bench');
    await person.page.keyboard.press('ArrowDown');
    await person.page.keyboard.press('Enter');
    await person.sees('15 of 15');
    await person.page.keyboard.press('r');
    await person.seesNamed('Rung R: respiration');
    await person.page.keyboard.press('Escape');
    await person.page.waitForSelector('.kit_rungPanel', { hidden: true });
    await person.page.keyboard.press('/');
    await person.page.keyboard.type('mask');
    // Keys never act while something is being typed.
    await person.waitFor(() => document.activeElement?.value === 'mask');
    await person.sees('Pocket mask in case');
    expect(await person.page.$('.kit_rungPanel')).toBeNull();
  });
});

describe('two tabs on one kit', () => {
  it('never overwrite one another silently', async () => {
    const [one, two] = [await newPerson(), await newPerson()];
    for (const tab of [one, two]) {
      await tab.goTo(`${server.url}/kits/bow-pocket/bench`);
      await tab.page.waitForSelector('[aria-label="Add Rolled gauze 75 mm"]');
    }
    await one.page.bringToFront();
    await one.press('Add Foil blanket');
    await one.saved();
    await one.waitFor(async () => (await (await fetch('/api/kits/bow-pocket')).json()).units.some(({ kind }) => kind === 'foil-blanket'));
    // The second tab still holds the old picture: it is told, and nothing of the first is lost.
    await two.page.evaluate(() => document.querySelector('[aria-label="Add Rolled gauze 75 mm"]').click());
    await two.page.bringToFront();
    await two.sees('This kit was changed elsewhere');
    await two.sees('Foil blanket');
    const kinds = async () => (await api('/api/kits/bow-pocket')).units.map(({ kind }) => kind);
    expect(await kinds()).toContain('foil-blanket');
    expect(await kinds()).not.toContain('rolled-gauze');
    await two.isAccessible('conflict');
    await two.press('Take theirs');
    await two.saved();
    expect(await kinds()).toContain('foil-blanket');
    await one.page.close();
    await two.page.close();
  });
});
