import { eq, sql } from 'drizzle-orm';
import type { Tx } from './database.ts';
import { kits } from './schema.ts';

/** Raises the kit's version: whoever edits it now holds an old picture. */
export async function touchKit(tx: Tx, id: string): Promise<void> {
  await tx
    .update(kits)
    .set({ version: sql`${kits.version} + 1` })
    .where(eq(kits.id, id));
}
