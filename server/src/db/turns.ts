import type { Db, Tx } from './database.ts';

/** Lets one piece of work in at a time, in the order of coming; one that fails holds nobody up. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve();

  run<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work);
    this.last = mine.catch(() => undefined);
    return mine;
  }
}

/** A transaction that waits for its turn, unless it is said to be read only; `first` is done at its beginning. */
export const inTurns =
  (transaction: Db['transaction'], turns: Turns, first: (tx: Tx) => Promise<unknown> = async () => undefined): Db['transaction'] =>
  (work, config) =>
    config?.accessMode === 'read only'
      ? transaction(work, config)
      : turns.run(() =>
          transaction(async (tx) => {
            await first(tx);
            return work(tx);
          }, config),
        );
