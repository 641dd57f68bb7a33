import { createFit, type FitProblem, type FitResult } from '@ivrak/core/fit';
import { expose } from 'comlink';

const STEP = 60;

/** Works a packing out off the main thread; the page ends the worker to cancel. */
const fitWorker = {
  async pack(problem: FitProblem, onProgress: (share: number, best: FitResult | null) => void): Promise<FitResult> {
    const fit = createFit(problem);
    let share = 0;
    while (share < 1) {
      share = fit.step(STEP);
      onProgress(share, null);
      // Lets messages through between steps.
      await new Promise((resolve) => setTimeout(resolve, 0));
    }
    return fit.result();
  },
};
export type FitWorker = typeof fitWorker;

expose(fitWorker);
