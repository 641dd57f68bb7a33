// What is with a person in a situation, and in how many seconds; who carries what.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by, printedPages } from './page.mjs';

const scene = withCrew();

/** The text of a need's lane, once the page has worked it out. */
const laneOf = (name) =>
  scene.person.page.$$eval(
    '.lanes_lanes tbody tr',
    (rows, wanted) => {
      const row = rows.find((one) => one.textContent.startsWith(wanted));
      return [row?.textContent ?? '', ...[...(row?.querySelectorAll('button') ?? [])].map((dot) => dot.getAttribute('aria-label'))].join(
        ' | ',
      );
    },
    name,
  );
const laneSays = (name, ...parts) =>
  scene.person.waitFor(
    (wanted, words) => {
      const row = [...document.querySelectorAll('.lanes_lanes tbody tr')].find((one) => one.textContent.startsWith(wanted));
      const dots = [...(row?.querySelectorAll('button') ?? [])].map((dot) => dot.getAttribute('aria-label')).join(' | ');
      const said = `${row?.textContent ?? ''} ${dots}`.replaceAll('\u00a0', ' ');
      return words.every((part) => said.includes(part));
    },
    name,
    parts,
  );
/** A tab of the drawer; its letters are capitals on the screen and to the ear. */
const turnTo = (name) => scene.person.page.locator(`.parts_drawerTabs ::-p-text(${name})`).click();
const open = async (id) => {
  await scene.person.goTo(`${scene.server.url}/carry?loadout=${id}`);
  await scene.person.page.waitForSelector('.lanes_laneKit');
};

