import type { IntakeSchema } from '@ivrak/contract';
import { intakeCondition } from '@ivrak/core/stock';
import type * as z from 'zod';
import type { Tx } from '../db/database.ts';
import { gtins, lots, units } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import type { ReportProgress } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { warningsIn } from '../notices/warnings.ts';

type Intake = z.output<typeof IntakeSchema>;

const ROWS_AT_ONCE = 250;

interface Taken {
  id: string;
  condition: string;
}

/**
 * Takes things in, each with a lot of its own: practice, suspect where a notice or the price says so, else ready. Article numbers
 * are remembered. `reportProgress` hears the share done, and may throw to give the whole up.
 * @param pathOf where in the request a row stands, for what is refused
 */
export async function takeAll(
  here: Installation,
  tx: Tx,
  rows: readonly Intake[],
  pathOf: (row: number) => string,
  reportProgress: ReportProgress = async () => undefined,
): Promise<Taken[]> {
  const issues = rows.flatMap(({ kind }, index) =>
    here.catalog.kinds.has(kind) ? [] : [{ path: `${pathOf(index)}kind`, message: `"${kind}" is not in the catalogue` }],
  );
  if (issues.length > 0) throw unacceptable(issues);
  const isWarned = await warningsIn(tx);
  const made = rows.map((row) => ({
    row,
    lotId: crypto.randomUUID(),
    id: row.id ?? crypto.randomUUID(),
    condition: row.practice ? 'practice' : isWarned(row) ? 'suspect' : conditionOf(here, row),
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
      some.map(({ id, lotId, condition, row: { kind, count, practice, producedOn, own } }) => {
        const known = { ...(producedOn === null ? {} : { madeOn: producedOn }), ...own };
        return { id, kind, count, condition, lotId, own: known, place: practice ? 'practice' : 'stores' };
      }),
    );
    await reportProgress(Math.min(1, (at + ROWS_AT_ONCE) / made.length));
  }
  const numbers = new Map(rows.flatMap(({ gtin, kind }) => (gtin === null ? [] : [[gtin, kind] as const])));
  for (const [gtin, kind] of numbers)
    await tx.insert(gtins).values({ gtin, kind }).onConflictDoUpdate({ target: gtins.gtin, set: { kind } });
  return made.map(({ id, condition }) => ({ id, condition }));
}

function conditionOf(here: Installation, row: Intake): string {
  const kind = here.catalog.kinds.get(row.kind);
  return kind === undefined ? 'ready' : intakeCondition(kind, row);
}
