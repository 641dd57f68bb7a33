import { Worker } from 'node:worker_threads';
import type { FitProblem, FitResult } from '@ivrak/core';
import { Problem } from '../http/problem.ts';

const MOST_WAITING = 16;
const LONGEST_MS = 60_000;

/** Packs one problem after the other in a thread, so that the server goes on answering meanwhile. */
export class FitQueue {
  private worker: Worker | null = null;
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  constructor(private readonly threadFile: URL) {}

  async pack(problem: FitProblem): Promise<FitResult> {
    if (this.waiting >= MOST_WAITING)
      throw new Problem(429, 'Too many requests', 'Other packings are under way; try again in a few seconds.');
    this.waiting += 1;
    const turn = this.last.then(() => this.run(problem));
    this.last = turn.catch(() => undefined);
    try {
      return await turn;
    } finally {
      this.waiting -= 1;
    }
  }

  private run(problem: FitProblem): Promise<FitResult> {
    this.worker ??= new Worker(this.threadFile);
    const worker = this.worker;
    worker.ref();
    return new Promise((resolve, reject) => {
      const end = () => {
        clearTimeout(timer);
        // Only our own listeners: a worker hears its messages through listeners of its own.
        worker.off('message', answer);
        worker.off('error', stop);
        // An idle thread must not keep the process alive.
        worker.unref();
      };
      const answer = (result: FitResult) => {
        end();
        resolve(result);
      };
      const stop = (error: unknown) => {
        end();
        this.worker = null;
        void worker.terminate();
        reject(error);
      };
      const timer = setTimeout(
        () => stop(new Problem(422, 'Not acceptable', `Not packed within ${LONGEST_MS / 1000} s: ask for fewer decodes.`)),
        LONGEST_MS,
      );
      worker.on('message', answer);
      worker.on('error', stop);
      worker.postMessage(problem);
    });
  }
}
