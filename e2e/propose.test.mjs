// What to put in: a newcomer from nothing to an order, an expert with a pocket and a purse, and a kit filled again from what is owned.
import { describe, expect, it } from 'vitest';
import { thing, withCrew } from './crew.mjs';
import { by, text } from './page.mjs';

const scene = withCrew();
const { api } = scene;
const kitNamed = async (name) => (await api('/api/kits')).kits.find((kit) => kit.name === name);

/** Until proposals are there and nothing is worked out any more. */
const settled = (person) => person.waitFor(() => document.querySelector('.propose_cards[aria-busy="false"] .propose_card') !== null);
const sumsOf = (person) =>
  person.page.$$eval('.propose_card', (cards) =>
    cards.map((card) => ({
      head: card.getAttribute('aria-label'),
      money: Number.parseFloat(card.querySelector('dd')?.textContent ?? ''),
      thick: Number.parseFloat([...card.querySelectorAll('dd')].find((sum) => sum.textContent?.includes('mm'))?.textContent ?? ''),
      held: Number(card.textContent?.match(/Holds (\d+) of/)?.[1]),
      things: [...card.querySelectorAll('li > span')].map((one) => one.textContent ?? ''),
    })),
  );

describe('a proposal', () => {
  it('leads a newcomer from a situation to an order in under ten presses', async () => {
    const { person, server } = scene;
    let presses = 0;
    const press = async (name, role) => {
      presses += 1;
      await person.press(name, role);
    };
    await person.goTo(server.url);
    await press('New kit');
    await person.type('Name', 'Gate pouch');
    presses += 2;
    await person.choose('Situation', 'Every day, in a pocket');
    await press('Make it, and propose what to put in');
    await settled(person);
    await person.isAccessible('proposals');
    const [first] = await sumsOf(person);
    expect(first.held).toBeGreaterThan(2);
    await press('Lay it out');
    const counted = first.things.reduce((sum, name) => sum + Number(name.match(/^(\d+) ×/)?.[1] ?? 1), 0);
    await person.seesNamed(`planned ${counted}`, 'button');
    await person.saved();
    const { id } = await kitNamed('Gate pouch');
    const stored = await api(`/api/kits/${id}`);
    expect(stored.units).toEqual([]);
    expect(stored.planned.length).toBe(first.things.length);
    // One undo takes it back.
    await person.press('Undo');
    await person.seesNamed('Propose what to put in', 'link');
    await person.press('Redo');
    await person.saved();
    await press('Buy', 'link');
    await person.sees('no way to order is cheaper');
    const suppliers = await person.page.$$eval('.buying_plan button', (buttons) =>
      buttons.map((button) => button.getAttribute('aria-label') ?? '').filter((name) => name.endsWith('is placed')),
    );
    await press(suppliers[0]);
    await expect.poll(async () => (await api('/api/orders')).orders.length).toBe(1);
    expect(presses).toBeLessThan(10);
  });

  it('shows an expert what 22 mm and 60 of money hold, keeps a tourniquet in, and reads the ladder by keys', async () => {
    const { person, server } = scene;
    await scene.fill('bow-pocket', { units: [], planned: [] });
    await person.goTo(`${server.url}/kits/bow-pocket/propose`);
    await settled(person);
    await person.press('Take spares from stores', 'switch');
    await person.type('Money', '60');
    await person.type('Thickness', '36');
    await settled(person);
    await person.waitFor(() => document.querySelector('.propose_sums dt')?.textContent?.startsWith('of 60.00') === true);
    await settled(person);
    for (const { money, thick } of await sumsOf(person)) {
      expect(money).toBeLessThanOrEqual(60);
      expect(thick).toBeLessThanOrEqual(36);
    }
    const [locks] = await person.page.$$eval('[aria-label$="must be in it"]', (buttons) =>
      buttons.map((one) => one.getAttribute('aria-label')),
    );
    await person.press(locks);
    await person.page.waitForSelector('[aria-label^="Must be in it: let go of"]');
    await settled(person);
    // Along the ladder, step by step.
    await person.waitFor(() => document.querySelector('[role="slider"][aria-label^="What the next coin buys"]') !== null);
    await person.page.focus('[role="slider"][aria-label^="What the next coin buys"]');
    await person.page.keyboard.press('ArrowRight');
    await person.sees('Step 1 of');
    // The stair may still grow while it is read.
    await expect
      .poll(async () => {
        await person.page.keyboard.press('End');
        return person.page.$eval('.propose_ladder', (node) => /Step (\d+) of \1:/.test(node.textContent));
      })
      .toBe(true);
    // What comes late may move the button under the first press.
    await person.pressUntil(by('as a table', 'button'), text('Keeping all'));
    const before = await sumsOf(person);
    const thinnest = before.reduce((best, one) => (one.thick < best.thick ? one : best));
    await person.page.locator(`.propose_card[aria-label="${thinnest.head}"] > button`).click();
    await person.saved();
    const stored = await api('/api/kits/bow-pocket');
    expect(stored.planned.length).toBe(thinnest.things.length);
  });

  it('fills a kit again after a use from what is owned', async () => {
    const { person, server } = scene;
    await scene.fill('bow-pocket', { units: [thing('bow-left-over', 'gloves', 2)], planned: [] });
    await person.goTo(`${server.url}/kits/bow-pocket/propose`);
    await settled(person);
    const found = await sumsOf(person);
    const own = found.find(({ head }) => head === 'From what you own') ?? found[0];
    expect(own.money).toBe(0);
    expect(own.things.every((name) => name.includes('owned'))).toBe(true);
    await person.page.locator(`.propose_card[aria-label="${own.head}"] > button`).click();
    await person.saved();
    const stored = await api('/api/kits/bow-pocket');
    expect(stored.units.map(({ id }) => id)).toContain('bow-left-over');
    expect(stored.planned.length).toBeGreaterThan(0);
  });
});
