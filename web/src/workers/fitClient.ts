import type { FitProblem, FitResult } from '@ivrak/core';
import { proxy, wrap } from 'comlink';
import type { FitWorker } from './fit.worker.ts';

export interface RunningFit {
  result: Promise<FitResult>;
  cancel(): void;
}

/** Packs in a worker of its own; cancelling ends the worker and leaves the promise open. */
export function startFit(problem: FitProblem, onProgress: (share: number) => void): RunningFit {
  const worker = new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<FitWorker>(worker);
  const result = remote.pack(problem, proxy(onProgress)).finally(() => worker.terminate());
  return { result, cancel: () => worker.terminate() };
}
