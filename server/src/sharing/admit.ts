import type { TLSSocket } from 'node:tls';
import { type Access, isAllowed } from '@ivrak/contract';
import { eq } from 'drizzle-orm';
import type { NextFunction, Request, Response } from 'express';
import { discrepancies, inspections, kits, units } from '../db/schema.ts';
import { type Caller, HERE, STRANGER, setCaller } from '../http/caller.ts';
import { Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import type { Door } from './door.ts';
import { deviceWith, seen } from './pairing.ts';

/** Of this host only, over TLS only, out of reach of scripts. */
export const COOKIE = '__Host-ivrak';
const YEAR_S = 31_536_000;
export const cookieOf = (token: string): string => `${COOKIE}=${token}; Path=/; Max-Age=${YEAR_S}; Secure; HttpOnly; SameSite=Strict`;

/** When a device was seen last need not be known to the second. */
const NOTED_EVERY_MS = 60_000;

const LOCAL_NAMES = new Set(['localhost', '127.0.0.1', '[::1]']);
const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/**
 * Finds out who calls, and refuses requests that do not come from this server's own pages: a foreign Host is a rebinding trick, a foreign
 * Origin is another site's script.
 */
export function admit(here: Installation, door: Door) {
  const noted = new Map<string, number>();
  return async (req: Request, res: Response, next: NextFunction): Promise<void> => {
    const host = (req.headers.host ?? '').toLowerCase();
    const isShared = (req.socket as TLSSocket).encrypted === true || door.isPassedOn(host);
    if (isShared ? !door.isCalled(host) : !LOCAL_NAMES.has(nameOf(host)))
      throw new Problem(
        403,
        'Refused',
        isShared ? 'This server does not go by that name.' : 'This server answers only to local host names.',
      );
    const { origin, 'sec-fetch-site': from } = req.headers;
    // A link may lead here from anywhere; data goes to these pages only, and to whoever types an address.
    const isAskedForElsewhere = req.path.startsWith('/api') && from !== undefined && from !== 'same-origin' && from !== 'none';
    if (isAskedForElsewhere || (origin !== undefined && origin !== `${isShared ? 'https' : 'http'}://${host}`))
      throw new Problem(403, 'Refused', 'Requests from other sites are refused.');
    setCaller(res, isShared ? await whoIs(req) : HERE);
    next();
  };

  async function whoIs(req: Request): Promise<Caller> {
    const token = new RegExp(`(?:^|;\\s*)${COOKIE}=([A-Za-z0-9_-]{20,100})(?:;|$)`).exec(req.headers.cookie ?? '')?.[1];
    const device = token === undefined || !req.path.startsWith('/api') ? null : await deviceWith(here.db, token);
    if (device === null) return STRANGER;
    const now = Date.now();
    if (now - (noted.get(device.id) ?? 0) > NOTED_EVERY_MS) {
      noted.set(device.id, now);
      await seen(here.db, device.id, new Date(now));
    }
    return { isHere: false, role: device.role, personId: device.personId, device: { id: device.id, name: device.name } };
  }
}

/** Refuses a call that the caller may not make: 401 where nobody is known, 403 where the role does not reach. */
export async function checkAccess(
  here: Installation,
  caller: Caller,
  access: Access,
  { params, body }: { params: Record<string, string>; body: unknown },
): Promise<void> {
  if (access.least === 'anyone') return;
  if (caller.role === null)
    throw new Problem(401, 'Not paired', 'This device is not paired, or was shut out. Ask for a code at the machine.');
  if (!isAllowed(caller.role, access))
    throw new Problem(403, 'Not yours to do', `That is for a ${access.least}; this device is a ${caller.role}.`);
  if (access.own === undefined || caller.role !== 'carrier') return;
  const bearers = await bearersOf(here, access.own, params, body);
  if (bearers.some((personId) => personId !== null && personId !== caller.personId))
    throw new Problem(403, 'Not yours to do', 'That kit is somebody else’s: a carrier looks after their own kits, and those of nobody.');
}

/** Whose the kits are that a call touches; what is not there is found missing by the call itself. */
async function bearersOf({ db }: Installation, what: NonNullable<Access['own']>, params: Record<string, string>, body: unknown) {
  const { id = '' } = params;
  const bearer = async (kitId: string | null | undefined): Promise<(string | null)[]> => {
    if (kitId === null || kitId === undefined) return [];
    const rows = await db.select({ personId: kits.personId }).from(kits).where(eq(kits.id, kitId));
    return rows.map(({ personId }) => personId);
  };
  switch (what) {
    case 'kit':
      return bearer(id);
    case 'inspection': {
      const [row] = await db.select({ kitId: inspections.kitId }).from(inspections).where(eq(inspections.id, id));
      return bearer(row?.kitId);
    }
    case 'discrepancy': {
      const [row] = await db.select().from(discrepancies).where(eq(discrepancies.id, id));
      return bearer(row?.data.kitId);
    }
    case 'unit': {
      const [row] = await db.select({ kitId: units.kitId }).from(units).where(eq(units.id, id));
      const to = typeof body === 'object' && body !== null && 'kitId' in body ? (body as { kitId?: unknown }).kitId : undefined;
      return [...(await bearer(row?.kitId)), ...(await bearer(typeof to === 'string' ? to : null))];
    }
  }
}
