import { bestFit, type FitProblem, type FitResult } from '@ivrak/core/fit';
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

/** The first of the next two seeds, so that packing again repeats neither of the last two. */
export const nextSeed = (seed: number | undefined): number => (seed === undefined ? 1 : seed + 1 + (seed % 2));

/** Packs from an odd seed and the one after it at once and takes the better result; it says which seed found it. */
export function startBestFit(problem: FitProblem, onProgress: (share: number) => void): RunningFit {
  const shares = [0, 0];
  const runs = shares.map((_, index) =>
    startFit({ ...problem, seed: problem.seed + index }, (share) => {
      shares[index] = share;
      onProgress(Math.min(...shares));
    }),
  );
  const [first, second] = runs as [RunningFit, RunningFit]; // two shares, two runs
  return {
    result: Promise.all([first.result, second.result]).then((results) => bestFit(problem, results)),
    cancel: () => {
      for (const run of runs) run.cancel();
    },
  };
}
