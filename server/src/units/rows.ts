import { type PlainDate, type StoredUnit, type Unit, UnitIdSchema } from '@ivrak/core/model';
import { and, eq, gt, inArray, isNull, max, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { lots, units } from '../db/schema.ts';

export type UnitRow = typeof units.$inferSelect;
export type LotRow = typeof lots.$inferSelect;

/** The one place where a row becomes a unit. Rows were checked when they were written. */
export function toStoredUnit(row: UnitRow, lot: LotRow | null): StoredUnit {
  return {
    id: UnitIdSchema.parse(row.id),
    kind: row.kind,
    count: row.count,
    piecesUsed: row.piecesUsed,
    condition: row.condition as Unit['condition'], // written through the schema
    state: row.state,
    lot: lot?.lot ?? null,
    expiresOn: (lot?.expiresOn ?? null) as PlainDate | null, // a date column
    lotId: row.lotId,
    gtin: lot?.gtin ?? null,
    seller: lot?.seller ?? null,
    authorised: lot?.authorised ?? null,
    priceMinor: lot?.priceMinor ?? null,
    own: row.own,
    version: row.version,
  };
}

/**
 * The same mapping as `toStoredUnit`, done by the database for lists: one JSON value for all units of a kit is read many
 * times faster than a row of columns for each. A test holds both against each other.
 */
export const storedUnitsJson = sql<StoredUnit[]>`json_agg(json_build_object(
  'id', ${units.id}, 'kind', ${units.kind}, 'count', ${units.count}, 'piecesUsed', ${units.piecesUsed},
  'condition', ${units.condition}, 'state', ${units.state}, 'lot', ${lots.lot}, 'expiresOn', ${lots.expiresOn},
  'lotId', ${units.lotId}, 'gtin', ${lots.gtin}, 'seller', ${lots.seller}, 'authorised', ${lots.authorised},
  'priceMinor', ${lots.priceMinor}, 'own', ${units.own}, 'version', ${units.version}) order by ${units.position}, ${units.id})`;

const SPARES_OF_PAGE = 2000;

/** What lies in stores, some at a time: `letPass` is called between, since the embedded database stops everything while it reads. */
export async function sparesOf(db: Db | Tx, letPass: () => Promise<void> = async () => undefined): Promise<StoredUnit[]> {
  const all: StoredUnit[][] = [];
  for (let after = ''; ; ) {
    const ids = db
      .select({ id: units.id })
      .from(units)
      .where(and(eq(units.place, 'stores'), gt(units.id, after)))
      .orderBy(units.id)
      .limit(SPARES_OF_PAGE);
    const [row] = await db
      .select({ own: storedUnitsJson, last: max(units.id) })
      .from(units)
      .leftJoin(lots, eq(units.lotId, lots.id))
      .where(inArray(units.id, ids));
    if (!row?.own || row.last === null) return all.flat();
    all.push(row.own);
    after = row.last;
    await letPass();
  }
}

/** The lot that fits what is known of a unit: its own one where nothing changed, else one found or made. */
export async function lotFor(tx: Tx, unit: Pick<Unit, 'kind' | 'lot' | 'expiresOn'>, own: LotRow | null): Promise<string | null> {
  if (unit.lot === null && unit.expiresOn === null) return own !== null && own.lot === null && own.expiresOn === null ? own.id : null;
  if (own !== null && own.lot === unit.lot && own.expiresOn === unit.expiresOn) return own.id;
  const sameLot = unit.lot === null ? isNull(lots.lot) : eq(lots.lot, unit.lot);
  const sameDate = unit.expiresOn === null ? isNull(lots.expiresOn) : eq(lots.expiresOn, unit.expiresOn);
  const [found] = await tx
    .select()
    .from(lots)
    .where(and(eq(lots.kind, unit.kind), sameLot, sameDate))
    .orderBy(lots.id)
    .limit(1);
  if (found !== undefined) return found.id;
  const id = crypto.randomUUID();
  // Where it was bought stays known when a date is put right.
  const provenance =
    own === null
      ? {}
      : { gtin: own.gtin, seller: own.seller, authorised: own.authorised, priceMinor: own.priceMinor, producedOn: own.producedOn };
  await tx.insert(lots).values({ id, kind: unit.kind, lot: unit.lot, expiresOn: unit.expiresOn, ...provenance });
  return id;
}
