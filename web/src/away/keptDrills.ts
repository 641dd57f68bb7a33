import type { Drill } from '@ivrak/core/model';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { createOutbox } from './outbox.ts';

/** Sittings that the machine does not have yet. */
export const keptDrills = createOutbox<Drill>('ivrak.drills', async (drill) => {
  await api.post('/api/drills', { body: { drills: [drill] } });
  await Promise.all([['drills'], ['carry']].map((queryKey) => queryClient.invalidateQueries({ queryKey })));
});
