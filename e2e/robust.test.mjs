// What must not be lost: the server going away while somebody works, the tab being closed, the thing taken off by mistake.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startBrowser } from './browser.mjs';
import { Person } from './page.mjs';
import { readCaution, startServer } from './server.mjs';

let server;
let browser;
let close;
const api = async (path) => (await fetch(server.url + path)).json();

async function newPerson() {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  return new Person(page);
}
/** The browser's own words about a server that is away are not errors of the page. */
const otherErrors = (person) =>
  person.errors.filter((message) => !/ERR_CONNECTION_REFUSED|Failed to load resource|when fetching the script/.test(message));

beforeAll(async () => {
  server = await startServer();
  await readCaution(server.url);
  ({ browser, close } = await startBrowser());
});
afterAll(async () => {
  await close?.();
  await server?.stop();
  server?.remove();
});

const restart = async () => {
  const { folder, port } = server;
  server = await startServer({ folder, port });
};

describe('the server goes away', () => {
  it('what was laid out stays on the sheet, the screen says so, and trying again saves it', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/kits/belt-kit/bench`);
    await person.sees('massive bleeding');
    await server.stop('SIGKILL');
    await person.search('headlamp');
    await person.press('Add Headlamp');
    await person.sees('not saved');
    await person.sees('does not answer');
    await restart();
    await person.press('Try again');
    await person.saved();
    expect((await api('/api/kits/belt-kit')).units.map(({ kind }) => kind)).toContain('headlamp');
    expect(otherErrors(person)).toEqual([]);
    await person.page.close();
  });

  it('before a part came that the page can do without, and what is laid out stays; the part comes later', async () => {
    const person = await newPerson();
    const { page } = person;
    let isAway = true;
    await page.setRequestInterception(true);
    page.on('request', (request) => (isAway && /\/Palette-[^/]*\.js$/.test(request.url()) ? request.abort() : request.continue()));
    await person.goTo(`${server.url}/kits/belt-kit/bench`);
    await person.sees('massive bleeding');
    await page.waitForRequest((request) => request.url().includes('/Palette-'));
    await person.search('headlamp');
    isAway = false;
    await page.waitForResponse((response) => response.url().includes('/Palette-') && response.ok());
    await page.close();
  });

  it('a use that was tapped is kept in the browser, sent once when the server is back, and not twice', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/use/console-case`);
    await person.sees('Call for help first');
    await server.stop('SIGKILL');
    await person.page.keyboard.press('1');
    await person.page.keyboard.press('1');
    await person.sees('2 entries are kept in this browser');
    await restart();
    await person.page.reload({ waitUntil: 'networkidle2' });
    await person.sees('all 2 entries are kept by the server');
    const { logs } = await api('/api/use-logs');
    expect(logs).toMatchObject([{ kitId: 'console-case', isOpen: true, entryCount: 2 }]);
    // Nothing leaves the kit before somebody says what became of it; the kit says that it waits for that.
    const kit = await api('/api/kits/console-case');
    expect(kit.units.find(({ kind }) => kind === 'windlass-tourniquet').count).toBe(3);
    expect(kit.openUse.logId).toBe(logs[0].id);
    expect(otherErrors(person)).toEqual([]);
    await person.page.close();
  });

  it('a page that is opened while it is away says what to do', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/stores`);
    await server.stop('SIGKILL');
    await person.follow('Upkeep');
    await person.sees('The server does not answer. Is it still running?');
    await restart();
    await person.follow('Back to Muster');
    await person.sees('Next, in date order');
    await person.page.close();
  });
});

describe('the tab is closed', () => {
  it('right after an edit, and the edit is there all the same', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/kits/wall-box/bench`);
    await person.search('oximeter');
    await person.press('Add Finger oximeter');
    await person.page.goto('about:blank');
    // A page that is closed by the debugger at once is ended before it can say anything; one that is left may.
    await expect.poll(async () => (await api('/api/kits/wall-box')).units.map(({ kind }) => kind)).toContain('finger-oximeter');
    await person.page.close();
  });
});

