import type { RequestHandler } from 'express';
import { Problem } from './problem.ts';

/** A database that runs out of disk while it writes may hang or end; so nothing is written long before. */
export const LEAST_FREE_BYTES = 200 * 1024 * 1024;
/** The disk is not asked for each of many requests. */
const ASKED_AGAIN_AFTER_MS = 1000;

const megabytes = (bytes: number): string => `${Math.floor(bytes / 1024 / 1024)} MB`;

/** Reads, and what only works something out, go on; what would be written is refused while the disk is nearly full. */
export function roomFirst(freeBytes: () => Promise<number | null>): RequestHandler {
  let known: { at: number; free: number | null } | null = null;
  const free = async () => {
    const now = performance.now();
    if (known === null || now - known.at > ASKED_AGAIN_AFTER_MS) known = { at: now, free: await freeBytes() };
    return known.free;
  };
  return async (req, _res, next) => {
    const isWriting = req.method !== 'GET' && req.method !== 'HEAD' && !req.path.startsWith('/compute/');
    const bytes = isWriting ? await free() : null;
    if (bytes !== null && bytes < LEAST_FREE_BYTES)
      throw new Problem(
        507,
        'Disk nearly full',
        `Nothing is written while less than ${megabytes(LEAST_FREE_BYTES)} are free where the data lies: ${megabytes(bytes)} are. Free some, then try again; nothing is lost.`,
      );
    next();
  };
}
