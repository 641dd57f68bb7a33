import { type Remote, wrap } from 'comlink';

/** A worker with what it offers, and a promise that fails where the worker breaks off without an answer. */
export interface RunningWorker<T> {
  remote: Remote<T>;
  /** The answer, or a failure: one that the worker says, or that it could not be loaded or ended with an error. */
  answer: <A>(asked: Promise<A>) => Promise<A>;
  end: () => void;
}

export function runWorker<T>(worker: Worker): RunningWorker<T> {
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => reject(new Error(event.message || 'What works this out could not be loaded.')));
  });
  broken.catch(() => undefined); // heard of by whoever waits for an answer
  return { remote: wrap<T>(worker), answer: (asked) => Promise.race([asked, broken]), end: () => worker.terminate() };
}

export interface LatestOnly<Q> {
  ask(question: Q): void;
  end(): void;
}

/** Asks one question after the other, always the latest; those in between are dropped. One that fails is told, and the next is asked all the same. */
export function latestOnly<Q, A>(
  ask: (question: Q) => Promise<A>,
  told: { onAnswer: (question: Q, answer: A) => void; onFailure: (failure: unknown) => void },
): LatestOnly<Q> {
  let waiting: { question: Q } | null = null;
  let isBusy = false;
  let isEnded = false;
  const goOn = async (): Promise<void> => {
    if (isBusy) return;
    isBusy = true;
    while (waiting !== null && !isEnded) {
      const { question }: { question: Q } = waiting;
      waiting = null;
      try {
        const answer = await ask(question);
        if (!isEnded) told.onAnswer(question, answer);
      } catch (failure) {
        if (!isEnded) told.onFailure(failure);
      }
    }
    isBusy = false;
  };
  return {
    ask(question) {
      waiting = { question };
      void goOn();
    },
    end() {
      isEnded = true;
    },
  };
}
