import { Worker } from 'node:worker_threads';
import { Problem } from '../http/problem.ts';

const MOST_WAITING = 16;
const LONGEST_MS = 60_000;

/** Said where there is too much to do, and where it takes too long. */
interface QueueWords {
  full: string;
  tooLong: string;
}

/** Works one question out after the other in a thread, so that the server goes on answering meanwhile. */
export class ThreadQueue<Question, Answer> {
  private worker: Worker | null = null;
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  constructor(
    private readonly threadFile: URL,
    private readonly words: QueueWords,
  ) {}

  async ask(question: Question): Promise<Answer> {
    if (this.waiting >= MOST_WAITING) throw new Problem(429, 'Too many requests', this.words.full);
    this.waiting += 1;
    const turn = this.last.then(() => this.run(question));
    this.last = turn.catch(() => undefined);
    try {
      return await turn;
    } finally {
      this.waiting -= 1;
    }
  }

  private run(question: Question): Promise<Answer> {
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
      const answer = (result: Answer) => {
        end();
        resolve(result);
      };
      const stop = (error: unknown) => {
        end();
        this.worker = null;
        void worker.terminate();
        reject(error);
      };
      const timer = setTimeout(() => stop(new Problem(422, 'Not acceptable', this.words.tooLong)), LONGEST_MS);
      worker.on('message', answer);
      worker.on('error', stop);
      worker.postMessage(question);
    });
  }
}
