import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto';
import { CODE_LENGTH, CODE_MINUTES, CODE_SIGNS, type Role } from '@ivrak/contract';
import { asc, eq, lt } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { devices, pairingCodes } from '../db/schema.ts';

/** Of codes and tokens only this is kept; both are made of chance alone, so that no salt is wanted. */
const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

export type Device = typeof devices.$inferSelect;

/** A code that pairs one device, for ten minutes. */
export async function makeCode(db: Db, who: string, { personId, role }: { personId: string | null; role: Role }, now: Date) {
  const code = Array.from({ length: CODE_LENGTH }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join('');
  const validUntil = new Date(now.getTime() + CODE_MINUTES * 60_000).toISOString();
  await db.transaction(async (tx) => {
    await tx.delete(pairingCodes).where(lt(pairingCodes.validUntil, now.toISOString()));
    await tx.insert(pairingCodes).values({ hash: hashOf(code), personId, role, validUntil });
    await note(tx, who, [{ what: 'pairing code made', subject: personId ?? role, after: { role, personId, validUntil } }]);
  });
  return { code, validUntil };
}

/** The device that a code lets in, and the token that proves who it is from now on; null: there is no such code, any more or at all. */
export async function pair(db: Db, code: string, name: string, now: Date): Promise<{ device: Device; token: string } | null> {
  return db.transaction(async (tx) => {
    // Taken away as it is used: of two that come with it at once, one gets it.
    const [taken] = await tx
      .delete(pairingCodes)
      .where(eq(pairingCodes.hash, hashOf(code)))
      .returning();
    if (taken === undefined || new Date(taken.validUntil) < now) return null;
    const token = randomBytes(32).toString('base64url');
    const { personId, role } = taken;
    const row = { id: randomUUID(), name, personId, role, tokenHash: hashOf(token), pairedAt: now.toISOString(), lastSeenAt: null };
    await tx.insert(devices).values(row);
    await note(tx, personId ?? 'local', [{ what: 'device paired', subject: row.id, after: { name, personId, role } }]);
    return { device: row, token };
  });
}

/** Codes that nobody used yet are worth nothing any more. */
export async function dropCodes(db: Db): Promise<void> {
  await db.delete(pairingCodes);
}

export async function deviceWith(db: Db, token: string): Promise<Device | null> {
  const [device] = await db
    .select()
    .from(devices)
    .where(eq(devices.tokenHash, hashOf(token)));
  return device ?? null;
}

export const listDevices = (db: Db): Promise<Device[]> => db.select().from(devices).orderBy(asc(devices.pairedAt), asc(devices.id));

/** Shuts a device out; false: there is none of that id. */
export async function endDevice(db: Db, who: string, id: string): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [ended] = await tx.delete(devices).where(eq(devices.id, id)).returning();
    if (ended === undefined) return false;
    const { name, personId, role } = ended;
    await note(tx, who, [{ what: 'device ended', subject: id, before: { name, personId, role } }]);
    return true;
  });
}

export async function seen(db: Db, id: string, now: Date): Promise<void> {
  await db.update(devices).set({ lastSeenAt: now.toISOString() }).where(eq(devices.id, id));
}
