// Fit and Stage: measuring, packing and making ready, driven as a person does it.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { thing, withCrew } from './crew.mjs';
import { by, printedPages, text } from './page.mjs';

const scene = withCrew();
const { api, fill } = scene;
let person;
let server;
beforeEach(() => {
  ({ person, server } = scene);
});

const draftOf = (kitId) => api(`/api/kits/${kitId}`);

/** Two pairs of gloves and closure strips cannot lie side by side in it: 26 mm, and 2 mm of walls; a back pocket takes 22 mm. */
const TOO_THICK = {
  containerId: 'trouser-sleeve',
  positionId: 'back-pocket',
  units: [thing('sleeve-gloves', 'gloves', 2), thing('sleeve-strips', 'closure-strips')],
};

describe('a sleeve that was measured', () => {
  it('is added, and a kit that is 6 mm too thick for a back pocket is made to fit by taking up a proposal', async () => {
    await person.goTo(`${server.url}/places`);
    await person.press('Add a container');
    await person.type('Name', 'Trouser sleeve');
    await person.type('Width', '135');
    await person.type('Height', '120');
    await person.type('Depth', '40');
    await person.press('Add');
    await person.seesNamed('Trouser sleeve', 'button');
    await fill('tow-panel', TOO_THICK);
    await person.goTo(`${server.url}/kits/tow-panel/fit`);
    await person.sees('6 mm too thick for the back pocket');
    await person.press('Apply: Gloves, one pair: in a pressed bag');
    await person.sees('3 of 3 go in: fits by box size');
    await person.saved();
    expect((await draftOf('tow-panel')).units[0].state).toBe('pressed');
    await person.press('Undo');
    await person.sees('6 mm too thick for the back pocket');
    await person.page.keyboard.press('Z');
    await person.sees('3 of 3 go in: fits by box size');
    await person.isAccessible('fit');
  });

  it('is shown among all containers and places, and another one is chosen from there', async () => {
    await person.goTo(`${server.url}/kits/helm-vest/fit`);
    await person.press('All containers and places');
    await person.press('Carry it so: Vest front pouch, Desk drawer');
    await person.saved();
    expect(await draftOf('helm-vest')).toMatchObject({ containerId: 'vest-pouch', positionId: 'desk-drawer' });
    await person.press('Undo');
    await person.saved();
  });

  it('is closed by hand and measured, which stands for what is worked out until something in it changes', async () => {
    await fill('tow-panel', TOO_THICK);
    await person.goTo(`${server.url}/kits/tow-panel/fit`);
    await person.sees('6 mm too thick for the back pocket');
    await person.press('I packed it, and it closes');
    await person.type('How thick it is, closed', '21');
    await person.press('It closes');
    await person.sees('It closes: 21 mm measured');
    await person.saved();
    expect((await draftOf('tow-panel')).summary).toMatchObject({ isMeasured: true, thicknessMm: 21, allIn: true });
    await person.goTo(server.url);
    await person.sees('21/22 mm measured');
    await fill('tow-panel', { units: [thing('sleeve-gloves', 'gloves', 3), thing('sleeve-strips', 'closure-strips')] });
    await person.goTo(`${server.url}/kits/tow-panel/fit`);
    await person.sees('21 mm were measured');
    await person.sees('the figure is worked out again');
    await fill('tow-panel', TOO_THICK);
    await person.goTo(`${server.url}/kits/tow-panel/fit`);
    await person.press('Take the measure back');
    await person.sees('6 mm too thick for the back pocket');
    await person.saved();
  });

  it('is packed step by step, by buttons and arrow keys, and seen pulled apart with every name in full', async () => {
    await person.goTo(`${server.url}/kits/helm-vest/fit`);
    const { placed } = (await draftOf('helm-vest')).packing.result;
    const show = (view) =>
      person.page.evaluate(
        (label) => [...document.querySelectorAll('label')].find(({ textContent }) => textContent === label)?.click(),
        view,
      );
    await person.sees('Reach order');
    await show('Step by step');
    await person.sees(`1 of ${placed.length}:`);
    await person.press('Forward');
    await person.sees(`2 of ${placed.length}:`);
    await person.page.keyboard.press('ArrowRight');
    await person.sees(`3 of ${placed.length}:`);
    await person.page.keyboard.press('ArrowLeft');
    await person.sees(`2 of ${placed.length}:`);
    await person.isAccessible('packing step by step');
    await person.page.keyboard.press('End');
    await person.press('Play');
    await person.sees(`2 of ${placed.length}:`);
    await show('Pulled apart');
    await person.sees('what you see first is on top');
    const names = await person.page.$$eval('[aria-label$="layers"] text', (texts) => texts.map(({ textContent }) => textContent ?? ''));
    expect(names).toHaveLength(placed.length);
    expect(names.filter((name) => !/^\d+ \S/.test(name) || name.includes('…'))).toEqual([]);
    await person.isAccessible('pulled apart');
  });

  it('is measured from a photo of it on a sheet of paper, whose outline stays on this machine', async () => {
    await person.goTo(`${server.url}/places?container=belt-pouch`);
    await person.sees('Measure from a photo');
    // A sheet seen askew, with a pouch of 120 x 90 mm on it: in the photo as the same map puts it there.
    const picture = await person.page.evaluate(() => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 1000, height: 800 });
      const context = canvas.getContext('2d');
      const fill = (color, points) => {
        context.fillStyle = color;
        context.beginPath();
        for (const [x, y] of points) context.lineTo(x, y);
        context.fill();
      };
      fill('#554433', [
        [0, 0],
        [1000, 0],
        [1000, 800],
        [0, 800],
      ]);
      // The corners where the handles begin, 12 % in: an upright sheet, so that its map is a scale.
      fill('#ffffff', [
        [120, 96],
        [880, 96],
        [880, 704],
        [120, 704],
      ]);
      fill('#226655', [
        [375.9, 269.7],
        [683, 269.7],
        [683, 530.3],
        [375.9, 530.3],
      ]);
      return canvas.toDataURL('image/png').split(',')[1];
    });
    const file = join(mkdtempSync(join(tmpdir(), 'ivrak-photo-')), 'pouch.png');
    writeFileSync(file, Buffer.from(picture, 'base64'));
    await (await person.page.waitForSelector('input[type=file]')).uploadFile(file);
    await person.seesNamed('upper left corner', 'slider');
    await person.isAccessible('corners of a sheet');
    await person.press('Straighten');
    const sheet = await person.page.waitForSelector('svg[aria-label^="Outline of"]');
    await sheet.evaluate((node) => node.scrollIntoView({ block: 'center' }));
    const box = await sheet.boundingBox();
    const at = (xMm, yMm) => person.page.mouse.click(box.x + (box.width * xMm) / 297, box.y + (box.height * yMm) / 210);
    for (const corner of [
      [100, 60],
      [220, 60],
      [220, 150],
      [100, 150],
    ])
      await at(...corner);
    await person.press('Take these measures');
    const measured = () =>
      Promise.all(['Width', 'Height'].map((name) => person.page.$eval(by(name, 'textbox'), ({ value }) => Number(value))));
    await expect.poll(async () => Math.abs((await measured())[0] - 120)).toBeLessThanOrEqual(2);
    expect(Math.abs((await measured())[1] - 90)).toBeLessThanOrEqual(2);
    await person.type('Name', 'Paper pouch');
    await person.press('Add');
    await person.seesNamed('Paper pouch', 'button');
    await fill('tow-panel', { containerId: 'paper-pouch' });
    await person.goTo(`${server.url}/kits/tow-panel/fit`);
    await expect
      .poll(() => person.page.$$eval('title', (titles) => titles.some(({ textContent }) => textContent.includes('measured from a photo'))))
      .toBe(true);
    expect(JSON.stringify(await api('/api/export').catch(() => ''))).not.toContain('data:image');
    await fill('tow-panel', { containerId: 'tear-away-panel' });
  });

  it('with elastic slots and two panels is entered, changed, refused while a kit is in it, and taken away; so is a place', async () => {
    await person.goTo(`${server.url}/places`);
    await person.press('Add a container');
    await person.press('Add');
    await person.sees('Give it a name.');
    await person.type('Name', 'Shin wrap');
    await person.type('Elastic slots', '4');
    await person.seesNamed('Slot width', 'textbox');
    await person.type('Stretches by', '12');
    await person.press('Add');
    await person.seesNamed('Shin wrap', 'button');
    const own = async () => (await api('/api/catalog')).containers.find(({ id }) => id === 'shin-wrap');
    expect((await own()).compartments[0].slots).toHaveLength(4);
    expect((await own()).compartments[0].slots[3]).toMatchObject({ id: 'slot 4', stretchMm: 12 });
    await fill('tow-panel', { containerId: 'shin-wrap' });
    await person.press('Shin wrap');
    await person.type('Mass', '95');
    await person.press('Save');
    await expect.poll(async () => (await own()).massG).toBe(95);
    // The form closes when the list has come anew; only then the next press opens it again.
    await person.waitFor(() => ![...document.querySelectorAll('button')].some(({ textContent }) => textContent === 'Save'));
    await person.press('Shin wrap');
    // Chosen at the end of a long list, its panel is in sight.
    const panel = await person.page.waitForSelector('main > aside');
    expect(await panel.evaluate((node) => node.getBoundingClientRect().top)).toBeGreaterThanOrEqual(0);
    await person.press('Delete');
    await person.sees('change that first');
    await fill('tow-panel', { containerId: 'trouser-sleeve' });
    // The catalogue comes late, and the person goes on meanwhile: what they opened stays open.
    await person.page.evaluate(() => {
      const { fetch } = window;
      window.fetch = async (address, ...rest) => {
        if (String(address).includes('/api/catalog')) await new Promise((resolve) => setTimeout(resolve, 1500));
        window.catalogCame = String(address).includes('/api/catalog');
        return fetch(address, ...rest);
      };
    });
    await person.press('Delete');
    await expect.poll(own).toBeUndefined();

    await person.press('Add a place');
    await person.waitFor(
      () => window.catalogCame && ![...document.querySelectorAll('button')].some(({ textContent }) => textContent === 'Shin wrap'),
    );
    await person.type('Name', 'Thigh strap');
    await person.type('Thickness', '55');
    await person.press('Add');
    await person.seesNamed('Thigh strap', 'button');
    expect((await api('/api/catalog')).positions.find(({ id }) => id === 'thigh-strap')).toMatchObject({ tMm: 55, onBody: true });
    await person.isAccessible('places');
  });

  it('is checked with a ruler of true size', async () => {
    await person.goTo(`${server.url}/places/ruler`);
    const [page] = await printedPages(person.page);
    expect(page.text).toContain('/MediaBox');
    const bar = await person.page.$eval('svg[aria-label="Bar of 100 mm"] rect', (node) => node.getBoundingClientRect().width);
    // 96 px to an inch of 25.4 mm.
    expect(bar).toBeCloseTo((100 / 25.4) * 96, 0);
  });
});

