import { emptyBook, offeredPrices } from '@ivrak/core/buying';
import type { PlainDate } from '@ivrak/core/model';
import { useMemo } from 'react';
import { useOffers } from '../buying/queries.ts';
import { catalogNow, useCatalog } from '../data/catalog.ts';
import { useStores } from '../data/queries.ts';

/** What there is to choose from, beside kinds: what is spare in stores, what a unit is offered for, and where things may go. */
export function useChoices(today: PlainDate | undefined) {
  const stores = useStores().data;
  const book = useOffers().data?.data;
  const { containers, positions } = useCatalog();
  return useMemo(() => {
    if (today === undefined) return null;
    const spares = (stores?.units ?? [])
      .filter(({ place, condition, piecesUsed }) => place === 'stores' && condition === 'ready' && piecesUsed === 0)
      .map(({ id, kind, count, expiresOn }) => ({ id: id as string, kind, count, expiresOn }));
    const { offers, suppliers } = book ?? emptyBook();
    const offered = offeredPrices({ offers, suppliers }, (id) => catalogNow().get(id)?.sellerMatters === true, today);
    return { containers, positions, spares, offered, today };
  }, [stores, book, containers, positions, today]);
}
