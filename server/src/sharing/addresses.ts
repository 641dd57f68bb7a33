import { hostname, networkInterfaces } from 'node:os';

/** By what this machine is reached from the network around it. */
export interface Names {
  ips: string[];
  hosts: string[];
}

/** The addresses of the local network, wired and wireless, and the name by which many networks find this machine. */
export function namesHere(interfaces = networkInterfaces(), name = hostname()): Names {
  const ips = Object.values(interfaces).flatMap((own) =>
    (own ?? []).flatMap(({ address, family, internal }) => (internal || family !== 'IPv4' ? [] : [address])),
  );
  const plain = name.toLowerCase().replace(/\.local$/, '');
  // What is no name of a machine stands in no certificate.
  const hosts = /^[a-z0-9-]{1,63}$/.test(plain) ? [`${plain}.local`] : [];
  return { ips: [...new Set(ips)].sort(byPrivacy), hosts };
}

/** Addresses of private networks (RFC 1918) first. */
const byPrivacy = (a: string, b: string): number => Number(isPrivate(b)) - Number(isPrivate(a));
const isPrivate = (ip: string): boolean => /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.)/.test(ip);
