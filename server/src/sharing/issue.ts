import { generate } from 'selfsigned';
import type { Names } from './addresses.ts';
import { AUTHORITY_DAYS, DAY_MS, SERVER_DAYS, SLACK_MS } from './validity.ts';

export interface Pair {
  cert: string;
  key: string;
}

export async function makeAuthority(now: Date): Promise<Pair> {
  const made = await generate([{ name: 'commonName', value: 'Ivrak of this crew' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - SLACK_MS),
    notAfterDate: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  return { cert: made.cert, key: made.private };
}

export async function makeServer(authority: Pair, { ips, hosts }: Names, now: Date): Promise<Pair> {
  const made = await generate([{ name: 'commonName', value: hosts[0] ?? ips[0] ?? 'ivrak' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - SLACK_MS),
    notAfterDate: new Date(now.getTime() + SERVER_DAYS * DAY_MS),
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [...ips.map((ip) => ({ type: 7 as const, ip })), ...hosts.map((value) => ({ type: 2 as const, value }))],
      },
    ],
  });
  return { cert: made.cert, key: made.private };
}
