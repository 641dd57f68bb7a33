import type { KitSummary } from '@ivrak/core/model';

/** What Muster says of each kit, kept until something that it follows from changes. */
const summaries = new Map<string, KitSummary>();
const MOST_SUMMARIES = 500;

export function remembered(key: string, work: () => KitSummary): KitSummary {
  const summary = summaries.get(key) ?? work();
  if (summaries.size > MOST_SUMMARIES) summaries.clear();
  summaries.set(key, summary);
  return summary;
}

/** A restored or imported kit may carry an old version again, and a changed catalogue changes every kit. */
export const forgetSummaries = (): void => summaries.clear();
