const MOST_DERIVED = 30;

interface Marked<T> {
  /** Changes with the row. */
  mark: string;
  value: T;
}

/**
 * What was read and worked out, kept as long as what it follows from stands. Rows are known by a mark that the database changes with each
 * write, whoever writes; what follows from a row is kept beside the very object, so that it goes with it.
 */
export class Memory<T extends object> {
  private rows = new Map<string, Marked<T>>();
  private derived = new WeakMap<object, Map<string, unknown>>();

  row(id: string, mark: string): T | undefined {
    const known = this.rows.get(id);
    return known?.mark === mark ? known.value : undefined;
  }

  keepRow(id: string, mark: string, value: T): void {
    this.rows.set(id, { mark, value });
  }

  /** Lets go of rows that are not there any more. */
  keepOnly(ids: ReadonlySet<string>): void {
    for (const id of this.rows.keys()) if (!ids.has(id)) this.rows.delete(id);
  }

  /** What follows from a thing; `key` names everything else that it follows from. */
  of<R>(thing: object, key: string, work: () => R): R {
    let own = this.derived.get(thing);
    if (own === undefined) {
      own = new Map();
      this.derived.set(thing, own);
    }
    // Somebody who asks for one span after the other fills nothing up.
    if (own.size > MOST_DERIVED) own.clear();
    if (!own.has(key)) own.set(key, work());
    return own.get(key) as R; // set under its key by the same work
  }

  /** A catalogue or a temperature has changed: what was worked out with it goes, what was read stays. */
  forgetDerived(): void {
    this.derived = new WeakMap();
  }
}
