import type { AnswerOf, getJournal } from '@ivrak/contract';
import { inArray } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { kitSets, kits, loadouts, patterns, people, trips, units, useLogs, uses } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';

type Thing = NonNullable<AnswerOf<typeof getJournal>['entries'][number]['thing']>;

/** What ids of the journal name now; what is gone, or is no one thing, is left out. */
export async function thingsOf(here: Installation, ids: readonly string[]): Promise<Map<string, Thing>> {
  const found = new Map<string, Thing>();
  if (ids.length === 0) return found;
  const { db, catalog } = here;
  const names = new Map((await db.select({ id: kits.id, name: kits.name }).from(kits)).map(({ id, name }) => [id, name]));
  const kitName = (id: string | null) => (id === null ? 'stores' : (names.get(id) ?? 'a kit that is gone'));
  const add = (thing: Thing) => void (found.has(thing.id) || found.set(thing.id, thing));
  for (const id of ids) {
    const name = names.get(id);
    if (name !== undefined) add({ of: 'kit', id, name, kitId: id });
  }
  const own = [...ids];
  for (const { id, kind, kitId, place } of await db.select().from(units).where(inArray(units.id, own))) {
    const where = place === 'kit' ? kitName(kitId) : place;
    add({ of: 'unit', id, name: `${catalog.kinds.get(kind)?.name ?? kind}, ${where}`, kitId });
  }
  for (const { id, kitIds } of await db.select({ id: useLogs.id, kitIds: useLogs.kitIds }).from(useLogs).where(inArray(useLogs.id, own)))
    add({ of: 'use', id, name: kitIds.map(kitName).join(', '), kitId: null });
  for (const { id, kitId } of await db.select().from(uses).where(inArray(uses.id, own)))
    add({ of: 'kit', id, name: kitName(kitId), kitId });
  for (const { id, name } of await db.select().from(people).where(inArray(people.id, own))) add({ of: 'person', id, name, kitId: null });
  const whole = [
    ['loadout', loadouts],
    ['set', kitSets],
    ['pattern', patterns],
    ['trip', trips],
  ] as const;
  for (const [of, table] of whole) for (const row of await named(here, table, own)) add({ of, ...row, kitId: null });
  for (const id of ids) {
    const kind = catalog.kinds.get(id);
    const [container, position] = [catalog.container(id), catalog.position(id)];
    if (kind !== undefined) add({ of: 'kind', id, name: kind.name, kitId: null });
    else if (container !== undefined) add({ of: 'container', id, name: container.name, kitId: null });
    else if (position !== undefined) add({ of: 'position', id, name: position.name, kitId: null });
  }
  return found;
}

async function named(
  { db }: Installation,
  table: PgTable & { id: PgColumn; data: PgColumn },
  ids: string[],
): Promise<{ id: string; name: string }[]> {
  const rows = await db.select({ id: table.id, data: table.data }).from(table).where(inArray(table.id, ids));
  return rows.map(({ id, data }) => ({ id: String(id), name: (data as { name: string }).name })); // all four have one
}
