import { catalogWith, ownKit } from '@ivrak/core/loadout';
import { type KindCatalog, type KitSet, KitSetSchema } from '@ivrak/core/model';
import { asc, eq, getTableColumns, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { rowMark } from '../db/rowMark.ts';
import { kitSets } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import type { InSet, StoredKit } from '../installation/storedKit.ts';

export interface StoredSet {
  id: string;
  data: KitSet;
  version: number;
  /** Changes with every write to its row, whose version begins anew where it was taken away and made again. */
  mark: string;
}

const columns = { ...getTableColumns(kitSets), mark: rowMark(kitSets) };
const toSet = ({ data, ...row }: typeof kitSets.$inferSelect & { mark: string }): StoredSet => ({ ...row, data: KitSetSchema.parse(data) });

export const listSets = async (db: Db | Tx): Promise<StoredSet[]> =>
  (await db.select(columns).from(kitSets).orderBy(asc(kitSets.id))).map(toSet);

/** The set that a kit is in; null: it is by itself. */
export async function setOf(db: Db | Tx, kitId: string): Promise<StoredSet | null> {
  const [row] = await db
    .select(columns)
    .from(kitSets)
    .where(sql`${kitSets.data} -> 'kitIds' @> ${JSON.stringify([kitId])}::jsonb`);
  return row === undefined ? null : toSet(row);
}

/** Takes a kit that is retired out of its set; a set of one is none. */
export async function leaveSet(tx: Tx, who: string, kitId: string): Promise<void> {
  const set = await setOf(tx, kitId);
  if (set === null) return;
  const { id, version } = set;
  const { [kitId]: _, ...alone } = set.data.alone;
  const data = { ...set.data, kitIds: set.data.kitIds.filter((other) => other !== kitId), alone };
  const isLeft = data.kitIds.length > 1;
  if (isLeft)
    await tx
      .update(kitSets)
      .set({ data, version: version + 1 })
      .where(eq(kitSets.id, id));
  else await tx.delete(kitSets).where(eq(kitSets.id, id));
  await note(tx, who, [
    isLeft ? { what: 'set changed', subject: id, before: set.data, after: data } : { what: 'set removed', subject: id, before: set.data },
  ]);
}

export type Marked = { mark: string; kit: StoredKit };

/** Changes with the set and with each of its kits. */
const markOfAll = ({ id, mark, data }: StoredSet, known: ReadonlyMap<string, Marked>): string =>
  `in set ${id} ${mark} ${data.kitIds.map((kitId) => known.get(kitId)?.mark ?? 'gone').join(' ')}`;

function seenBy(kitId: string, { id, version, data }: StoredSet, known: ReadonlyMap<string, Marked>): InSet {
  const others = data.kitIds.flatMap((other) => {
    const kit = other === kitId ? undefined : known.get(other)?.kit;
    return kit === undefined ? [] : [{ id: kit.id, name: kit.name, units: kit.units }];
  });
  const { name, kitIds } = data;
  return { id, name, version, kitIds, own: data.own, alone: data.alone[kitId] ?? [], others, beside: [...others, ...ownKit(data.own)] };
}

/** A kit with what it is carried as one with; the same object as long as nothing of the set has changed. */
export function inItsSet(here: Installation, { kit }: Marked, set: StoredSet, known: ReadonlyMap<string, Marked>): StoredKit {
  return here.memory.of(kit, markOfAll(set, known), () => withSet(kit, set, known));
}

export const withSet = (kit: StoredKit, set: StoredSet, known: ReadonlyMap<string, Marked>): StoredKit => ({
  ...kit,
  inSet: seenBy(kit.id, set, known),
});

/** The catalogue with what the bearer of the kit's set has of his own. */
export function kindsFor(here: Installation, { inSet }: Pick<StoredKit, 'inSet'>): KindCatalog {
  if (inSet === null || inSet.own.length === 0) return here.catalog.kinds;
  return here.memory.of(inSet, 'kinds', () => catalogWith(here.catalog.kinds, inSet.own));
}
