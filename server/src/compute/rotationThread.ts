import { parentPort } from 'node:worker_threads';
import { rotation } from '@ivrak/core/stock';
import type { RotationQuestion } from './queues.ts';

/** Runs in a thread of its own: kits and spares in, one plan out. */
parentPort?.on('message', ({ kits, spares, catalog, options }: RotationQuestion) => {
  parentPort?.postMessage(rotation(kits, spares, catalog, options));
});
