import { expect, it } from 'vitest';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
interface Entry {
  id: number;
  at: string;
  who: string;
  what: string;
  subject: string;
  before: { kitId?: string } | null;
  after: { kitId?: string } | null;
  thing: { of: string; id: string; name: string; kitId: string | null } | null;
}
const journal = async (query: string): Promise<{ entries: Entry[]; hasMore: boolean }> => (await call('get', `/api/journal?${query}`)).body;

it('tells of each change what it was made to by its name, and of what is gone nothing', async () => {
  const { units, version } = (await call('get', '/api/kits/belt-kit')).body;
  const [unit, other] = units;
  await call('post', `/api/units/${unit.id}/move`, { version: unit.version, to: 'stores' });
  await call('post', `/api/units/${other.id}/move`, { version: other.version, to: 'discarded' });
  await call('post', '/api/kits/belt-kit/inspections', {});
  const { entries } = await journal('limit=3');
  expect(entries.map(({ what, thing }) => [what, thing?.of, thing?.name])).toEqual([
    ['kit inspected', 'kit', 'Bow crew belt pouch'],
    ['unit moved to discarded', 'unit', expect.stringMatching(/, discarded$/)],
    ['unit moved to stores', 'unit', expect.stringMatching(/, stores$/)],
  ]);
  expect(version).toBeGreaterThan(0);
});

it('gives all of them, each once, page by page, and each topic its own', async () => {
  const all: number[] = [];
  for (let before: number | undefined; ; before = all.at(-1)) {
    const page = await journal(`limit=7${before === undefined ? '' : `&before=${before}`}`);
    all.push(...page.entries.map(({ id }) => id));
    if (!page.hasMore) break;
  }
  const whole = (await journal('limit=500')).entries.map(({ id }) => id);
  expect(all).toEqual(whole);
  const topics = ['things', 'kits', 'uses', 'inspections', 'buying', 'crew', 'catalogue', 'installation'];
  const parts = await Promise.all(topics.map(async (topic) => (await journal(`limit=500&topic=${topic}`)).entries));
  // Every change is of one topic and no other.
  expect(
    parts
      .flat()
      .map(({ id }) => id)
      .sort((a, b) => b - a),
  ).toEqual(whole);
  expect(parts[0]?.every(({ what }) => /^(unit|units|pieces) /.test(what))).toBe(true);
  expect(parts[3]?.length).toBeGreaterThan(0);
});

it('finds what one did, what was done to a kit, and what was done on a day', async () => {
  const ids = async (query: string) => (await journal(`limit=500&${query}`)).entries;
  const everything = (await journal('limit=500')).entries;
  const [one] = everything as [Entry];
  expect(await ids(`who=${one.who}`)).toEqual(everything.filter(({ who }) => who === one.who));
  expect(await ids('who=nobody-here')).toEqual([]);
  const ofKit = await ids('kit=belt-kit');
  expect(ofKit).toEqual(
    everything.filter(
      ({ subject, before, after }) => subject === 'belt-kit' || before?.kitId === 'belt-kit' || after?.kitId === 'belt-kit',
    ),
  );
  expect(ofKit.length).toBeGreaterThan(2);
  const day = one.at.slice(0, 10);
  expect((await ids(`from=${day}&to=${day}`)).length).toBeGreaterThan(0);
  expect(await ids('to=2001-01-01')).toEqual([]);
  expect(issuesOf(await call('get', '/api/journal?from=tomorrow'))).toEqual(['from']);
});
