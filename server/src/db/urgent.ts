import { breathe } from './breathe.ts';

/** What cannot wait, and a way for long work to let it pass. */
export class Urgent {
  private running = 0;

  async run<T>(work: () => Promise<T>): Promise<T> {
    this.running += 1;
    try {
      return await work();
    } finally {
      this.running -= 1;
    }
  }

  /** Called between two steps of long work: comes back when nothing urgent is under way. */
  async pass(): Promise<void> {
    do await breathe();
    while (this.running > 0);
  }
}
