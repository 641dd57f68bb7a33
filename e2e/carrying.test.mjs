// What is with a person in a situation, and in how many seconds.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by } from './page.mjs';

const scene = withCrew();

describe('a loadout', () => {
  it('shows each need in seconds within its window; what is moved too far off comes too late', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry?loadout=ashore`);
    await person.sees('A bleeding limb: in hand in 4 s, from Shore wallet.');
    const laneOf = (name) =>
      person.page.$$eval(
        '.lanes tbody tr',
        (rows, wanted) => rows.find((row) => row.textContent.startsWith(wanted))?.textContent ?? '',
        name,
      );
    expect(await laneOf('M packing')).toMatch(/full.*Boathouse wall box 54 s.*window 3 min/);
    await person.press('Take Tow vehicle panel out of the loadout');
    await person.waitFor(() => document.querySelectorAll('.carry-kits li').length === 2);
    await person.type('Distance of Boathouse wall box, m', '600');
    await person.waitFor(() =>
      [...document.querySelectorAll('.lanes tbody tr')].some(
        (row) => row.textContent.startsWith('M packing') && row.textContent.includes('gap'),
      ),
    );
    expect(await laneOf('M pressure')).toMatch(/too late, 8 min 6 s.*window 5 min/);
    await person.sees('Too far off to come in time');
    const { loadouts } = await scene.api('/api/loadouts');
    expect(loadouts.find(({ id }) => id === 'ashore').data.kits.map(({ kitId, distanceM }) => [kitId, distanceM])).toEqual([
      ['shore-wallet', 0],
      ['wall-box', 600],
    ]);
  });

  it('is made, filled, told of where somebody else has the kit too, seen in the horizon, and taken away', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/carry`);
    await person.press('New');
    await person.sees('no kit is in it yet');
    await person.choose('Add a kit', 'Helm’s vest kit');
    await person.sees('Distance of Helm’s vest kit, m');
    await person.choose('Whose', 'Tomas Arnhold');
    await person.sees('a kit is in one place at a time');
    await person.type('Name', 'Borrowed vest');
    await person.waitFor(() =>
      [...document.querySelectorAll('.carry-choice b')].some(({ textContent }) => textContent === 'Borrowed vest'),
    );
    await person.goTo(`${scene.server.url}/upkeep?view=table&of=loadout`);
    await person.sees('Borrowed vest');
    await person.goTo(`${scene.server.url}/carry?loadout=loadout`);
    await person.press('Take this loadout away');
    await person.waitFor(() =>
      [...document.querySelectorAll('.carry-choice b')].every(({ textContent }) => textContent !== 'Borrowed vest'),
    );
    expect((await scene.api('/api/kits/helm-vest')).name).toBe('Helm’s vest kit');
    await person.seesNamed('Loadouts', 'complementary');
    expect(await person.page.$(by('Borrowed vest', 'button'))).toBeNull();
  });
});
