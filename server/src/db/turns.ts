/** Lets one piece of work in at a time, in the order of coming; one that fails holds nobody up. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();

  run<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work);
    this.last = mine.catch(() => undefined);
    return mine;
  }
}
