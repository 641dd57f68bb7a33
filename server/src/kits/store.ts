import { isDeepStrictEqual } from 'node:util';
import {
  BriefSchema,
  briefToKeep,
  FitChoicesSchema,
  type KitDraft,
  KitIdSchema,
  KitUpkeepSchema,
  type Layer,
  MOST_IN_MODULE,
  type Module,
  ModuleSchema,
  type PersonId,
  type PlainDate,
  StagingSchema,
  type StoredUnit,
} from '@ivrak/core/model';
import { and, asc, desc, eq, getTableColumns, inArray, isNull, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { rowMark } from '../db/rowMark.ts';
import { kits, lots, units, useLogs } from '../db/schema.ts';
import { notFound, Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import type { OpenUse, StoredKit } from '../installation/storedKit.ts';
import { storedUnitsJson, toStoredUnit } from '../units/rows.ts';
import { checkDraft } from './check.ts';
import { inItsSet, listSets, type Marked, type StoredSet, setOf, withSet } from './inSets.ts';
import { crewOf, keptKnowing, knowing } from './knowing.ts';
import { type SentTo, writeUnits } from './laidOut.ts';

export type KitRow = typeof kits.$inferSelect;

/** A module goes on naming what was taken out of it, since that may come back, until it is filled anew. */
export const onlyOf = (module: Module, inside: readonly { id: string }[]): Module => {
  const ids = new Set(inside.map(({ id }) => id));
  return { ...module, unitIds: module.unitIds.filter((id) => ids.has(id)) };
};

/** Earlier versions filled a module without forgetting what had gone, until nothing could read the kit any more. */
const isOverfull = ({ unitIds }: Module): boolean => unitIds.length > MOST_IN_MODULE;

function toStoredKit(row: KitRow, own: StoredUnit[], openUse: OpenUse | null): StoredKit {
  return {
    id: KitIdSchema.parse(row.id),
    name: row.name,
    layer: row.layer as Layer, // checked by the database
    personId: row.personId as PersonId | null, // a foreign key
    containerId: row.containerId,
    positionId: row.positionId,
    schoolId: row.schoolId,
    // A brief that was written before a question was asked takes the question's default.
    brief: BriefSchema.parse(row.brief),
    setAside: row.setAside,
    planned: row.planned,
    leftOut: row.leftOut,
    fit: FitChoicesSchema.parse(row.fit),
    stage: StagingSchema.parse(row.stage),
    modules: ModuleSchema.array().parse(
      row.modules.map((module) => (isOverfull(module) ? onlyOf(module, [...own, ...row.planned]) : module)),
    ),
    units: own,
    packing: row.packing ?? null,
    upkeep: KitUpkeepSchema.parse(row.upkeep),
    inspectedOn: row.inspectedOn as PlainDate | null, // a date column
    version: row.version,
    openUse,
    inSet: null,
  };
}

/** Of a packing, only what Muster and Carry show: the boxes themselves are large and belong to Fit. */
const packingInShort = sql<unknown>`case when ${kits.packing} is null then null else jsonb_build_object(
  'fingerprint', ${kits.packing} -> 'fingerprint',
  'result', jsonb_strip_nulls(jsonb_build_object('thicknessMm', ${kits.packing} -> 'result' -> 'thicknessMm', 'feasible', ${kits.packing} -> 'result' -> 'feasible',
    'outer', ${kits.packing} -> 'result' -> 'outer', 'blockedBy', ${kits.packing} -> 'result' -> 'blockedBy'))) end`;

const markOf = rowMark(kits);

/** Kits with their units and packings in short, each with its mark; of some, or all that are in use. */
async function readKits(db: Db | Tx, ids: readonly string[] | null): Promise<{ mark: string; kit: StoredKit }[]> {
  const rows = await db
    .select({ ...getTableColumns(kits), packing: packingInShort, mark: markOf })
    .from(kits)
    .where(and(isNull(kits.retiredOn), ids === null ? undefined : inArray(kits.id, [...ids])))
    .orderBy(asc(kits.position), asc(kits.id));
  // After the rows: what is put into a kit meanwhile is newer than its mark, which the next reading sees.
  const grouped = await db
    .select({ kitId: units.kitId, own: storedUnitsJson })
    .from(units)
    .leftJoin(lots, eq(units.lotId, lots.id))
    .where(and(eq(units.place, 'kit'), ids === null ? undefined : inArray(units.kitId, [...ids])))
    .groupBy(units.kitId);
  const byKit = new Map(grouped.map(({ kitId, own }) => [kitId, own]));
  return rows.map(({ mark, ...row }) => ({ mark, kit: toStoredKit(row, byKit.get(row.id) ?? [], null) }));
}

/**
 * All kits in use with their units, in the order in which they are mustered; packings in short. Whoever puts something into a kit or takes
 * it out raises the kit's version, so that only kits whose row has changed are read anew. Within a transaction all are: what it has not
 * finished is nobody else's to know.
 */
export async function listKits(here: Installation, db: Db | Tx): Promise<StoredKit[]> {
  const open = await openUses(db);
  const sets = await listSets(db);
  const setOfKit = new Map(sets.flatMap((set) => set.data.kitIds.map((id) => [id as string, set] as const)));
  const { memory } = here;
  if (db !== here.db) {
    const read = (await readKits(db, null)).map(({ mark, kit }) => ({ mark, kit: { ...kit, openUse: open.get(kit.id) ?? null } }));
    const crew = await crewOf(
      db,
      read.map(({ kit }) => kit),
    );
    const all = read.map(({ mark, kit }) => ({ mark, kit: knowing(kit, crew) }));
    const known = new Map(all.map((one) => [one.kit.id as string, one]));
    return all.map(({ kit }) => {
      const set = setOfKit.get(kit.id);
      return set === undefined ? kit : withSet(kit, set, known);
    });
  }
  const marks = await db
    .select({ id: kits.id, mark: markOf })
    .from(kits)
    .where(isNull(kits.retiredOn))
    .orderBy(asc(kits.position), asc(kits.id));
  const changed = marks.filter(({ id, mark }) => memory.row(id, mark) === undefined).map(({ id }) => id);
  const fresh = new Map<string, StoredKit>();
  if (changed.length > 0)
    for (const { mark, kit } of await readKits(db, changed.length > MOST_BY_ID ? null : changed)) {
      memory.keepRow(kit.id, mark, kit);
      fresh.set(kit.id, kit);
    }
  memory.keepOnly(new Set(marks.map(({ id }) => id)));
  // A kit that was retired since the marks were read is left out.
  const rows = marks.flatMap(({ id, mark }) => {
    const row = memory.row(id, mark) ?? fresh.get(id);
    return row === undefined ? [] : [{ id, mark, row }];
  });
  const crew = await crewOf(
    db,
    rows.map(({ row }) => row),
  );
  const known = new Map(
    rows.map(({ id, mark, row }) => {
      const kit = keptKnowing(here, row, crew);
      const use = open.get(id);
      const asUsed = use === undefined ? kit : memory.of(kit, `use ${use.logId} ${use.startedAt}`, () => ({ ...kit, openUse: use }));
      return [id, { mark, kit: asUsed }] as const;
    }),
  );
  return [...known].map(([id, marked]) => {
    const set = setOfKit.get(id);
    return set === undefined ? marked.kit : inItsSet(here, marked, set, known);
  });
}

/** Beyond so many, all are read at once. */
const MOST_BY_ID = 100;

/** By kit, the first of its uses that nobody has debriefed. */
async function openUses(db: Db | Tx): Promise<Map<string, OpenUse>> {
  const rows = await db.select().from(useLogs).where(eq(useLogs.isOpen, true)).orderBy(desc(useLogs.startedAt));
  return new Map(
    rows.flatMap(({ id, kitIds, startedAt }) =>
      kitIds.map((kitId) => [kitId, { logId: id, startedAt: new Date(startedAt).toISOString() }] as const),
    ),
  );
}

/** A kit whole, with what it is carried as one with. */
export async function findKit(db: Db | Tx, id: string): Promise<StoredKit> {
  const { set, others, ...own } = await readKit(db, id);
  return set === null ? own.kit : withSet(own.kit, set, new Map([...others, [id, own] as const]));
}

/** A kit whole, and as it is kept in memory if it still is so; what was worked out of it is kept with that one. */
export async function findKept(here: Installation, id: string): Promise<{ kit: StoredKit; kept: StoredKit }> {
  const { mark, kit, set, others } = await readKit(here.db, id);
  const row = here.memory.row(id, mark);
  const kept = row === undefined ? kit : keptKnowing(here, row, await crewOf(here.db, [row]));
  if (set === null) return { kit, kept };
  // The packing is whole in the one and in short in the other.
  const known = new Map([...others, [id, { mark, kit: kept }] as const]);
  return { kit: withSet(kit, set, known), kept: inItsSet(here, { mark, kit: kept }, set, known) };
}

interface ReadKit extends Marked {
  set: StoredSet | null;
  /** The other kits of its set, by id. */
  others: Map<string, Marked>;
}

async function readKit(db: Db | Tx, id: string): Promise<ReadKit> {
  const [found] = await db.select({ row: kits, mark: markOf }).from(kits).where(eq(kits.id, id));
  const { row, mark } = found ?? {};
  if (row === undefined || mark === undefined || row.retiredOn !== null) throw notFound('kit', id);
  const unitRows = await db
    .select()
    .from(units)
    .leftJoin(lots, eq(units.lotId, lots.id))
    .where(eq(units.kitId, id))
    .orderBy(asc(units.position), asc(units.id));
  const own = unitRows.map((unit) => toStoredUnit(unit.units, unit.lots));
  const stored = toStoredKit(row, own, (await openUses(db)).get(id) ?? null);
  const kit = knowing(stored, await crewOf(db, [stored]));
  const set = await setOf(db, id);
  const others =
    set === null
      ? []
      : await readKits(
          db,
          set.data.kitIds.filter((other) => other !== id),
        );
  return { mark, kit, set, others: new Map(others.map((other) => [other.kit.id as string, other])) };
}

const staleKit = (current: StoredKit, expected: number): Problem =>
  new Problem(
    409,
    'Changed meanwhile',
    `The kit "${current.name}" is at version ${current.version}; your change was made on version ${expected}.`,
    { current },
  );

/** Raises a kit's version, if it is the one that was seen; 409 with the kit as it is where somebody came first. */
export async function claimKit(tx: Tx, id: string, version: number): Promise<void> {
  const claimed = await tx
    .update(kits)
    .set({ version: version + 1 })
    .where(and(eq(kits.id, id), eq(kits.version, version)))
    .returning({ id: kits.id });
  if (claimed.length === 0) throw staleKit(await findKit(tx, id), version);
}

export async function createKit(here: Installation, db: Db, who: string, id: string, draft: KitDraft): Promise<StoredKit> {
  return db.transaction((tx) => createKitIn(here, tx, who, id, draft));
}

/** The same within a change that is more than the kit. */
export async function createKitIn(here: Installation, tx: Tx, who: string, id: string, draft: KitDraft): Promise<StoredKit> {
  await checkDraft(here, tx, draft);
  const [taken] = await tx.select({ id: kits.id }).from(kits).where(eq(kits.id, id));
  if (taken !== undefined) throw new Problem(409, 'Already there', `A kit "${id}" exists.`);
  const [last] = await tx.select({ position: sql<number>`coalesce(max(${kits.position}), 0)` }).from(kits);
  const fields = fieldsOf(draft);
  await tx.insert(kits).values({ id, ...fields, position: (last?.position ?? 0) + 1 });
  const changes = await writeUnits(tx, id, draft.units, [], {});
  await note(tx, who, [{ what: 'kit created', subject: id, after: fields }, ...changes]);
  return findKit(tx, id);
}

/** What stands in a kit's own row. */
function fieldsOf({ units: _, brief, ...fields }: KitDraft): Omit<KitDraft, 'units'> {
  return { ...fields, brief: briefToKeep(brief) };
}

/** Writes a kit's draft as a whole: all of it or nothing, refused where somebody else wrote in between. */
export async function saveKit(
  here: Installation,
  db: Db,
  who: string,
  id: string,
  version: number,
  sent: Omit<KitDraft, 'planned' | 'leftOut'> & { [F in 'planned' | 'leftOut']?: KitDraft[F] | undefined },
  sentTo: SentTo,
): Promise<StoredKit> {
  return db.transaction(async (tx) => {
    const before = await findKit(tx, id);
    const draft: KitDraft = { ...sent, planned: sent.planned ?? before.planned, leftOut: sent.leftOut ?? before.leftOut };
    await claimKit(tx, id, version);
    await checkDraft(here, tx, draft);
    const changes = await writeUnits(tx, id, draft.units, before.units, sentTo);
    const fields = fieldsOf(draft);
    await tx.update(kits).set(fields).where(eq(kits.id, id));
    if (before.inSet !== null) await askAlike(tx, who, before.inSet.kitIds, id);
    const { units: __, ...kept } = { ...before, brief: briefToKeep(before.brief) };
    const was = Object.fromEntries(Object.keys(fields).map((key) => [key, kept[key as keyof typeof fields]]));
    await note(tx, who, [{ what: 'kit saved', subject: id, before: was, after: fields }, ...changes]);
    return findKit(tx, id);
  });
}

/** The brief and the school of one kit of a set become those of all; each that this changes is at a new version. */
export async function askAlike(tx: Tx, who: string, kitIds: readonly string[], as: string): Promise<void> {
  const rows = await tx
    .select({ id: kits.id, brief: kits.brief, schoolId: kits.schoolId, version: kits.version })
    .from(kits)
    .where(inArray(kits.id, [...kitIds]));
  const model = rows.find(({ id }) => id === as);
  if (model === undefined) throw notFound('kit', as);
  const asked = { brief: model.brief, schoolId: model.schoolId };
  for (const { id, version, brief, schoolId } of rows) {
    if (isDeepStrictEqual({ brief, schoolId }, asked)) continue;
    await tx
      .update(kits)
      .set({ ...asked, version: version + 1 })
      .where(eq(kits.id, id));
    await note(tx, who, [{ what: 'kit saved', subject: id, before: { brief, schoolId }, after: asked }]);
  }
}