describe('the Bench by keys', () => {
  it('changes how a thing lies, counts, takes it off, and takes it back by undo', async () => {
    const person = await newPerson();
    const unit = async (id) => (await api('/api/kits/committee-bag')).units.find((candidate) => candidate.id === id);
    await person.goTo(`${server.url}/kits/committee-bag/bench`);
    await person.pick('.bench_thing ::-p-text(Pressure dressing 100 mm)');
    await person.page.keyboard.press('w');
    await person.saved();
    await expect.poll(async () => (await unit('committee-bag-04')).state).toBe('outerOff');
    await person.page.keyboard.press('+');
    await expect.poll(async () => (await unit('committee-bag-04')).count).toBe(3);
    await person.page.keyboard.press('-');
    await expect.poll(async () => (await unit('committee-bag-04')).count).toBe(2);
    await person.page.keyboard.press('Delete');
    await expect.poll(() => unit('committee-bag-04')).toBeUndefined();
    const stored = (await api('/api/stores')).units.find(({ id }) => id === 'committee-bag-04');
    expect(stored).toMatchObject({ place: 'stores', lot: 'PD-31', count: 2 });
    await person.press('Undo');
    await expect.poll(async () => (await unit('committee-bag-04'))?.count).toBe(2);
    await person.press('Redo');
    await expect.poll(() => unit('committee-bag-04')).toBeUndefined();
    await person.page.keyboard.press('z');
    await expect.poll(async () => (await unit('committee-bag-04'))?.lot).toBe('PD-31');
    expect(person.errors).toEqual([]);
    await person.page.close();
  });

  it('an empty place on the sheet shows what would fill it', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/kits/helm-vest/bench`);
    await person.page.locator('.bench_gapBox ::-p-text(breath barrier)').click();
    await person.sees('for breath barrier');
    await person.seesNamed('Add Breath barrier, folded', 'button');
    await person.press('Add Breath barrier, folded');
    await person.sees('No gap for one casualty');
    await person.sees('date not read');
    expect(person.errors).toEqual([]);
    await person.page.close();
  });
});

describe('judgement on the Bench', () => {
  it('gives the reason, mends at one press, and undo brings it back', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/kits/tow-panel/bench`);
    await person.page.locator('.parts_drawerTabs ::-p-text(Judgement)').click();
    await person.sees('Windlass tourniquet is suspect');
    await person.sees('(last good 05 Nov 2026)');
    await person.isAccessible('judgement');
    const units = async () => (await api('/api/kits/tow-panel')).units.map(({ id }) => id);
    await person.page.locator('.judgement_finding[data-severity="stop"] ::-p-text(Take it out)').click();
    await person.waitFor(() => !document.body.textContent?.includes('Windlass tourniquet is suspect'));
    await expect.poll(units).not.toContain('tow-panel-01');
    await person.press('Undo');
    await person.sees('Windlass tourniquet is suspect');
    await expect.poll(units).toContain('tow-panel-01');
    expect(person.errors).toEqual([]);
    await person.page.close();
  });
});

describe('a kit ends', () => {
  it('only after asking, and its things go to the stores', async () => {
    const person = await newPerson();
    await person.goTo(`${server.url}/kits/shore-wallet/brief`);
    await person.press('Retire this kit');
    await person.press('Keep it');
    await person.press('Retire this kit');
    await person.press('Retire it');
    await person.sees('Next, in date order');
    const { kits } = await api('/api/kits');
    expect(kits.map(({ id }) => id)).not.toContain('shore-wallet');
    const { units } = await api('/api/stores');
    expect(units.map(({ id }) => id)).toEqual(expect.arrayContaining(['shore-wallet-01', 'shore-wallet-05']));
    await person.goTo(`${server.url}/kits/shore-wallet/bench`);
    await person.sees('There is no kit');
    await person.page.close();
  });
});
