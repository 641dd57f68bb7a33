import * as contract from '@ivrak/contract';
import { judgedTogether } from '@ivrak/core/kit';
import type { KitSet } from '@ivrak/core/model';
import { inArray } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { kitSets, kits, people } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { listSets, type StoredSet } from '../kits/inSets.ts';
import { askAlike, listKits } from '../kits/store.ts';
import { judge, viewOf } from '../kits/view.ts';
import { findRow, removeRow, writeRow } from '../records/customRecords.ts';

export const setRoutes = (here: Installation): Served[] => [
  serve(contract.listSets, async () => {
    const all = new Map((await listKits(here, here.db)).map((kit) => [kit.id as string, kit]));
    return {
      today: here.today(),
      sets: (await listSets(here.db)).map(({ mark: _, ...set }) => ({ ...set, view: viewOfSet(here, set, all) })),
    };
  }),
  serve(contract.saveSet, ({ params, body: { version, data }, who }) =>
    here.db.transaction(async (tx) => {
      // Writers go in turn, so that of two that each take the same kit the second finds it taken.
      const before = version === null ? null : await findRow<KitSet>(tx, kitSets, params.id);
      const issues = await setIssues(tx, params.id, data);
      if (issues.length > 0) throw unacceptable(issues);
      const written = await writeRow(tx, { table: kitSets, noun: 'set', who, data, version });
      const model = data.kitIds.find((id) => before?.data.kitIds.includes(id) ?? true) ?? data.kitIds[0];
      if (model !== undefined) await askAlike(tx, who, data.kitIds, model);
      return written;
    }),
  ),
  serve(contract.deleteSet, async ({ params, query, who }) => {
    const { id } = params;
    await here.db.transaction((tx) => removeRow(tx, { table: kitSets, noun: 'set', who, id, version: query.version }));
    return { removed: id };
  }),
];

/** What a set holds together; null where none of its kits is left. */
function viewOfSet(here: Installation, { data }: Pick<StoredSet, 'data'>, all: ReadonlyMap<string, StoredKit>) {
  const members = data.kitIds.flatMap((id) => all.get(id) ?? []);
  const [first] = members;
  if (first === undefined) return null;
  const today = here.today();
  const others = members.slice(1).map((kit) => judge(here, kit, today));
  const judged = judge(here, first, today);
  const { rungs, ...together } = judgedTogether([judged, ...others], data.own);
  return {
    ...together,
    coverage: judged.together,
    rungs: rungs.map(({ rung, state, have, least }) => ({ rung, state, have, least })),
    class: viewOf(here, first, today).class,
  };
}

/** What a set names that there is not, or that is somewhere else already. */
async function setIssues(tx: Tx, id: string, data: KitSet): Promise<Issue[]> {
  const issues: Issue[] = [];
  if (data.id !== id) issues.push({ path: 'data.id', message: `must be "${id}", as in the address` });
  const rows = await tx.select({ id: kits.id, retiredOn: kits.retiredOn }).from(kits).where(inArray(kits.id, data.kitIds));
  const inUse = new Set(rows.filter(({ retiredOn }) => retiredOn === null).map((row) => row.id));
  const others = (await listSets(tx)).filter((set) => set.id !== id);
  for (const [index, kitId] of data.kitIds.entries()) {
    if (!inUse.has(kitId)) issues.push({ path: `data.kitIds.${index}`, message: `there is no kit "${kitId}"` });
    const other = others.find((set) => set.data.kitIds.includes(kitId));
    if (other !== undefined)
      issues.push({ path: `data.kitIds.${index}`, message: `is in "${other.data.name}" already: take it out of that set first` });
  }
  for (const kitId of Object.keys(data.alone))
    if (!(data.kitIds as string[]).includes(kitId)) issues.push({ path: `data.alone.${kitId}`, message: 'is not in the set' });
  for (const [index, one] of data.own.entries())
    if (data.own.findIndex(({ id: other }) => other === one.id) !== index)
      issues.push({ path: `data.own.${index}.id`, message: 'stands twice' });
  const crew = new Set((await tx.select({ id: people.id }).from(people)).map((person) => person.id));
  if (data.personId !== null && !crew.has(data.personId)) issues.push({ path: 'data.personId', message: 'is not in the crew' });
  return issues;
}
