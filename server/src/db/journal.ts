import type { Tx } from './open.ts';
import { journal } from './schema.ts';

export interface Change {
  what: string;
  subject: string;
  before?: unknown;
  after?: unknown;
}

/** Appends to the journal, in the transaction that makes the change. */
export async function note(tx: Tx, who: string, changes: readonly Change[]): Promise<void> {
  if (changes.length === 0) return;
  const at = new Date().toISOString();
  await tx
    .insert(journal)
    .values(changes.map(({ what, subject, before, after }) => ({ at, who, what, subject, before: before ?? null, after: after ?? null })));
}
