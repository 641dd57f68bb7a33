import type { KitSummary } from '@ivrak/core/model';

const MOST_SUMMARIES = 5000;

/** What Muster says of each kit, kept until something that it follows from changes. */
export class Summaries {
  private readonly known = new Map<string, KitSummary>();

  remembered(key: string, work: () => KitSummary): KitSummary {
    const summary = this.known.get(key) ?? work();
    if (this.known.size > MOST_SUMMARIES) this.known.clear();
    this.known.set(key, summary);
    return summary;
  }

  /** A restored or imported kit may carry an old version again, and a changed catalogue changes every kit. */
  forget(): void {
    this.known.clear();
  }
}
