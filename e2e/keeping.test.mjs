// Stock and dates: intake by scan, photo and table; what lapses, rotation, notices, heat; a kit is looked through with thumbs.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import bwip from 'bwip-js/node';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by } from './page.mjs';

const scene = withCrew();
let folder;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ivrak-keeping-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const stores = async () => (await scene.api('/api/stores')).units;
const file = (name, content) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
/** Chooses a file as a person does: by the button that opens the browser's own window. */
async function upload(button, path) {
  const [chooser] = await Promise.all([scene.person.page.waitForFileChooser(), scene.person.press(button)]);
  await chooser.accept([path]);
}

describe('intake', () => {
  it('takes ten scans in a row without a mouse, asks for an unknown article once, and takes the last one out again', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores`);
    const before = (await stores()).length;
    const { gtins } = await scene.api('/api/stores');
    await person.page.locator(by('Scan or paste the label', 'textbox')).click();
    const scan = async (text) => {
      await person.page.keyboard.type(text);
      await person.page.keyboard.press('Enter');
    };
    for (let number = 1; number <= 4; number += 1) {
      await scan(`]d201${gtins[number].gtin}17290${number}1510SC-${number}`);
      await person.waitFor((count) => document.querySelector('.stores_intakeCount b')?.textContent === String(count), number);
    }
    // An article that nobody knows: the list of kinds has the focus, a few letters and Enter answer it.
    await scan('(01)10614141123459(17)290331(10)SC-5');
    await person.sees('This article number is new here');
    await person.page.keyboard.type('Foil blanket');
    await person.page.keyboard.press('ArrowDown');
    await person.page.keyboard.press('Enter');
    await person.waitFor(() => document.querySelector('.stores_intakeCount b')?.textContent === '5');
    for (let number = 6; number <= 10; number += 1) {
      await scan(`(01)10614141123459(17)290${number % 9 === 0 ? 9 : number % 9}01(10)SC-${number}`);
      await person.waitFor((count) => document.querySelector('.stores_intakeCount b')?.textContent === String(count), number);
    }
    const taken = (await stores()).filter(({ lot }) => lot?.startsWith('SC-'));
    expect(taken).toHaveLength(10);
    expect(taken.filter(({ kind }) => kind === 'foil-blanket')).toHaveLength(6);
    await person.press('Undo the last one');
    await person.sees('is out again.');
    expect(await stores()).toHaveLength(before + 9);
  });

  it('shows first what lapses first, where somebody asks', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores`);
    // It stands so at first; other columns are one press away, and so is the way back.
    await person.press('Kind');
    await person.press('Good through');
    const dates = (await stores())
      .filter(({ place, expiresOn }) => place === 'stores' && expiresOn !== null)
      .map(({ expiresOn }) => expiresOn);
    const first = await person.page.$eval('[aria-label="Spares"] tbody tr td:nth-child(5)', (cell) => cell.textContent);
    const [earliest] = dates.sort();
    const [year, month, day] = earliest.split('-').map(Number);
    expect(first).toContain(String(year));
    expect(first).toContain(String(day));
    expect(first.toLowerCase()).toContain(
      new Date(Date.UTC(year, month - 1, day)).toLocaleString('en', { month: 'short', timeZone: 'UTC' }).toLowerCase(),
    );
  });

  it('reads a label from a photo, here in the browser', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores`);
    const { gtins } = await scene.api('/api/stores');
    const known = gtins.find(({ kind }) => kind === 'kaolin-gauze');
    const png = await bwip.toBuffer({
      bcid: 'gs1datamatrix',
      text: `(01)${known.gtin}(17)290630(10)PHOTO-1`,
      scale: 4,
      paddingwidth: 20,
      paddingheight: 20,
      backgroundcolor: 'FFFFFF',
    });
    await upload('Photo of a label', file('label.png', png));
    await person.sees('1 × Kaolin gauze, z-fold received.');
    expect((await stores()).find(({ lot }) => lot === 'PHOTO-1')).toMatchObject({ kind: 'kaolin-gauze', expiresOn: '2029-06-30' });
    await upload('Photo of a label', file('nothing.png', 'not a picture'));
    await person.sees('No code was found in the picture');
  });

  it('takes kind, pack and price of an unknown article from the supplier’s list, for a look before it is received', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores`);
    const { articles } = await scene.api('/api/devices/supplier');
    const pack = articles.find(({ kind }) => kind === 'triangular-bandage');
    await person.page.locator(by('Scan or paste the label', 'textbox')).click();
    await person.page.keyboard.type(`(01)${pack.gtin}(10)SUP-1`);
    await person.page.keyboard.press('Enter');
    await person.sees('The list of Kelp Lane Supplies says: Triangular bandage, 6 in a pack.');
    await person.press('Receive');
    await person.sees('6 × Triangular bandage received.');
    expect((await stores()).find(({ lot }) => lot === 'SUP-1')).toMatchObject({
      count: 6,
      seller: pack.supplier,
      authorised: true,
      priceMinor: 208,
    });
  });

  it('counts a suspect thing again only with a reason', async () => {
    const { person } = scene;
    const cheap = { kind: 'windlass-tourniquet', count: 1, lot: 'CHEAP-1', priceMinor: 900 };
    expect((await scene.api('/api/stores', 'POST', cheap)).condition).toBe('suspect');
    await person.goTo(`${scene.server.url}/stores`);
    await person.press('Move Windlass tourniquet, lot CHEAP-1');
    await person.press('Mark as verified', 'menuitem');
    expect(await person.page.$eval(by('Mark as verified', 'button'), (button) => button.disabled)).toBe(true);
    await person.type('What was looked at', 'rod and stitching');
    await person.press('Mark as verified');
    await person.sees('Windlass tourniquet marked as verified: rod and stitching');
    expect((await stores()).find(({ lot }) => lot === 'CHEAP-1').condition).toBe('ready');
  });

  it('sends what a scanner sends from the tray of made-up labels', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores`);
    await person.press('Simulated scanner');
    await person.press('Scan Chitosan gauze, z-fold');
    await person.sees('1 × Chitosan gauze, z-fold received.');
  });

  it('takes a table in whole or not at all, with what is wrong row by row', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores?take=table`);
    const before = (await stores()).length;
    await upload('Choose a file', file('bad.csv', 'Item,Qty,Batch,Use by\nMarker\\, small,2,CSV-1,\ngauze-pads,3,CSV-2,2028-02-30\n'));
    await person.sees('with something wrong');
    await person.sees('is not a date as 2027-03-14');
    expect(await person.page.$eval(by('Import 2 rows', 'button'), (button) => button.disabled)).toBe(true);
    await upload('Choose a file', file('latin.csv', Buffer.from([0x4b, 0x2c, 0xe4, 0x0a])));
    await person.sees('not text in UTF-8');
    await upload('Choose a file', file('good.csv', 'Item,Qty,Batch,Use by\nmarker,2,CSV-1,\ngauze-pads,3,CSV-2,2028-02\n'));
    await person.sees('nothing wrong');
    await person.press('Import 2 rows');
    await person.sees('2 rows imported.');
    const after = await stores();
    expect(after).toHaveLength(before + 2);
    expect(after.find(({ lot }) => lot === 'CSV-2')).toMatchObject({ count: 3, expiresOn: '2028-02-29' });
  });

  it('prints labels of its own with lot and original date', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/stores?take=labels`);
    await person.press('Kaolin gauze, z-fold, lot KG-77', 'checkbox');
    await person.sees('Print 1 label');
    const label = await person.page.waitForSelector('.stores_packLabel');
    expect(await label.evaluate((node) => node.textContent)).toMatch(/Kaolin gauze.*lot KG-77.*good through 30 Apr 2027/);
    const pdf = await person.page.pdf({ preferCSSPageSize: true });
    expect(pdf.length).toBeGreaterThan(5000);
  });
});

describe('upkeep', () => {
  it('makes the moves of a rotation as one, and takes them back', async () => {
    const { person } = scene;
    const places = async () => {
      const { kits } = await scene.api('/api/kits');
      // A stack that was parted comes back as two: what counts is how many of a lot lie where.
      return kits.map(({ id, units }) => {
        const counts = {};
        for (const { kind, lot, count } of units) counts[`${kind} ${lot}`] = (counts[`${kind} ${lot}`] ?? 0) + count;
        return [id, counts];
      });
    };
    const before = await places();
    await person.goTo(`${scene.server.url}/upkeep`);
    await person.press('Look at the moves');
    await person.sees('All moves are made together or none.');
    await person.page.locator('button::-p-text(Make the)').click();
    await person.sees('moves made.');
    expect(await places()).not.toEqual(before);
    await person.press('Take the moves back');
    await person.sees('Everything lies where it was.');
    expect(await places()).toEqual(before);
  });

  it('marks a lot in two kits when the notice feed warns of it, and links to both', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/upkeep`);
    await person.press('Read the notice feed');
    await person.sees('Recall, Rolled gauze');
    const card = await person.page.waitForSelector(by('Notices', 'region'));
    expect(await card.evaluate((node) => [...node.querySelectorAll('a')].map((link) => link.textContent).sort())).toEqual([
      'Boathouse wall box',
      'Committee boat bag',
    ]);
    const { kits } = await scene.api('/api/kits');
    const marked = kits.flatMap(({ units }) => units.filter(({ lot, condition }) => lot === 'RG-4' && condition === 'suspect'));
    expect(marked).toHaveLength(2);
  });

  it('takes a logger’s file in, and inspects sooner where it is hot', async () => {
    const { person } = scene;
    const days = async () => {
      const { events } = await scene.api('/api/upkeep');
      return events.find(({ type, kitId }) => type === 'inspect' && kitId === 'committee-bag').text;
    };
    const before = await days();
    await person.goTo(`${scene.server.url}/upkeep`);
    await person.press('How this is worked out');
    await person.sees('USP <1079>');
    await person.choose('Place', 'Boat locker');
    const hours = Array.from({ length: 24 }, (_, hour) => `2026-07-14T${String(hour).padStart(2, '0')}:00:00Z,45`);
    await upload('Import a logger’s CSV', file('broken.csv', `at,celsius\nnoon,20\n`));
    await person.sees('Line 2, at');
    await upload('Import a logger’s CSV', file('log.csv', `at,celsius\n${hours.join('\n')}\n`));
    await person.sees('24 temperatures received');
    expect(before).not.toContain('Every 30 days');
    expect(await days()).toContain('Every 30 days');
  });

  it('shows the same in a chart and in a table, by kit, layer and rung, and its calendar is read by a parser', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/upkeep`);
    await person.page.waitForSelector('.upkeep_horizonChart svg path');
    const drawn = await person.page.$$eval('.upkeep_horizonKit b', (names) => names.length);
    await person.page.locator('label::-p-text(Table)').click();
    await person.seesNamed('Until when each need is held', 'table');
    expect(await person.page.$$eval('.upkeep_horizonTable tbody', (bodies) => bodies.length)).toBe(drawn);
    await person.choose('Of', 'layers together');
    await person.sees('In the boat or vehicle');
    const href = await person.page.$eval(by('Calendar file', 'link'), (link) => link.href);
    const text = await (await fetch(href)).text();
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    expect(events.some(({ summary }) => summary === 'Tow vehicle panel: inspect')).toBe(true);
  });
});

describe('an inspection on a phone', () => {
  it('is due by an interval of its own, together with a routine, and refuses one that is too short', async () => {
    const { person } = scene;
    await person.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await person.goTo(`${scene.server.url}/kits/wall-box/inspect`);
    await person.page.locator('summary::-p-text(How often)').click();
    await person.type('Every so many days', '60');
    await person.type('Together with', 'with every second boat service');
    await person.press('Save');
    await person.sees('Saved.');
    await person.sees('with every second boat service');
    expect((await scene.api('/api/kits/wall-box')).upkeep).toEqual({ everyDays: 60, routine: 'with every second boat service' });
    const { events } = await scene.api('/api/upkeep');
    expect(events.find(({ type, kitId }) => type === 'inspect' && kitId === 'wall-box').text).toContain('Every 60 days (set for this kit)');
  });

  it('goes thing by thing, is left and taken up again, and what was found counts at once', async () => {
    const { person } = scene;
    await person.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await person.goTo(`${scene.server.url}/kits/shore-wallet/inspect`);
    await person.press('Start');
    const { units } = await scene.api('/api/kits/shore-wallet');
    const total = units.length;
    const progress = (done) =>
      person.waitFor((words) => document.querySelector('.inspect_head .mono')?.textContent === words, `${done} of ${total}`);
    await person.page.waitForSelector('.inspect_prompt');
    await progress(0);
    const nameNow = () => person.page.$eval('.inspect_body h2', (heading) => heading.textContent);
    const first = await nameNow();
    await person.type('Note', 'wrapper is split');
    await person.press('Replace');
    await progress(1);
    await person.press('Fine');
    await progress(2);
    for (const target of await person.page.$$eval('.inspect_actions button', (all) => all.map((one) => one.getBoundingClientRect().height)))
      expect(target).toBeGreaterThanOrEqual(48);
    // Away and back: it goes on where it was left.
    await person.goTo(`${scene.server.url}/`);
    await person.goTo(`${scene.server.url}/kits/shore-wallet/inspect`);
    await progress(2);
    const found = (await scene.api('/api/kits/shore-wallet')).units.filter(({ condition }) => condition === 'damaged');
    expect(found).toHaveLength(1);
    for (let done = 2; done < total; done += 1) {
      const isLapsed = await person.page.$eval(by('Fine', 'button'), (button) => button.disabled);
      await person.press(isLapsed ? 'Replace' : 'Fine');
      if (done + 1 < total) await progress(done + 1);
    }
    await person.sees('not fine');
    // A second look takes the first answer back.
    await person.press(`Look at ${first.replace(/^\d+ × /, '')} again`);
    await person.sees('Answered before: replace');
    await person.press('Not sure');
    await person.type('What the scale says', '9999');
    await person.sees('something is missing or too much');
    await person.press('Finish the inspection');
    await person.sees('Start');
    const kit = await scene.api('/api/kits/shore-wallet');
    expect(kit.inspectedOn).toBe('2026-11-25');
    expect(kit.units.filter(({ condition }) => condition === 'suspect')).toHaveLength(1);
    const { finished } = await scene.api('/api/kits/shore-wallet/inspections');
    expect(finished[0].answers.find(({ note }) => note === 'wrapper is split')).toMatchObject({ answer: 'unsure' });
  });
});
