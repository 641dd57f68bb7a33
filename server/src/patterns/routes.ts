import * as contract from '@ivrak/contract';
import { freeId } from '@ivrak/core/catalog';
import { heldBy, patternOf, sheetOf, twinDifference } from '@ivrak/core/kit';
import { type KitDraft, KitIdSchema, MOST_TWINS, type Pattern, PatternSchema } from '@ivrak/core/model';
import { asc, inArray } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { kits, patterns } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { createKitIn, findKit, listKits } from '../kits/store.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';

const readPatterns = async (db: Db | Tx): Promise<{ id: string; data: Pattern; version: number }[]> =>
  (await db.select().from(patterns).orderBy(asc(patterns.id))).map(({ data, ...row }) => ({ ...row, data: PatternSchema.parse(data) }));

/** Kits that are to hold the same, and how each differs from it. */
export const patternRoutes = (here: Installation): Served[] => [
  serve(contract.copyKit, ({ params, body, who }) => here.db.transaction((tx) => copyKit(here, tx, who, params.id, body))),
  serve(contract.listPatterns, async () => {
    const all = new Map((await listKits(here, here.db)).map((kit) => [kit.id as string, kit]));
    const stored = await readPatterns(here.db);
    return { patterns: stored.map((pattern) => ({ ...pattern, twins: twinsOf(pattern.data, all) })) };
  }),
  serve(contract.savePattern, ({ params, body: { version, data }, who }) =>
    here.db.transaction(async (tx) => {
      const issues = await patternIssues(here, tx, params.id, data);
      if (issues.length > 0) throw unacceptable(issues);
      return writeRow(tx, { table: patterns, noun: 'pattern', who, data, version });
    }),
  ),
  serve(contract.deletePattern, async ({ params: { id }, query: { version }, who }) => {
    await here.db.transaction((tx) => removeRow(tx, { table: patterns, noun: 'pattern', who, id, version }));
    return { removed: id };
  }),
];

type Copies = z.output<(typeof contract.copyKit)['body']>;

/** The copies, and where they are twins their pattern: that of the kit they are made after, else a new one that holds what it holds. */
async function copyKit(here: Installation, tx: Tx, who: string, kitId: string, { copies, asTwins }: Copies) {
  const model = await findKit(tx, kitId);
  const ids = copies.map(() => KitIdSchema.parse(crypto.randomUUID()));
  for (const [index, id] of ids.entries()) await createKitIn(here, tx, who, id, copies[index] as KitDraft); // one id for each
  if (!asTwins) return { ids, patternId: null };
  const all = await readPatterns(tx);
  const known = all.find(({ data }) => data.kitIds.includes(model.id));
  const data: Pattern =
    known === undefined
      ? {
          id: freeId(model.name, new Set(all.map(({ id }) => id))),
          name: model.name,
          kitIds: [model.id, ...ids],
          lines: patternOf(sheetOf(model)),
        }
      : { ...known.data, kitIds: [...known.data.kitIds, ...ids] };
  if (data.kitIds.length > MOST_TWINS)
    throw unacceptable([{ path: 'copies', message: `a pattern has ${MOST_TWINS} twins at most; it would have ${data.kitIds.length}` }]);
  await writeRow(tx, { table: patterns, noun: 'pattern', who, data, version: known?.version ?? null });
  return { ids, patternId: data.id };
}

/** A twin that was retired is one no more. */
const twinsOf = ({ kitIds, lines }: Pattern, all: ReadonlyMap<string, StoredKit>) =>
  kitIds.flatMap((id) => {
    const kit = all.get(id);
    if (kit === undefined) return [];
    const sheet = sheetOf(kit);
    return [
      {
        kitId: id,
        name: kit.name,
        version: kit.version,
        sheet: heldBy(sheet),
        meant: patternOf(sheet),
        owned: heldBy(kit.units),
        ...twinDifference(sheet, lines),
      },
    ];
  });

async function patternIssues(here: Installation, tx: Tx, id: string, data: Pattern): Promise<Issue[]> {
  const issues: Issue[] = [];
  if (data.id !== id) issues.push({ path: 'data.id', message: `must be "${id}", as in the address` });
  for (const [index, { kind }] of data.lines.entries())
    if (!here.catalog.kinds.has(kind)) issues.push({ path: `data.lines.${index}.kind`, message: `"${kind}" is not in the catalogue` });
  const known = new Set((await tx.select({ id: kits.id }).from(kits).where(inArray(kits.id, data.kitIds))).map((row) => row.id));
  const others = (await readPatterns(tx)).filter((other) => other.id !== id);
  for (const [index, kitId] of data.kitIds.entries()) {
    if (!known.has(kitId)) issues.push({ path: `data.kitIds.${index}`, message: `there is no kit "${kitId}"` });
    const other = others.find((pattern) => pattern.data.kitIds.includes(kitId));
    if (other !== undefined)
      issues.push({ path: `data.kitIds.${index}`, message: `is a twin of "${other.data.name}" already: take it out there first` });
  }
  return issues;
}
