// A kit that does not exist yet: planned, ordered, received by halves; copied, slimmed, kept as twins; a list, a trip, inches.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';

const scene = withCrew();
const { api } = scene;
const kitNamed = async (name) => (await api('/api/kits')).kits.find((kit) => kit.name === name);

describe('a kit from nothing', () => {
  it('is planned on the Bench, and Muster, which knows only what is owned, says that it is not there', async () => {
    const { person, server } = scene;
    await person.goTo(server.url);
    await person.press('New kit');
    await person.type('Name', 'Gate pouch');
    await person.press('Make the kit');
    await person.sees('Gate pouch');
    const { id } = await kitNamed('Gate pouch');
    await person.goTo(`${server.url}/kits/${id}/bench`);
    await person.press('Planned: to buy');
    for (const name of ['Windlass tourniquet', 'Compressed plain gauze', 'Foil blanket']) {
      await person.search(name);
      await person.press(`Add ${name}`);
    }
    await person.search('Foil blanket');
    await person.press('Add Foil blanket');
    await person.seesNamed('planned 4', 'button');
    await person.seesNamed('owned 0', 'button');
    await person.saved();
    const stored = await api(`/api/kits/${id}`);
    expect(stored.units).toEqual([]);
    expect(stored.planned.map(({ kind, count }) => [kind, count])).toEqual([
      ['windlass-tourniquet', 1],
      ['plain-gauze', 1],
      ['foil-blanket', 2],
    ]);
    // As it would be, and as it is.
    await person.sees('tourniquets 1 of');
    await person.press('owned 0');
    await person.sees('tourniquets 0 of');
    await person.press('planned 4');
    await person.isAccessible('a plan on the Bench');
    await person.goTo(server.url);
    await person.sees('planned 4, owned 0');
  });

  it('is ordered, half of it is received, and what is ready is seen exactly', async () => {
    const { person, server } = scene;
    const { id } = await kitNamed('Gate pouch');
    // None of it lies in the stores, so that all is to be bought.
    for (const unit of (await api('/api/stores')).units)
      if (['windlass-tourniquet', 'plain-gauze', 'foil-blanket'].includes(unit.kind) && unit.place === 'stores')
        await api(`/api/units/${unit.id}/move`, 'POST', { version: unit.version, to: 'discarded' });
    await person.goTo(`${server.url}/buy?kits=${id}`);
    await person.sees('4 planned things');
    await person.sees('no way to order is cheaper');
    const suppliers = await person.page.$$eval('.buying_plan button', (buttons) =>
      buttons.map((button) => button.getAttribute('aria-label') ?? '').filter((name) => name.endsWith('is placed')),
    );
    for (const name of suppliers) await person.press(name);
    await expect.poll(async () => (await api('/api/orders')).orders.length).toBe(suppliers.length);
    // The tourniquet comes, and goes where it was planned without being told to.
    await person.press('Windlass tourniquet came');
    await person.type('Lot', 'GATE-1');
    await person.press('Receive');
    await expect
      .poll(async () => (await api(`/api/kits/${id}`)).units.map(({ kind, lot }) => [kind, lot]))
      .toEqual([['windlass-tourniquet', 'GATE-1']]);
    // The page has taken that in before the next one is received.
    await person.sees('1 of 1 came');
    // Of two blankets, one.
    await person.press('Foil blanket came');
    await person.type('How many', '1');
    await person.press('Receive');
    await expect
      .poll(async () => (await api(`/api/kits/${id}`)).planned.map(({ kind, count }) => [kind, count]))
      .toEqual([
        ['plain-gauze', 1],
        ['foil-blanket', 1],
      ]);
    await person.goTo(server.url);
    await person.sees('planned 4, owned 2');
    await person.goTo(`${server.url}/kits/${id}/bench`);
    await person.press('owned 2');
    await person.sees('tourniquets 1 of');
    await person.sees('packing gauze 0 of');
    await person.press('planned 4');
    await person.pick('.bench_isPlanned ::-p-text(Compressed plain gauze)');
    await person.sees('Planned, not here yet.');
    await person.press('I have it');
    await person.seesNamed('owned 3', 'button');
    await person.saved();
  });
});

