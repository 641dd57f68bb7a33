// Drill on a phone and by keys: a kit as it is packed is opened and pointed at, and what was found plans the next day.
import { expect, it } from 'vitest';
import { withCrew } from './crew.mjs';

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
  await person.sees('Never measured like this');
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
  await person.sees('the median of the last 2');
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
