import { setTimeout as wait } from 'node:timers/promises';
import * as contract from '@ivrak/contract';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { cookieOf } from './admit.ts';
import { type Door, DoorError } from './door.ts';
import { dropCodes, endDevice, listDevices, makeCode, pair } from './pairing.ts';

/** Whoever tries codes waits longer each time; after so many none that is out is worth anything. */
const MOST_WRONG = 10;
const LONGEST_WAIT_MS = 5000;
const WRONG_COUNT_FOR_MS = contract.CODE_MINUTES * 60_000;

export function sharingRoutes(here: Installation, door: Door): Served[] {
  const wrong: number[] = [];
  let wrongInAll = 0;
  const sharing = async () => ({
    isOn: door.isOpen,
    trouble: door.trouble,
    addresses: door.addresses,
    fingerprint: door.fingerprint,
    devices: (await listDevices(here.db)).map(({ tokenHash: _, pairedAt, lastSeenAt, ...device }) => ({
      ...device,
      pairedAt: new Date(pairedAt).toISOString(),
      lastSeenAt: lastSeenAt === null ? null : new Date(lastSeenAt).toISOString(),
    })),
    wrongCodes: wrongInAll,
  });
  const refuseCode = async (): Promise<never> => {
    wrong.push(Date.now());
    wrongInAll += 1;
    if (wrong.length >= MOST_WRONG) {
      await dropCodes(here.db);
      throw new Problem(
        429,
        'Too many codes',
        'Too many wrong codes were tried: those that were given out do not work any more. Make a new one in ten minutes.',
      );
    }
    await wait(Math.min(LONGEST_WAIT_MS, door.waitMs * 2 ** (wrong.length - 1)));
    throw unacceptable([{ path: 'code', message: 'is no code, or is used or older than ten minutes; ask for a new one' }]);
  };
  return [
    serve(contract.getSharing, sharing),
    serve(contract.setSharing, async ({ body: { isOn } }) => {
      try {
        door.trouble = null;
        if (isOn) await door.open();
        else await door.shut();
      } catch (error) {
        if (!(error instanceof DoorError)) throw error;
        throw new Problem(409, 'Not let in', error.message);
      }
      return sharing();
    }),
    serve(contract.makeCode, async ({ body, who }) => {
      if (!door.isOpen) throw new Problem(409, 'Not let in', 'Let the phones in first, then pair one.');
      const { code, validUntil } = await makeCode(here.db, who, body, new Date());
      return { code, validUntil, address: door.addresses[0] ?? null };
    }),
    serve(contract.pairDevice, async ({ body: { code, name }, setCookie }) => {
      const since = Date.now() - WRONG_COUNT_FOR_MS;
      while ((wrong[0] ?? since) < since) wrong.shift();
      if (wrong.length >= MOST_WRONG) throw new Problem(429, 'Too many codes', 'Too many wrong codes were tried. Wait ten minutes.');
      const paired = await pair(here.db, code, name, new Date());
      if (paired === null) return refuseCode();
      setCookie(cookieOf(paired.token));
      const { role, personId } = paired.device;
      return { role, personId };
    }),
    serve(contract.endDevice, async ({ params: { id }, who }) => {
      if (!(await endDevice(here.db, who, id))) throw notFound('device', id);
      return { ended: id };
    }),
    serve(contract.getCertificate, () => {
      if (door.authority === null) throw notFound('certificate', 'of this crew');
      return door.authority;
    }),
  ];
}
