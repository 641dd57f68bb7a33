import type { lateDeeds, SentBodyOf } from '@ivrak/contract';
import { create } from 'zustand';
import { api } from '../data/client.ts';
import { queryClient, refreshAll } from '../data/queries.ts';
import { createOutbox } from './outbox.ts';

/** Put back, or taken as a small thing, while the machine was away. */
export type KeptDeed = SentBodyOf<typeof lateDeeds>['deeds'][number] & { kitId: string };

/** How many of those that went out the machine could not make true, since this page was opened. */
export const useDisagreed = create<{ count: number }>()(() => ({ count: 0 }));

export const keptDeeds = createOutbox<KeptDeed>('ivrak.deeds', async ({ kitId, ...deed }) => {
  const { results } = await api.post('/api/kits/:id/late', { params: { id: kitId }, body: { deeds: [deed] } });
  const told = results.filter(({ became }) => became === 'discrepancy').length;
  useDisagreed.setState(({ count }) => ({ count: count + told }));
  await Promise.all([refreshAll(), queryClient.invalidateQueries({ queryKey: ['kit'] })]);
});

/** Spares without what waits to be put back from them. */
export function withoutWaiting<S extends { unitId: string; take: number }>(spares: readonly S[], waiting: readonly KeptDeed[]): S[] {
  const left = new Map<string, number>();
  for (const deed of waiting) if (deed.do === 'putBack') left.set(deed.unitId, (left.get(deed.unitId) ?? 0) + deed.count);
  return spares.flatMap((spare) => {
    const taken = Math.min(spare.take, left.get(spare.unitId) ?? 0);
    left.set(spare.unitId, (left.get(spare.unitId) ?? 0) - taken);
    return taken === spare.take ? [] : [{ ...spare, take: spare.take - taken }];
  });
}