describe('a thing that is taken in', () => {
  it('goes by one press where it was planned, and is planned no more', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/stores`);
    await person.choose('Kind', 'Pressure dressing 100 mm');
    await person.press('Receive');
    await person.press('1 into Guest helm’s vest kit, which planned it');
    await person.sees('1 × Pressure dressing 100 mm is in Guest helm’s vest kit now.');
    const guest = await api('/api/kits/guest-vest');
    expect(guest.planned.map(({ kind }) => kind)).not.toContain('pressure-dressing');
    expect(guest.units.map(({ kind }) => kind)).toContain('pressure-dressing');
  });
});

describe('a copy', () => {
  it('for the car is slimmed, and prints what it leaves out and why', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/kits/committee-bag/bench`);
    await person.press('Copy');
    await person.type('Name', 'Car bag');
    await person.press('Slimmed: leave out what is too much for it', 'switch');
    await person.type('All things together weigh at most', '900');
    await person.sees('What stays weighs');
    await person.isAccessible('copying');
    const why = await person.page.waitForSelector('[aria-label^="Why"]');
    await why.click({ count: 3 });
    await why.type('too heavy: boat only');
    await person.press('Make the copy');
    await person.sees('Car bag');
    await person.seesNamed('owned 0', 'button');
    const copy = await kitNamed('Car bag');
    expect(copy.units).toEqual([]);
    expect(copy.leftOut.length).toBeGreaterThan(0);
    expect(copy.leftOut.map(({ reason }) => reason)).toContain('too heavy: boat only');
    await person.goTo(`${server.url}/kits/${copy.id}/stage?part=print&form=leftOut`);
    await person.sees('Left out on purpose');
    await person.sees('too heavy: boat only');
    await person.isAccessible('what it leaves out');
  });

  it('is kept as a twin: a change of one is seen by the others, and taken over by one press', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/twins/vest-kits`);
    await person.sees('1 differs from it');
    await person.press('Bring Guest helm’s vest kit in line');
    await person.sees('all are as it is');
    await person.goTo(`${server.url}/kits/helm-vest/bench`);
    await person.press('I have it');
    await person.search('Breath barrier, folded');
    await person.press('Add Breath barrier, folded');
    await person.press('Make it the pattern of all 2');
    await person.sees('as the pattern');
    await person.goTo(`${server.url}/kits/guest-vest/bench`);
    await person.sees('lacks 1 × breath barrier, folded');
    await person.press('Bring in line');
    await person.sees('as the pattern');
    await person.saved();
    expect((await api('/api/kits/guest-vest')).planned.map(({ kind }) => kind)).toContain('breath-barrier');
    await person.goTo(`${server.url}/twins/vest-kits`);
    await person.follow('One order for all');
    await person.sees('Guest helm’s vest kit');
  });
});

describe('a list', () => {
  it('is written with its own packs and prices, summed line by line, and becomes a kit', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/lists`);
    await person.press('Write a list');
    await person.type('Name', 'Pouch under 25');
    await person.choose('Add to the contents', 'Gloves, one pair');
    await person.type('Count of Gloves, one pair', '2');
    await person.type('Price of a pack of Gloves, one pair', '3.00');
    await person.type('How many Gloves, one pair in a pack', '10');
    await person.choose('How Gloves, one pair stands to what is sold', 'nearest, smaller');
    await person.press('Save list');
    await person.waitFor(() => document.querySelector('[role="dialog"]') === null);
    await person.sees('nearest thing: the one sold is smaller');
    await person.type('How many of it', '6');
    // Twelve pairs are two packs of ten at 3.00.
    await person.sees('2 of 10');
    await person.sees('6.00\u00a0€');
    await person.press('Make a kit of it');
    await person.press('Make the kit');
    await person.sees('planned: to buy');
    expect((await kitNamed('Pouch under 25')).planned).toMatchObject([{ kind: 'gloves', count: 2 }]);
  });
});

describe('a trip', () => {
  it('stands on one page, is ticked at departure on a phone, and says who fetches what is better', async () => {
    const { person, server } = scene;
    await person.page.setViewport({ width: 390, height: 844 });
    await person.goTo(`${server.url}/trips/race-day`);
    await person.sees('0 of 5 kits seen aboard');
    for (const name of ['Helm’s vest kit', 'Bow crew vest pocket', 'Committee boat bag', 'Shore wallet', 'Tow vehicle panel']) {
      const box = await person.page.waitForSelector(`.trips_tick ::-p-text(${name})`);
      await box.click();
      await expect
        .poll(async () =>
          person.page.$$eval('.trips_tick[aria-pressed="true"]', (ticked) => ticked.map((one) => one.textContent).join(' ')),
        )
        .toContain(name);
    }
    await person.sees('Every kit is aboard.');
    expect((await api('/api/trips')).trips[0].data.ticks).toHaveLength(5);
    await person.page.setViewport({ width: 1280, height: 800 });
    await person.press('Change it');
    await person.type('Name', 'Race day two');
    await person.press('Save the trip');
    await person.sees('Race day two');
    await person.isAccessible('a trip');
  });
});

describe('inches and ounces', () => {
  it('stand in figures, fields, prints and tables once they are set, and what is typed in them is kept in millimetres', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/settings`);
    await person.choose('Lengths and masses', 'inches and ounces');
    await expect.poll(async () => (await api('/api/settings')).measures).toBe('inches');
    await person.goTo(server.url);
    await person.sees(' in · ');
    // Names of things keep theirs.
    const metric = () =>
      person.page.$eval(
        'main',
        (main) => /\d (mm|g)(?![a-z])/.exec(main.textContent.replaceAll(/(dressing|bandage|gauze|roll|from a) \d+ mm/gi, ''))?.[0] ?? null,
      );
    expect(await metric()).toBeNull();
    for (const path of [
      '/kits/helm-vest/fit',
      '/kits/helm-vest/stage?part=weigh',
      '/carry?loadout=on-the-water',
      '/places',
      '/places/ruler',
    ]) {
      await person.goTo(server.url + path);
      await person.page
        .waitForFunction(() => /\d (in|oz)(?![a-z])|, in(?![a-z])/.test(document.querySelector('main').textContent))
        .catch(async () => {
          throw new Error(`no inches at ${path}: ${await person.page.$eval('main', (main) => main.textContent.slice(0, 400))}`);
        });
      expect(await metric(), path).toBeNull();
    }
    await person.goTo(`${server.url}/places?position=new`);
    await person.type('Name', 'Knee pocket');
    await person.type('Width', '5');
    await person.type('Height', '6.5');
    await person.press('Add');
    await expect
      .poll(async () => (await api('/api/catalog')).positions.find(({ name }) => name === 'Knee pocket'))
      .toMatchObject({ wMm: 127, hMm: 165.1 });
    await person.goTo(`${server.url}/settings`);
    await person.choose('Lengths and masses', 'millimetres and grams');
    await expect.poll(async () => (await api('/api/settings')).measures).toBe('metric');
  });
});
