import { parentPort } from 'node:worker_threads';
import { type FitProblem, packFit } from '@ivrak/core/fit';

/** Runs in a thread of its own: one problem in, one result out. */
parentPort?.on('message', (problem: FitProblem) => parentPort?.postMessage(packFit(problem)));
