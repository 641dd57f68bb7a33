import { ArticleSchema, PlainDateSchema, UnitIdSchema } from '@ivrak/core/model';
import { intakeCondition } from '@ivrak/core/stock';
import * as z from 'zod';
import { KIND_CATALOG } from '../catalog/catalog.ts';
import type { Tx } from '../db/open.ts';
import { gtins, lots, units } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import type { Tell } from '../http/route.ts';
import { warningsIn } from '../notices/routes.ts';

export const IntakeSchema = z.object({
  id: UnitIdSchema.optional(),
  kind: z.string(),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  lot: z.string().trim().min(1).max(40).nullable().default(null),
  gtin: ArticleSchema.nullable().default(null),
  expiresOn: PlainDateSchema.nullable().default(null),
  producedOn: PlainDateSchema.nullable().default(null),
  seller: z.string().trim().max(80).nullable().default(null),
  authorised: z.boolean().nullable().default(null),
  priceMinor: z.number().int().nonnegative().max(100_000_000).nullable().default(null),
  practice: z.boolean().default(false),
});
type Intake = z.output<typeof IntakeSchema>;

const ROWS_AT_ONCE = 250;

interface Taken {
  id: string;
  condition: string;
}

/**
 * Takes things in, each with a lot of its own: practice, suspect where a notice or the price says so, else ready. Article numbers
 * are remembered. `tell` hears the share done, and may throw to give the whole up.
 * @param pathOf where in the request a row stands, for what is refused
 */
export async function takeAll(
  tx: Tx,
  rows: readonly Intake[],
  pathOf: (row: number) => string,
  tell: Tell = async () => undefined,
): Promise<Taken[]> {
  const issues = rows.flatMap(({ kind }, index) =>
    KIND_CATALOG.has(kind) ? [] : [{ path: `${pathOf(index)}kind`, message: `"${kind}" is not in the catalogue` }],
  );
  if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
  const isWarned = await warningsIn(tx);
  const made = rows.map((row) => ({
    row,
    lotId: crypto.randomUUID(),
    id: row.id ?? crypto.randomUUID(),
    condition: row.practice ? 'practice' : isWarned(row) ? 'suspect' : conditionOf(row),
  }));
  for (let at = 0; at < made.length; at += ROWS_AT_ONCE) {
    const some = made.slice(at, at + ROWS_AT_ONCE);
    await tx.insert(lots).values(
      some.map(({ lotId, row: { kind, lot, gtin, expiresOn, producedOn, seller, authorised, priceMinor } }) => ({
        id: lotId,
        kind,
        lot,
        gtin,
        expiresOn,
        producedOn,
        seller,
        authorised,
        priceMinor,
      })),
    );
    await tx.insert(units).values(
      some.map(({ id, lotId, condition, row: { kind, count, practice } }) => {
        return { id, kind, count, condition, lotId, place: practice ? 'practice' : 'stores' };
      }),
    );
    await tell(Math.min(1, (at + ROWS_AT_ONCE) / made.length));
  }
  const numbers = new Map(rows.flatMap(({ gtin, kind }) => (gtin === null ? [] : [[gtin, kind] as const])));
  for (const [gtin, kind] of numbers)
    await tx.insert(gtins).values({ gtin, kind }).onConflictDoUpdate({ target: gtins.gtin, set: { kind } });
  return made.map(({ id, condition }) => ({ id, condition }));
}

function conditionOf(row: Intake): string {
  const kind = KIND_CATALOG.get(row.kind);
  return kind === undefined ? 'ready' : intakeCondition(kind, row);
}