describe('packing by hand', () => {
  const placed = async (id) => (await draftOf('console-case')).packing?.result.placed.find((box) => box.id === id);

  it('a thing is carried, stays locked while the rest is packed again, is turned and moved by keys, and is let go', async () => {
    await person.goTo(`${server.url}/kits/console-case/fit`);
    await person.page.waitForSelector('.fit_frontBox');
    const id = await carryFirst(person);
    await person.saved();
    await person.sees('Let go of the one held');
    const { [id]: lock } = (await draftOf('console-case')).fit.locks;
    expect(lock).toBeDefined();
    await expect.poll(async () => (await placed(id))?.xMm, { timeout: 20_000 }).toBe(lock.xMm);
    await person.press('Pack again');
    await person.page.waitForSelector(by('Packing', 'progressbar'), { hidden: true });
    await expect.poll(async () => (await placed(id))?.yMm, { timeout: 20_000 }).toBe(lock.yMm);
    // By keys: the thing on the drawing takes the focus, and the arrows move it.
    const reached = await person.page.$('.fit_frontBox[aria-pressed="true"]');
    await reached.evaluate((node) => node.focus());
    await person.page.keyboard.press('ArrowLeft');
    await person.page.keyboard.press('ArrowDown');
    const held = async () => (await draftOf('console-case')).fit.locks;
    // Both presses count, though the second comes before the rest is packed anew.
    await expect.poll(async () => (await held())[id]?.xMm).toBe(Math.max(0, Math.round((lock.xMm - 5) * 10) / 10));
    await expect.poll(async () => (await held())[id]?.yMm).not.toBe(lock.yMm);
    await person.page.keyboard.press('l');
    await expect.poll(held).toEqual({});
  });

  it('things go from one panel to the other, by the drawing and by keys, and stay there when it is packed again', async () => {
    await fill('console-case', {
      containerId: 'large-clamshell',
      units: [thing('clam-dressing', 'pressure-dressing'), thing('clam-marker', 'marker')],
    });
    await person.goTo(`${server.url}/kits/console-case/fit`);
    await person.sees('2 of 2 go in');
    const roomOf = async () => (await placed('clam-dressing'))?.compartment;
    await expect.poll(roomOf).toBeDefined();
    const first = await roomOf();
    const other = first === 'left panel' ? 'right panel' : 'left panel';
    const choose = () => person.pressUntil('.fit_reachList button ::-p-text(Pressure dressing)', '.fit_reachList [aria-pressed="true"]');
    await choose();
    await person.page.keyboard.press(first === 'left panel' ? ']' : '[');
    await expect.poll(roomOf).toBe(other);
    expect((await draftOf('console-case')).fit.pins).toEqual({ 'clam-dressing': other });
    await person.press('Pack again');
    await person.page.waitForSelector(by('Packing', 'progressbar'), { hidden: true });
    await person.saved();
    expect(await roomOf()).toBe(other);
    // Back by carrying it over to where it came from.
    const from = await person.page.waitForSelector('.fit_frontBox[aria-pressed="true"]');
    const start = await from.boundingBox();
    const views = await person.page.$$('.fit_frontView');
    const target = await views[first === 'left panel' ? 0 : 1].boundingBox();
    await person.page.mouse.move(start.x + 20, start.y + 20);
    await person.page.mouse.down();
    await person.page.mouse.move(target.x + 60, target.y + 60, { steps: 10 });
    await person.page.waitForSelector('.fit_frontBox.fit_isCarried');
    await person.page.mouse.up();
    await expect.poll(async () => (await draftOf('console-case')).fit.locks['clam-dressing']?.compartment).toBe(first);
    await expect.poll(roomOf).toBe(first);
    await person.press('Let go of the one held');
    await expect.poll(async () => (await draftOf('console-case')).fit).toMatchObject({ locks: {}, pins: {} });
    await person.saved();
  });

  it('what cannot be is refused in words, and nothing changes', async () => {
    const free = { press: 0, locks: {}, pins: {}, folds: {} };
    await fill('console-case', { containerId: 'quart-bag', fit: free, units: [thing('bag-pads', 'gauze-pads')] });
    await person.goTo(`${server.url}/kits/console-case/fit`);
    await person.pressUntil('.fit_reachList button', '.fit_reachList [aria-pressed="true"]');
    // A key that comes while the page is drawn anew is pressed again, as a person does.
    await expect
      .poll(
        async () => {
          await person.page.keyboard.press('l');
          return person.page.$('::-p-text(nothing can be locked in them)');
        },
        { interval: 1000 },
      )
      .not.toBe(null);
    expect((await draftOf('console-case')).fit.locks).toEqual({});
  });
});

