import { parentPort } from 'node:worker_threads';
import { rotation } from '@ivrak/core/stock';
import type { RotationQuestion } from './queues.ts';

/** What the last plan has worked out, and for which catalogue and day. */
const remembered = { of: '', what: new Map<string, string[]>() };

/** Runs in a thread of its own: kits and spares in, one plan out. */
parentPort?.on('message', ({ kits, spares, catalog, options }: RotationQuestion) => {
  const of = JSON.stringify([[...catalog], options.on]);
  if (of !== remembered.of) {
    remembered.of = of;
    remembered.what.clear();
  }
  parentPort?.postMessage(rotation(kits, spares, catalog, options, remembered.what));
});
