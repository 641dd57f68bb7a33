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

/**
 * Keeps what was put into a kit out of stores; false: some of it lies in another kit, which is not kept. The first may have arrived, its
 * answer lost: it goes out again under the name that it had.
 */
export function keepPutBacks(
  kitId: string,
  first: string,
  taken: readonly { unitId: string; kind: string; take: number; fromKit?: boolean }[],
): boolean {
  const out = taken.filter(({ fromKit }) => fromKit !== true);
  // By place and not by unit: a stack may be taken from twice.
  for (const moved of out)
    keptDeeds.add({
      id: moved === taken[0] ? first : crypto.randomUUID(),
      at: new Date().toISOString(),
      do: 'putBack',
      kitId,
      unitId: moved.unitId,
      kind: moved.kind,
      count: moved.take,
    });
  return out.length === taken.length;
}

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
