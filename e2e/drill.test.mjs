// Drill on a phone and by keys: a kit as it is packed is opened and pointed at, and what was found plans the next day.
import { expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { printedPages } from './page.mjs';
import { startServer } from './server.mjs';

const scene = withCrew();

const onPhone = async () => {
  const { page } = scene.person;
  await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  await page.evaluate(() => localStorage.setItem('ivrak.person', 'ruth'));
};

it('finds the things of a packed kit, one after a wrong answer and one that has to be shown', async () => {
  const { person, server, api } = scene;
  const { page } = person;
  await person.goTo(`${server.url}/day`);
  await onPhone();
  await person.goTo(`${server.url}/day`);
  await person.sees('again');
  await page.locator('a[href="/drill/helm-vest"]').click();
  await person.sees('of 12 in it');
  await person.fitsAcross('before a drill');
  await person.press('All of it');
  const called = () => page.$eval('h2', (node) => node.textContent);
  const first = await called();
  await person.press('Open the kit');
  // Nothing in the drawing says what a thing is.
  const said = await page.$$eval('[aria-label="In the kit"] *', (all) =>
    all.map((one) => one.textContent + (one.ariaLabel ?? '')).join(' '),
  );
  expect(said.replaceAll(/place \d+| /g, '')).toBe('');
  await person.isAccessible('a kit that is open');
  // By keys: one place after another until it is the right one.
  const places = await page.$$('[aria-label^="place "]');
  let misses = -1;
  for (const place of places) {
    await place.evaluate((node) => node.focus());
    await page.keyboard.press('Enter');
    misses += 1;
    if ((await page.$('::-p-text(There:)')) !== null) break;
  }
  await person.sees('There:');
  await person.press('Next');
  expect(await called()).not.toBe(first);
  await person.press('Show me');
  await person.sees('It lies here.');
  await person.isAccessible('a thing that is shown');
  // What is left before the end is kept as well.
  await page.goBack();
  await expect.poll(async () => (await api('/api/drills')).drills.at(-1)?.answers.map(({ isFound }) => isFound)).toEqual([true, false]);
  const { personId, kitId, answers } = (await api('/api/drills')).drills.at(-1);
  expect([personId, kitId, answers[0].misses]).toEqual(['ruth', 'helm-vest', misses]);
});

it('takes the thing in the hand by a big button and by the space bar, and Carry reckons with it', async () => {
  const { person, server, api } = scene;
  const { page } = person;
  await person.goTo(`${server.url}/drill/helm-vest/hands`);
  await person.sees('Never measured like this: Carry goes by planning values, planned');
  await person.isAccessible('hands');
  for (let round = 0; round < 2; round += 1) {
    await person.press('Start');
    await new Promise((resolve) => setTimeout(resolve, 400));
    await page.evaluate(() => document.activeElement.blur());
    await page.keyboard.press('Space');
    await person.sees('Open');
    await person.press('Stop here');
    await person.press('Keep it');
    await person.sees('Kept');
  }
  await person.sees('the median of the last 2; planned');
  const { times } = await api('/api/carry');
  expect(times.filter(({ kitId, who }) => kitId === 'helm-vest' && who === 'ruth')).toHaveLength(2);
});

it('shows who of the crew finds what, on a phone and on paper', async () => {
  const { person, server } = scene;
  await person.goTo(`${server.url}/drill?kit=helm-vest`);
  await person.sees('Tomas Arnhold');
  await person.fitsAcross('who finds what, on a phone');
  await person.isAccessible('who finds what');
  await person.sees('move it or practise');
});

it('takes what an event asks for, by thumb and by keys, until the second casualty runs short', async () => {
  const { person, server, api } = scene;
  const { page } = person;
  await person.goTo(`${server.url}/day`);
  await onPhone();
  await person.goTo(`${server.url}/drill/belt-kit/order?event=4`);
  await person.press('Read the event');
  await person.sees('Two are hurt');
  await person.fitsAcross('an event on a phone');
  await person.isAccessible('an event');
  // The school of this kit packs before it straps.
  await person.press('Flat metal-windlass tourniquet');
  await person.sees('tourniquets for the first');
  await person.press('Compressed plain gauze 2 there');
  await person.page.locator('label ::-p-text(For the second)').click();
  await person.tabTo('Foil blanket');
  await page.keyboard.press('Enter');
  await person.sees('it closes nothing that is open for the second');
  await person.tabTo('Compressed plain gauze');
  await page.keyboard.press('Enter');
  await person.sees('packing gauze for the second');
  await person.press('Nothing more helps');
  await person.sees('1 out of order, 1 that closed nothing');
  await person.sees('The second is left without 1 tourniquet');
  await person.fitsAcross('how an order went');
  await person.isAccessible('how an order went');
  await expect.poll(async () => (await api('/api/drills')).drills.at(-1)?.way).toBe('order');
  const { ordered, answers } = (await api('/api/drills')).drills.at(-1);
  expect([ordered.idle, ordered.outOfOrder, ordered.ranOut]).toEqual([1, 1, [[], ['M.limb', 'S.hands']]]);
  expect(answers.map(({ casualty, need }) => [casualty, need])).toEqual([
    [0, 'M.limb'],
    [0, 'M.pack'],
    [1, null],
    [1, 'M.pack'],
  ]);
});

it('takes from all kits that are carried as one', async () => {
  const { person, server } = scene;
  await person.goTo(`${server.url}/drill/pier-pouch/order?event=1`);
  await person.press('Read the event');
  await person.sees('Pier tourniquet');
  await person.moveTo('/drill/pier-pouch');
  await person.press('All of it');
  await person.seesNamed('It is in Pier tourniquet', 'button');
});

it('counts what was found in a real use, where the person says so in the debrief', async () => {
  const { person, server, api } = scene;
  await person.goTo(`${server.url}/day`);
  await person.page.evaluate(() => localStorage.setItem('ivrak.person', 'tomas'));
  await person.goTo(`${server.url}/use/belt-kit`);
  await person.page.locator('button ::-p-text(Compressed plain gauze)').click();
  const logId = async () => (await api('/api/kits')).kits.find(({ id }) => id === 'belt-kit').openUse?.logId;
  await expect.poll(logId).toBeDefined();
  await person.goTo(`${server.url}/debrief/${await logId()}`);
  await person.page.locator('label ::-p-text(Tomas Arnhold went straight to it)').click();
  await person.isAccessible('a debrief that asks what was found');
  await person.press('Debriefed: on to restocking');
  await expect.poll(async () => (await api('/api/drills')).drills.at(-1)?.way).toBe('use');
  expect((await api('/api/drills')).drills.at(-1)).toMatchObject({
    personId: 'tomas',
    kitId: 'belt-kit',
    answers: [{ kind: 'plain-gauze' }],
  });
});

it('prints on one page who fetches which kit from where, with what comes too late', async () => {
  const { person, server } = scene;
  await person.goTo(`${server.url}/drill/crew?at=slipway`);
  await person.sees('It happens at: Slipway');
  await person.sees('Safety boat, 189 m by boat');
  await person.sees('nobody is free');
  await person.sees('late:');
  const pages = await printedPages(person.page);
  expect(pages.map(({ wMm, hMm }) => [Math.round(wMm), Math.round(hMm)])).toEqual([[210, 297]]);
});

it('says on the kit what somebody does not find where it lies', async () => {
  const { person, server } = scene;
  await person.goTo(`${server.url}/kits/helm-vest/bench`);
  await person.page.locator('button ::-p-text(Judgement)').click();
  await person.sees('it lies behind');
  await person.sees('Move it or practise');
});

it('closes a need on the day on which the course for it lapses, and tells it beforehand', async () => {
  const { person, server } = scene;
  const { page } = person;
  await person.goTo(`${server.url}/settings`);
  await person.choose('Warn for', 'no time: close at once');
  await person.moveTo('/kits/console-case/brief');
  await person.sees('good until 20 Dec 2026');
  await person.page.locator('a[href="/crew?edit=isla"]').click();
  await person.type('Issued on', '2024-11-25');
  await person.sees('Good until 25 Nov 2026');
  await person.isAccessible('courses of a person');
  await person.press('Save');
  await person.moveTo('/upkeep');
  await person.sees('A airway tubes');
  await person.sees('in Console case on 26 Nov 2026');
  const calendar = await (await fetch(`${server.url}/api/calendar.ics`)).text();
  expect(calendar.replaceAll('\r\n ', '')).toContain('Isla Vethrin: course “Trauma first aid afloat” lapses');
  await person.moveTo('/kits/console-case/brief');
  await person.sees('good until 25 Nov 2026');
  await person.sees('one per casualty, one of each size');
  // The next morning.
  await page.goto('about:blank');
  await server.stop();
  scene.server = await startServer({ folder: server.folder, env: { IVRAK_TODAY: '2026-11-26' } });
  await person.goTo(`${scene.server.url}/kits/console-case/brief`);
  await person.sees('nobody in this brief is trained for a tube');
  await person.sees('Isla Vethrin’s course lapsed on 26 Nov 2026');
  await person.sees('lapsed: was good until 25 Nov 2026');
});
