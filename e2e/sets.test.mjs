// Kits that are carried as one: made on Muster, seen from each, asked the same, taken along, and taken apart.
import { describe, expect, it } from 'vitest';
import { thing, withCrew } from './crew.mjs';
import { by } from './page.mjs';

const scene = withCrew();
const { api, fill } = scene;

describe('three kits carried as one', () => {
  it('are chosen on Muster, hold together what each leaves to the others, and lack only what all lack', async () => {
    const { person, server } = scene;
    // A tourniquet bare in one place, a pouch in another, a wallet in the third.
    await fill('bow-pocket', { units: [thing('set-tourniquet', 'windlass-tourniquet')] });
    await person.goTo(server.url);
    await person.press('Carry as one');
    await person.sees('Choose the kits that are carried as one');
    for (const name of ['Bow crew vest pocket', 'Bow crew belt pouch', 'Shore wallet']) {
      const box = await person.page.waitForSelector(by(`Carry ${name} as one with others`, 'checkbox'));
      // Kits are measured meanwhile, and their cards grow under the hand.
      await expect
        .poll(async () => {
          if (!(await box.evaluate((node) => node.checked))) await box.click();
          return box.evaluate((node) => node.checked);
        })
        .toBe(true);
    }
    await person.follow('Carry these 3 as one');
    await person.sees('become those of all');
    await person.type('Name', 'Ashore');
    await person.press('Carry as one');
    await person.sees('Take the set apart');
    await person.isAccessible('set');
    const { sets } = await api('/api/sets');
    const { view, data } = sets.find(({ id }) => id === 'ashore');
    expect(data.kitIds).toEqual(['bow-pocket', 'belt-kit', 'shore-wallet']);
    // The tourniquet is looked at: it packs nothing, and need not.
    await person.goTo(`${server.url}/kits/bow-pocket/bench?rung=M`);
    await person.sees('part of Ashore');
    await person.sees('in Bow crew belt pouch');
    const lacks = (await api('/api/kits/bow-pocket/coverage')).needs.filter(({ state }) => state === 'gap').map(({ need }) => need);
    expect(lacks).toEqual(view.coverage.needs.filter(({ state }) => state === 'gap').map(({ need }) => need));
  });

  it('are asked the same: what is changed in the brief of one is changed in all', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/kits/belt-kit/brief`);
    await person.sees('Asked of all 3 kits of');
    const before = await api('/api/kits/shore-wallet');
    await person.type('Persons covered', '4');
    await person.saved();
    await expect.poll(async () => (await api('/api/kits/shore-wallet')).brief.persons).toBe(4);
    expect((await api('/api/kits/shore-wallet')).version).toBe(before.version + 1);
  });

  it('a kit is asked to hold something by itself, and says so on Muster', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/sets/ashore`);
    await person.press('Bow crew vest pocket holds 0 for gloves; must hold it by itself');
    await person.sees('by itself 0 of');
    await person.press('Save');
    await expect
      .poll(async () => (await api('/api/sets')).sets.find(({ id }) => id === 'ashore').data.alone)
      .toEqual({ 'bow-pocket': ['S.hands'] });
    await person.goTo(server.url);
    await person.sees('1 need not held by itself');
  });

  it('are proposed for at once: which thing into which, laid out in all of them by one press and taken back by another', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/sets/ashore`);
    await person.follow('Propose what to put into which');
    await person.sees('which thing into which kit');
    const planned = async () =>
      Promise.all(['bow-pocket', 'belt-kit', 'shore-wallet'].map(async (id) => (await api(`/api/kits/${id}`)).planned.length));
    const before = await planned();
    await person.page.waitForSelector('.propose_cards[aria-busy="false"]');
    await person.isAccessible('propose for a set');
    await person.press('Lay it out in all kits');
    await person.sees('Laid out as planned things');
    await expect.poll(async () => (await planned()).reduce((sum, count) => sum + count, 0)).toBeGreaterThan(0);
    // What was asked of one by itself is held by it, and all that was asked of all of them is.
    const held = (await api('/api/sets')).sets.find(({ id }) => id === 'ashore');
    expect(held.view.asked).toBeGreaterThan(0);
    await person.press('Take it back');
    await expect.poll(planned).toEqual(before);
  });

  it('are taken into a loadout with one press, and are by themselves again when the set is taken apart', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/carry?loadout=driving-home`);
    await person.page.locator('.parts_drawerTabs ::-p-text(Contents)').click();
    await person.choose('Add a kit', 'Ashore');
    await expect
      .poll(async () => (await api('/api/loadouts')).loadouts.find(({ id }) => id === 'driving-home').data.kits.map(({ kitId }) => kitId))
      .toEqual(['tow-panel', 'bow-pocket', 'belt-kit', 'shore-wallet']);
    await person.goTo(`${server.url}/sets/ashore`);
    await person.press('Take the set apart');
    await person.sees('Muster');
    await expect.poll(async () => (await api('/api/kits/bow-pocket')).inSet).toBe(null);
    expect((await api('/api/sets')).sets.map(({ id }) => id)).toEqual(['pier']);
  });
});
