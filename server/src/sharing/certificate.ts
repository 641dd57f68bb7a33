import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Names } from './addresses.ts';
import { DAY_MS, SERVER_DAYS } from './validity.ts';

export interface Certificate {
  /** Of this server, with the key that goes with it. */
  cert: string;
  key: string;
  /** What phones are asked to trust: it signs the server's, which may so be renewed without asking them again. */
  authority: string;
  /** Of the authority, SHA-256. */
  fingerprint: string;
  validUntil: Date;
}

const RENEWED_DAYS_BEFORE = 45;

/**
 * The certificate of this installation, made at the first call and made anew before it lapses or where the machine has other names by
 * now. Keys lie in `folder`, readable for nobody else.
 */
export async function certificateIn(folder: string, names: Names, now: Date): Promise<Certificate> {
  // Only where somebody lets phones in is any of it wanted.
  const { makeAuthority, makeServer } = await import('./issue.ts');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
  const file = (name: string) => join(folder, name);
  const isThere = existsSync(file('authority.crt')) && existsSync(file('authority.key'));
  const known = isThere ? { cert: readFileSync(file('authority.crt'), 'utf8'), key: readFileSync(file('authority.key'), 'utf8') } : null;
  const authority = known !== null && isGoodFor(known.cert, SERVER_DAYS, now) ? known : await makeAuthority(now);
  if (authority !== known) {
    keep(file('authority.key'), authority.key);
    keep(file('authority.crt'), authority.cert);
  }
  const hasServer = existsSync(file('server.crt')) && existsSync(file('server.key'));
  const before = hasServer ? { cert: readFileSync(file('server.crt'), 'utf8'), key: readFileSync(file('server.key'), 'utf8') } : null;
  const stands = before !== null && authority === known && isGoodFor(before.cert, RENEWED_DAYS_BEFORE, now) && namesAll(before.cert, names);
  const server = stands ? before : await makeServer(authority, names, now);
  if (server !== before) {
    keep(file('server.key'), server.key);
    keep(file('server.crt'), server.cert);
  }
  return {
    cert: `${server.cert.trim()}\n${authority.cert.trim()}\n`,
    key: server.key,
    authority: authority.cert,
    fingerprint: new X509Certificate(authority.cert).fingerprint256,
    validUntil: new Date(new X509Certificate(server.cert).validTo),
  };
}

/** Written beside its place first, so that a start that is killed leaves no half of a key. */
function keep(path: string, text: string): void {
  writeFileSync(`${path}.new`, text, { mode: 0o600 });
  chmodSync(`${path}.new`, 0o600);
  renameSync(`${path}.new`, path);
}

const isGoodFor = (cert: string, days: number, now: Date): boolean =>
  new Date(new X509Certificate(cert).validTo).getTime() - now.getTime() > days * DAY_MS;

function namesAll(cert: string, { ips, hosts }: Names): boolean {
  const told = new X509Certificate(cert).subjectAltName ?? '';
  const there = new Set(told.split(', '));
  return ips.every((ip) => there.has(`IP Address:${ip}`)) && hosts.every((host) => there.has(`DNS:${host}`));
}