describe('a loadout', () => {
  it('shows each need in seconds within its window; what is moved too far off comes too late', async () => {
    const { person } = scene;
    await open('ashore');
    await laneSays('M packing gauze', 'full', 'Boathouse wall box');
    await turnTo('Contents');
    await person.press('Take Tow vehicle panel out of the loadout');
    await person.waitFor(() => document.querySelectorAll('.carry_kits li').length === 2);
    await person.type('Metres away: Boathouse wall box', '600');
    await laneSays('S cutter', 'gap 0 of 1', 'too late');
    expect((await laneOf('R breath barrier')).replaceAll('\u00a0', ' ')).toMatch(
      /Boathouse wall box, Breath barrier, folded: 8 min \d+ s, too late/,
    );
    await person.sees('Too late:');
    await person.waitFor(async () => {
      const { loadouts } = await (await fetch('/api/loadouts')).json();
      const kits = loadouts.find(({ id }) => id === 'ashore').data.kits.map(({ kitId, distanceM }) => `${kitId} ${distanceM}`);
      return kits.join() === 'shore-wallet 0,wall-box 600';
    });
  });

  it('loses what hangs on clothes that come off, and says in the same moment what falls away', async () => {
    const { person } = scene;
    await open('bow-crew');
    await laneSays('M tourniquets', 'full', 'Bow crew belt pouch');
    await turnTo('Contents');
    await person.press('belt');
    await person.press('life vest');
    await person.sees('Bow crew belt pouch falls away: needs belt.');
    await person.sees('Bow crew vest pocket falls away: needs life vest.');
    await laneSays('S gloves', 'Helm’s vest kit');
    expect(await laneOf('M tourniquets')).not.toContain('Bow crew belt pouch');
    await person.press('belt');
    await person.waitFor(() => !document.body.textContent.includes('belt pouch falls away'));
    await laneSays('M tourniquets', 'Bow crew belt pouch');
    // Each step goes back and comes again, by button and by key, and all of it is saved.
    await person.press('Undo');
    await person.sees('Bow crew belt pouch falls away: needs belt.');
    await person.page.focus('h1');
    await person.page.keyboard.press('z');
    await person.page.keyboard.press('z');
    await person.waitFor(() => !document.body.textContent.includes('falls away'));
    await person.press('Redo');
    await person.sees('falls away');
    await person.press('Undo');
    await person.sees('all saved');
  });

  it('has its kits on a figure: one is picked up, carried by arrow keys, and put into another place', async () => {
    const { person } = scene;
    await open('ferry');
    const pouch = await person.page.waitForSelector(by('Move Bow crew belt pouch, belt side', 'button'), { visible: true });
    await pouch.focus();
    await person.page.keyboard.press('Enter');
    await person.page.waitForSelector(by('Put it down: Belt side', 'button'));
    // To the right as far as the back, then up or down from whatever is met there.
    const heldOver = () => person.page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
    const toSmallOfBack = async () => {
      for (const key of [
        ...Array(6).fill('ArrowRight'),
        'ArrowUp',
        'ArrowLeft',
        'ArrowUp',
        'ArrowDown',
        'ArrowDown',
        'ArrowRight',
        'ArrowUp',
      ]) {
        const over = await heldOver();
        if (over.startsWith('Put it down: Small of back')) return;
        const isAtBack = /Back pocket|Pack lid/.test(over);
        await person.page.keyboard.press(key === 'ArrowRight' && isAtBack ? 'ArrowUp' : key);
        await person.waitFor((before) => document.activeElement?.getAttribute('aria-label') !== before, over).catch(() => undefined);
      }
    };
    await toSmallOfBack();
    await person.sees('small of back');
    await person.sees('too thick');
    await person.page.keyboard.press('Escape');
    await person.seesNamed('Move Bow crew belt pouch, belt side', 'button');
    await (await person.page.$(by('Move Bow crew belt pouch, belt side', 'button'))).focus();
    await person.page.keyboard.press('Enter');
    await person.page.waitForSelector(by('Put it down: Belt side', 'button'));
    await toSmallOfBack();
    await person.page.keyboard.press('Enter');
    await person.seesNamed('Move Bow crew belt pouch, small of back', 'button');
    await person.waitFor(async () => {
      const { loadouts } = await (await fetch('/api/loadouts')).json();
      return loadouts.find(({ id }) => id === 'ferry').data.kits[0].positionId === 'small-of-back';
    });
    // The kit itself is carried as before in every other loadout.
    expect((await scene.api('/api/kits/belt-kit')).positionId).toBe('belt-side');
  });

  it('tells what a check keeps back, what would help, and what can stay at home', async () => {
    const { person } = scene;
    await open('ferry');
    await person.sees('Stays behind at the check');
    await person.sees('cutter: full → gap, 0 of 1');
    // What the check would take is no help beyond it.
    expect(await person.page.$('::-p-text(Shears, full size into)')).toBe(null);
    await open('driving-home');
    await person.sees('into Tow vehicle panel');
    await open('ferry');
    await person.press('Leave at home');
    await person.sees('loses nothing in any loadout');
    await person.sees('Spare in this loadout');
    await person.press('Spare in this loadout');
    await person.sees('in this loadout.');
  });

  it('counts own things, and one that somebody has made up', async () => {
    const { person } = scene;
    await open('driving-home');
    await laneSays('S cutter', '0 of 1');
    await turnTo('Contents');
    await person.choose('Add something of your own', 'Something else');
    await person.type('What it is', 'Belt cutter');
    await person.choose('Add a need that it serves', 'S cutter');
    await laneSays('S cutter', 'thin', 'your own: 4 s, improvised');
    await person.choose('Grade of Belt cutter for cutter', 'primary');
    await laneSays('S cutter', 'full');
  });

  it('is made, filled, told of where somebody else has the kit too, seen in the horizon, and taken away', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry`);
    await person.press('New');
    await person.sees('no kit is in it yet');
    await person.choose('Add a kit', 'Helm’s vest kit');
    await person.seesNamed('Metres away: Helm’s vest kit', 'textbox');
    await person.choose('Whose', 'Tomas Arnhold');
    await person.sees('a kit is in one place at a time');
    await person.type('Name', 'Borrowed vest');
    await person.waitFor(() =>
      [...document.querySelectorAll('.carry_choice b')].some(({ textContent }) => textContent === 'Borrowed vest'),
    );
    await new Promise((resolve) => setTimeout(resolve, 800));
    await person.goTo(`${scene.server.url}/upkeep?view=table&of=loadout`);
    await person.sees('Borrowed vest');
    await open('loadout');
    await turnTo('Contents');
    await person.press('Delete this loadout');
    await person.waitFor(() =>
      [...document.querySelectorAll('.carry_choice b')].every(({ textContent }) => textContent !== 'Borrowed vest'),
    );
    expect((await scene.api('/api/kits/helm-vest')).name).toBe('Helm’s vest kit');
    expect(await person.page.$(by('Borrowed vest', 'button'))).toBeNull();
  });
});

describe('seconds to hand', () => {
  it('open to their terms; a time taken with the stopwatch replaces them, and can be taken out', async () => {
    const { person } = scene;
    await open('committee-boat');
    await person.page.locator('[aria-label^="Committee boat bag, Windlass"]').click();
    await person.sees('drawing it: boat locker');
    await person.sees('Planning values, not measured.');
    await person.press('Start the stopwatch');
    await new Promise((resolve) => setTimeout(resolve, 700));
    await person.press('Stop: it is in my hand');
    const keep = await person.page.waitForSelector('::-p-text(Keep )', { visible: true });
    const taken = await keep.evaluate((node) => /Keep (\d\.\d s)/.exec(node.textContent)[1]);
    await person.page.locator(by(`Keep ${taken}`, 'button')).click();
    await person.sees('measured, median of the last 1');
    await person.sees('Measured by you');
    expect(await person.page.$eval('.lanes_terms tfoot td', (cell) => cell.textContent)).toBe(taken);
    await person.press(`Take ${taken} out`);
    await person.sees('drawing it: boat locker');
  });

  it('follow planning values that are changed, and go back with them', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry/values`);
    await person.type('latched case', '65');
    await person.sees('shipped: 5');
    await person.press('Save values');
    await person.sees('1 changed here.');
    await open('committee-boat');
    await laneSays('R chest seals', 'Console case');
    expect((await scene.api('/api/reach/plan')).data.values).toEqual({ openLatchedCaseS: 65 });
    await person.goTo(`${scene.server.url}/carry/values`);
    await person.press('Set all back');
    await person.sees('All as shipped.');
  });

  it('stand side by side for kits and loadouts', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry/side-by-side?with=loadout:on-the-water&with=kit:wall-box`);
    await person.choose('Put another beside them', 'Ashore, in shorts');
    await person.waitFor(() => document.querySelectorAll('.pages_sideTable thead th').length === 4);
    await person.waitFor(() => !document.querySelector('.pages_sideTable').textContent.includes('…'));
    const rows = await person.page.$$eval('.pages_sideTable tbody tr', (all) =>
      all.map(({ textContent }) => textContent.replaceAll('\u00a0', ' ')),
    );
    expect(rows.find((row) => row.startsWith('thickest'))).toMatch(/\d mm/);
    expect(rows.find((row) => row.startsWith('M tourniquets'))).toMatch(/full\s*\d+ · \d+ s/);
    expect(person.page.url()).toContain('with=loadout%3Aashore');
  });
});

describe('the crew', () => {
  it('has a week: a kit that would be in two places is told; today’s loadouts stand on Muster and lead to their take list', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry/week`);
    await person.sees('would be in two places: Ashore, in shorts and Committee boat, Thursday.');
    await person.press('Ruth Pellow, Thursday: without Committee boat');
    await person.sees('No kit would be in two places at once.');
    await person.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await person.goTo(scene.server.url);
    const today = await person.page.waitForSelector('.muster_today a', { visible: true });
    await today.click();
    await person.sees('to take');
    await person.sees('not ready');
    await person.isAccessible('take list');
    await person.fitsAcross('take list');
    const leave = await person.page.waitForSelector('.take_foot button', { visible: true });
    // Nobody confirms as whole what is not ready.
    expect(await leave.evaluate((node) => node.textContent)).toMatch(/^Leave with \d+ kits? not ready$/);
    await leave.click();
    await person.sees('All of it is on you; not ready:');
  });

  it('is told of kits, added to, and has a plan of places whose marks move by keys and by the pointer', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/crew`);
    // One after the other, as fast as a hand is: the second stands on the first.
    await person.press('Ruth Pellow has been told of Console case', 'checkbox');
    await person.press('Ruth Pellow has been told of Bow crew belt pouch', 'checkbox');
    await person.waitFor(async () => {
      const { people } = await (await fetch('/api/people')).json();
      const { told } = people.find(({ id }) => id === 'ruth');
      return told.includes('console-case') && told.includes('belt-kit');
    });
    await person.press('Add person');
    await person.press('Add to the crew');
    await person.sees('Give a name.');
    await person.type('Name', 'Nils Okeburn');
    await person.press('chest seal', 'checkbox');
    await person.press('Add to the crew');
    await person.sees('Nils Okeburn');
    const boathouse = await person.page.waitForSelector(by('Boathouse; arrow keys move it', 'button'));
    await boathouse.focus();
    for (let step = 0; step < 4; step += 1) await person.page.keyboard.press('ArrowLeft');
    await person.press('Save plan');
    await person.waitFor(async () => {
      const { data } = await (await fetch('/api/places')).json();
      return data.spots.find(({ id }) => id === 'boathouse').xM === 210;
    });
    // Kept here as well, not only there: what is said of it may move what stands below.
    await person.waitFor(() => [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Save plan').disabled);
    const sheet = await person.page.$eval('.crew_plan', (plan) => plan.getBoundingClientRect().width);
    const mark = await (await person.page.waitForSelector(by('Boathouse; arrow keys move it', 'button'))).boundingBox();
    const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2];
    await person.page.mouse.move(x, y);
    await person.page.mouse.down();
    await person.page.mouse.move(x + 40, y, { steps: 4 });
    // What comes and goes on the page meanwhile is no reason to lag behind the hand.
    await person.page.evaluate(() => document.body.appendChild(document.createElement('i')).remove());
    await person.page.mouse.move(x + 80, y, { steps: 4 });
    // A hand goes on until it sees the mark there: on a busy machine the drag begins after the first moves.
    await expect
      .poll(async () => {
        await person.page.mouse.move(x + 79, y);
        await person.page.mouse.move(x + 80, y);
        return Math.abs((await boathouse.boundingBox()).x - mark.x - 80);
      })
      .toBeLessThan(2);
    await person.page.mouse.up();
    await person.press('Save plan');
    await person.waitFor(
      async (expected) => {
        const { data } = await (await fetch('/api/places')).json();
        return Math.abs(data.spots.find(({ id }) => id === 'boathouse').xM - expected) < 2;
      },
      210 + (80 / sheet) * 1000,
    );
  });

  it('prints one sheet for the wall, and a card for each person', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/crew/sheet`);
    await person.sees('Where is the kit?');
    await person.sees('Safety boat, under seat or console');
    const sizes = async () => (await printedPages(person.page)).map(({ wMm, hMm }) => [Math.round(wMm), Math.round(hMm)]);
    expect(await sizes()).toEqual([[210, 297]]);
    await person.goTo(`${scene.server.url}/crew/sheet?person=isla`);
    await person.sees('Knows where to fetch');
    expect(await sizes()).toEqual([[105, 148]]);
  });
});
