// From the made-up crew to one's own: cleared with a backup, the first kit step by step, and the way back.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';

const scene = withCrew();

describe('beginning with one’s own', () => {
  it('leads from the made-up crew to an empty installation, to a first kit in four steps, and back by the backup', async () => {
    const { person, server, api } = scene;
    const before = (await api('/api/kits')).kits.map(({ id }) => id);
    await person.goTo(server.url);
    await person.sees('This is a made-up crew');
    await person.follow('Begin with your own');
    await person.press('Clear everything');
    await person.sees('A backup is made first, so that this can be undone');
    await person.press('Back up and clear');
    await person.sees('are gone from here');
    await person.isAccessible('settings after clearing');
    await person.follow('Muster');
    await person.sees('What is the first kit for?');
    await person.isAccessible('the first step');
    await person.page.locator('.firstKit_firstSituations button ::-p-text(Car or van)').click();
    await person.sees('Where is it carried, and in what?');
    await person.type('Name', 'Van box');
    await person.press('To the contents');
    await person.sees('What this situation asks for');
    await person.isAccessible('the contents');
    await person.press('Make the kit');
    await person.sees('massive bleeding');
    const { kits } = await api('/api/kits');
    expect(kits.map(({ name }) => name)).toEqual(['Van box']);
    expect(kits[0].units.length).toBeGreaterThan(5);
    await person.goTo(`${server.url}/settings`);
    await person.page.locator('.settings_backupList button').click();
    await person.press('Back up and restore');
    await person.sees('Restored:');
    expect((await api('/api/kits')).kits.map(({ id }) => id)).toEqual(before);
  });

  it('can keep the crew as one’s own, and then says no more that it is made up', async () => {
    const { person, server } = scene;
    await person.goTo(`${server.url}/settings`);
    await person.press('Keep it as mine');
    await person.sees('From now on this counts as yours.');
    await person.follow('Muster');
    await person.sees('Next, in date order');
    expect(await person.page.$('.muster_demoLine')).toBeNull();
  });

  it('puts a year of the journal away that is over for a year, after saying what that means, and gives it out', async () => {
    const { person, server, api } = scene;
    const entry = { at: '2024-05-01T10:00:00.000Z', who: 'local', what: 'kit saved', subject: 'helm-vest', before: null, after: null };
    const file = await api('/api/export');
    await api('/api/import', 'POST', { ...file, journal: [entry, entry, ...file.journal] });
    await person.goTo(`${server.url}/settings`);
    await person.press('Put the changes of 2024 away');
    await person.sees('exports and backups get smaller, and no longer hold them');
    await person.isAccessible('before a year is put away');
    await person.press('Put 2024 away');
    await person.seesNamed('Copy the file of 2024, journal-2024.json.gz', 'link');
    expect((await api('/api/export')).journal.filter(({ at }) => at.startsWith('2024'))).toEqual([]);
    expect(await person.page.$('[aria-label="Put the changes of 2024 away"]')).toBeNull();
  });
});
