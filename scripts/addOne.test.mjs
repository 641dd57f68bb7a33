// What CONTRIBUTING.md says of adding a need, kind, school, rule, screen and stored record, done in a copy of the sources: these places and
// no others, and everything else takes it from there.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { copyOfSources } from './copyOfSources.mjs';

let folder = '';

/** Puts `added` behind the first place where `after` stands in a file of the copy. */
function put(path, after, added) {
  const file = join(folder, path);
  const text = readFileSync(file, 'utf8');
  const at = text.indexOf(after);
  if (at < 0) throw new Error(`${path} has no ${after}`);
  writeFileSync(file, text.slice(0, at + after.length) + added + text.slice(at + after.length));
}

const node = (...args) => execFileSync(process.execPath, args, { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });

/** What a piece of code written against the copy says, as JSON. */
function ask(code) {
  writeFileSync(join(folder, 'server/ask.ts'), code);
  return JSON.parse(node('--liftoff-only', '--import', 'tsx', 'server/ask.ts'));
}

beforeAll(() => {
  folder = copyOfSources();
  // A need: its id, its words, its quantity.
  put('core/src/model/need.ts', "  'D.dental',\n", "  'D.cramp',\n");
  put('core/src/model/need.ts', "'no dental repair'),\n", "  'D.cramp': need('cramp rub', 'cramp rub', 'cramp rubs', null, 'rest'),\n");
  put('core/src/needs/daily.ts', "  'D.dental': dental,\n", "  'D.cramp': () => only([add(1, 'one tube')], 'long days'),\n");
  // A kind: one row.
  const kinds = join(folder, 'core/src/catalog/kinds.json');
  const cream = {
    id: 'cramp-rub',
    name: 'Cramp rub',
    family: 'stingCream',
    size: [90, 20, 20],
    massG: 30,
    priceMinor: 400,
  };
  writeFileSync(kinds, JSON.stringify([...JSON.parse(readFileSync(kinds, 'utf8')), { ...cream, grades: { 'D.cramp': 'primary' } }]));
  // A school: one row.
  const school = "id: 'cramp-first', name: 'Cramp first', reason: 'It comes often.', ...inOrder({ 'D.cramp': 'it comes often' })";
  put(
    'core/src/catalog/schools.ts',
    'export const SCHOOLS: readonly School[] = [\n',
    `{ ${school}, grades: {}, exceptions: {}, gradeWhy: {}, ...NO_QUANTITIES },\n`,
  );
  // A rule: one row.
  const check =
    "({ things }) => things.flatMap(({ unit, kind }) => (kind.grades['D.cramp'] !== undefined ? [note('Not on broken skin.', [unit.id])] : []))";
  put(
    'core/src/rules/keeping.ts',
    'export const KEEPING_RULES: readonly Rule[] = [\n',
    `{ id: 'cramp-rub', title: 'Cramp rub', check: ${check} },\n`,
  );
  // A screen: one row and a folder.
  mkdirSync(join(folder, 'web/src/cramp'));
  writeFileSync(join(folder, 'web/src/cramp/Cramp.tsx'), 'export function Cramp() {\n  return <main id="main">Rest</main>;\n}\n');
  const row =
    "path: '/cramp', name: 'Cramp', does: 'rest', looks: ['/cramp'], load: async () => (await import('../cramp/Cramp.tsx')).Cramp";
  put('web/src/app/screens.ts', 'export const SCREENS: readonly Screen[] = [\n', `{ ${row} },\n`);
  // A stored record: a table with its migration, a list in the file, a row in the registry.
  put(
    'server/src/db/schema.ts',
    "kind: text('kind').notNull() });\n",
    "export const rests = pgTable('rests', { id: text('id').primaryKey(), minutes: integer('minutes').notNull() });\n",
  );
  node('node_modules/drizzle-kit/bin.cjs', 'generate', '--config', 'server/drizzle.config.ts');
  put(
    'contract/src/transfer.ts',
    '  gtins: z.array(z.strictObject({ gtin: ArticleSchema, kind: z.string() })),\n',
    '  rests: z.array(z.strictObject({ id: z.string(), minutes: count })).default([]),\n',
  );
  put(
    'server/src/records/registry.ts',
    'export const STORED_RECORDS: readonly StoredRecord[] = [\n',
    "  record({ field: 'rests', table: rests, key: rests.id }),\n",
  );
  put('server/src/records/registry.ts', '  reachTimes,\n', '  rests,\n');
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

it('one of each is added where the page says, and every workspace still type-checks', () => {
  // These two take core and contract in.
  for (const project of ['server', 'web']) node('node_modules/typescript7/bin/tsc', '--checkers', '1', '-p', project);
});

it('a need, a kind, a school and a rule are asked, offered, followed and spoken at once', () => {
  const said = ask(`
    import { SCHOOLS, kindCatalog } from '@ivrak/core/catalog';
    import { judgeKit } from '@ivrak/core/kit';
    import { BriefSchema, UnitSchema, defaultBrief, nothingMadeReady, plainDate } from '@ivrak/core/model';
    import { runRules, RULES } from '@ivrak/core/rules';
    const catalog = kindCatalog();
    const school = SCHOOLS.find(({ id }) => id === 'cramp-first');
    const units = [UnitSchema.parse({ id: 'u', kind: 'cramp-rub', count: 1, condition: 'ready' })];
    const today = plainDate('2026-11-25');
    const brief = defaultBrief();
    const { coverage, needs } = judgeKit({ id: 'k', brief, units }, school, undefined, today, catalog);
    console.log(JSON.stringify({
      first: needs[0].need,
      state: coverage.needs.find(({ need }) => need === 'D.cramp').state,
      rules: RULES.filter(({ id }) => id === 'cramp-rub').length,
    }));
  `);
  expect(said).toEqual({ first: 'D.cramp', state: 'full', rules: 1 });
});

it('a stored record is exported, cleared and imported with the rest', () => {
  const said = ask(`
    import { openDb } from './src/db/open.ts';
    import { rests } from './src/db/schema.ts';
    import { createInstallation } from './src/installation/installation.ts';
    import { text } from 'node:stream/consumers';
    import { emptyAll, replaceAll } from './src/transfer/store.ts';
    import { exportStream } from './src/transfer/writing.ts';
    const open = await openDb(null);
    const here = await createInstallation(open, () => '2026-11-25' as never);
    await here.db.insert(rests).values({ id: 'r', minutes: 20 });
    const restsIn = async () => JSON.parse(await text(exportStream(here))).rests;
    const file = await text(exportStream(here));
    await emptyAll(here, 'x');
    const cleared = (await restsIn()).length;
    await replaceAll(here, (async function* () { yield Buffer.from(file); })());
    console.log(JSON.stringify({ cleared, back: await restsIn() }));
    await open.close();
  `);
  expect(said).toEqual({ cleared: 0, back: [{ id: 'r', minutes: 20 }] });
});
