import type { Notice } from '@ivrak/core/model';
import type { Tx } from '../db/database.ts';
import { notices } from '../db/schema.ts';

type Warned = Pick<Notice, 'kind' | 'lot' | 'seller'>;

export const isAbout = ({ kind, lot, seller }: Notice, row: Warned): boolean =>
  row.kind === kind &&
  (lot === null || row.lot?.toLowerCase() === lot.toLowerCase()) &&
  (seller === null || row.seller?.toLowerCase() === seller.toLowerCase());

/** Tells whether a lot that is taken in is one that a notice warned of. */
export async function warningsIn(tx: Tx): Promise<(row: Warned) => boolean> {
  const known = await tx.select().from(notices);
  return (row) => known.some(({ data }) => isAbout(data, row));
}
