import type { OfferBook } from '@ivrak/core/buying';
import type { Proposal } from '@ivrak/core/propose';
import { useMemo } from 'react';
import { useOffers, usePlan } from '../buying/queries.ts';
import { catalogNow } from '../data/catalog.ts';
import { price } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { orderedText } from './words.ts';

interface OrderedProps {
  things: Proposal['things'];
  alike: number;
}

/** What the proposal comes to in whole packs with shipping, where there are offers; what is not offered stays at its usual price. */
export function Ordered({ things, alike }: OrderedProps) {
  const book = useOffers().data?.data;
  if (book === undefined) return null;
  // Nobody offers anything: then there is one price to say.
  return book.offers.length === 0 ? <UsualPrices /> : <Plan things={things} alike={alike} book={book} />;
}

function Plan({ things, alike, book }: OrderedProps & { book: OfferBook }) {
  const { today } = useKit();
  const problem = useMemo(() => {
    const need = things.flatMap(({ kind, count, fromStock = [] }) => {
      const bought = count * alike - fromStock.length;
      return bought > 0 ? [{ kind, count: bought }] : [];
    });
    const authorisedOnly = need.filter(({ kind }) => catalogNow().get(kind)?.sellerMatters === true).map(({ kind }) => kind);
    return { need, offers: book.offers, suppliers: book.suppliers, on: today, authorisedOnly };
  }, [things, alike, book, today]);
  const plan = usePlan(problem).data;
  if (plan === undefined) return null;
  if (plan.orders.length === 0) return <UsualPrices />;
  const usual = plan.unmet.reduce((sum, { kind, count }) => sum + count * (catalogNow().get(kind)?.priceMinor ?? 0), 0);
  return <p className="small muted">{orderedText(plan, alike, usual, price)}</p>;
}

const UsualPrices = () => <p className="small muted">At usual prices: nobody’s offers are known for it.</p>;