/** Carries the thing that comes out first some way across the drawing; returns its id. */
async function carryFirst(someone) {
  const { page } = someone;
  const before = await page.$('.fit_frontBox');
  const { x, y, width, height } = await before.boundingBox();
  const [startX, startY] = [x + Math.min(width / 2, 20), y + Math.min(height / 2, 20)];
  await page.mouse.move(startX, startY);
  await page.mouse.down();
  await page.mouse.move(startX + 30, startY - 20, { steps: 6 });
  await page.waitForSelector('.fit_frontBox.fit_isCarried');
  await page.mouse.up();
  await page.waitForSelector('.fit_frontBox.fit_isCarried', { hidden: true });
  await expect.poll(async () => Object.keys((await draftOf('console-case')).fit.locks).length, { timeout: 10_000 }).toBe(1);
  return Object.keys((await draftOf('console-case')).fit.locks)[0];
}

describe('making a kit ready', () => {
  it('every step is ticked with day and person, and the kit says that it is ready', async () => {
    await person.goTo(`${server.url}/kits/helm-vest/stage`);
    await person.sees('steps done');
    await person.isAccessible('stage');
    await person.type('Where it hangs', 'left hook of the drying room');
    await person.type('Who has been told', 'bow and helm');
    for (;;) {
      const open = await person.page.$('.stage_step input:not(:checked):not(:disabled)');
      if (open === null) break;
      await open.click();
      await person.page.waitForFunction((node) => node.checked || !node.isConnected, {}, open);
    }
    await person.sees('Made ready');
    await person.saved();
    const { stage } = await draftOf('helm-vest');
    expect(stage).toMatchObject({ hangsAt: 'left hook of the drying room', told: 'bow and helm' });
    expect(stage.ticks.length).toBeGreaterThan(5);
    for (const { on, by: who } of stage.ticks) {
      expect(on).toMatch(/^\d{4}-\d{2}-\d{2}$/);
      expect(who).not.toBe('');
    }
  });

  it('a strap that is not staged counts as such until it is ticked', async () => {
    const kit = await draftOf('helm-vest');
    const units = kit.units.map((unit) => (unit.kind === 'flat-windlass-tourniquet' ? { ...unit, condition: 'notStaged' } : unit));
    await fill('helm-vest', { units });
    await person.goTo(`${server.url}/kits/helm-vest/stage`);
    const strap = await person.page.waitForSelector('.stage_step input:not(:checked)');
    await strap.click();
    await person.saved();
    expect((await draftOf('helm-vest')).units.find(({ kind }) => kind === 'flat-windlass-tourniquet').condition).toBe('ready');
  });

  it('is weighed, and the weigh-in finds the seal pair that is missing', async () => {
    await person.goTo(`${server.url}/kits/helm-vest/stage?part=weigh`);
    await person.press('Read it');
    await person.sees('It agrees.');
    const seals = await person.page.$eval(
      '#gone',
      (select) => [...select.options].find(({ text: words }) => words.includes('seal pair')).value,
    );
    await person.page.select('#gone', seals);
    await person.press('Read it');
    await person.sees('too light');
    await person.sees('Missing: Compact vented seal pair');
    await person.isAccessible('weigh-in');
  });

  it('prints on A5, on a folded card and on a label, each on pages of its own size', async () => {
    const sizes = { sheet: [148, 210], card: [148, 105], label: [90, 55], record: [148, 210], medicines: [148, 210] };
    const shows = { sheet: '.papers_packSheet li', record: '.papers_record', medicines: '.papers_medicines' };
    for (const [form, [wMm, hMm]] of Object.entries(sizes)) {
      await person.goTo(`${server.url}/kits/helm-vest/stage?part=print&form=${form}`);
      await person.page.waitForSelector(shows[form] ?? 'img.code_code');
      const printed = await printedPages(person.page);
      const [first] = printed;
      expect(first.wMm, form).toBeCloseTo(wMm, 0);
      expect(first.hMm, form).toBeCloseTo(hMm, 0);
      if (form !== 'sheet') expect(printed.length, form).toBe(form === 'card' ? 2 : 1);
    }
    // As a book of pictures, two pages, whatever is in it.
    for (const kit of ['helm-vest', 'committee-bag']) {
      await person.goTo(`${server.url}/kits/${kit}/stage?part=print&form=frames`);
      await person.page.waitForSelector('.frames_frames li');
      const pages = await printedPages(person.page);
      expect(pages.length, kit).toBeLessThanOrEqual(2);
      for (const { wMm } of pages) expect(wMm).toBeCloseTo(148, 0);
    }
    await person.goTo(`${server.url}/kits/helm-vest/stage?part=print&form=sheet`);
    await person.sees('Number 1 goes in first');
    await person.page.emulateMediaType('print');
    for (const hidden of ['.shell_topBar', '.kit_bar', '.spine_spine', '.kit_foot'])
      expect(await person.page.$eval(hidden, (node) => getComputedStyle(node).display)).toBe('none');
    await person.page.emulateMediaType(null);
  });

  it('tablets are booked out of their packet into a tube, and stand in the key with their date', async () => {
    const sugar = async () => (await draftOf('committee-bag')).units.filter(({ kind }) => kind === 'sugar-tablets');
    const [packet] = await sugar();
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=repacking`);
    await person.sees('2 tubes of 4');
    await person.press('Book one tube out');
    await person.saved();
    const [rest, tube] = await sugar();
    expect([rest.piecesUsed, tube.piecesUsed]).toEqual([packet.piecesUsed + 4, 6]);
    expect([tube.lot, tube.expiresOn]).toEqual([packet.lot, packet.expiresOn]);
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=print&form=medicines`);
    await person.sees('4 tablets');
    await person.sees('6 tablets');
  });

  it('things are bundled into a module, which is fitted as one and taken apart again', async () => {
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=modules`);
    await person.press('Make a module');
    await person.type('Name', 'Wound care');
    const boxes = await person.page.$$('.stage_moduleChoices input');
    await boxes[0].click();
    await boxes[1].click();
    await person.press('Done');
    await person.page.waitForSelector(text(' g'));
    await person.saved();
    const { modules } = await draftOf('committee-bag');
    expect(modules).toMatchObject([{ name: 'Wound care' }]);
    expect(modules[0].unitIds).toHaveLength(2);
    await person.isAccessible('modules');
    await person.goTo(`${server.url}/kits/committee-bag/fit`);
    await person.page.waitForSelector('.fit_reachList ::-p-text(Module: Wound care)', { visible: true });
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=modules`);
    await person.choose('Move Wound care to another kit', 'Helm’s vest kit');
    await expect.poll(async () => (await draftOf('committee-bag')).modules).toEqual([]);
    expect((await draftOf('helm-vest')).modules).toMatchObject([{ name: 'Wound care' }]);
    // The same again, as things of their own.
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=modules`);
    await person.choose('Make one as in another kit', 'Wound care, as in Helm’s vest kit');
    await expect.poll(async () => (await draftOf('committee-bag')).modules[0]?.unitIds.length).toBe(2);
    await person.press('Label');
    await person.sees('Label of Wound care');
    await person.page.keyboard.press('Escape');
    await person.press('Take apart');
    await expect.poll(async () => (await draftOf('committee-bag')).modules).toEqual([]);
  });

  it('a module that lost a thing says so, is filled from stores with one press, and may be called whole as it is', async () => {
    const things = [thing('module-dressing', 'pressure-dressing'), thing('module-gloves', 'gloves', 2)];
    const pattern = things.map(({ kind, count }) => ({ kind, count }));
    const modules = [{ id: 'bleeding', name: 'Bleeding', unitIds: things.map(({ id }) => id), pattern }];
    await fill('belt-kit', { units: things, modules });
    await api('/api/units/module-dressing/move', 'POST', { version: 1, to: 'discarded' });
    await person.goTo(`${server.url}/kits/belt-kit/stage?part=modules`);
    await person.sees('Not whole:');
    await person.sees('1 × Pressure dressing 100 mm missing.');
    await person.press('Fill from stores');
    await person.sees('1 taken from stores: whole again.');
    const after = await api('/api/kits/belt-kit');
    const filled = after.units.find(({ kind }) => kind === 'pressure-dressing');
    expect(after.modules[0].unitIds).toContain(filled.id);
    // Of the spares that outlast the next inspection and the lead time (92 days) the one that lapses first (in 96).
    expect(filled.lot).toBe('PD-33');
    const gloves = after.units.find(({ kind }) => kind === 'gloves');
    await api(`/api/units/${gloves.id}/move`, 'POST', { version: gloves.version, to: 'discarded' });
    await person.goTo(`${server.url}/kits/belt-kit/stage?part=modules`);
    await person.sees('Not whole:');
    await person.press('It is whole as it is');
    await person.saved();
    expect((await api('/api/kits/belt-kit')).modules[0].pattern.map(({ kind }) => kind)).toEqual(['pressure-dressing']);
  });

  it('tablets are repacked with their original date, and a vacuum bag is cut from the roll', async () => {
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=repacking`);
    await person.type('Tablets', '6');
    await person.sees('two seals 12 mm');
    await person.type('Name', 'Pain relief tablets');
    await person.type('Dose of one', '500 mg');
    await person.type('Use by, as printed on the original', '2027-09-30');
    await person.sees('6 × 500 mg');
    await person.sees('use by 30 Sep 2027');
    await fill('committee-bag', {
      containerId: 'vacuum-roll',
      units: [thing('vac-strap', 'windlass-tourniquet'), thing('vac-dressing', 'pressure-dressing'), thing('vac-blanket', 'foil-blanket')],
    });
    await person.goTo(`${server.url}/kits/committee-bag/stage?part=vacuum`);
    await person.sees('off the roll');
    await person.sees('It goes round');
    await person.isAccessible('vacuum');
  });
});
