import { type BuyingProblem, buyingNeed } from '@ivrak/core';
import { Checkbox, Switch } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useRestock } from '../api/queries.ts';
import { kindName, useCatalog } from '../kit/catalog.ts';
import { Blank } from '../shell/Blank.tsx';
import { DecimalInput } from '../shell/DecimalInput.tsx';
import { Failure } from '../shell/Failure.tsx';
import './buying.css';
import { Offers } from './Offers.tsx';
import { PlanView } from './PlanView.tsx';
import { type StoredBook, useOffers } from './queries.ts';

/** What to order where, at the least outlay, for what kits miss and stores do not fill. */
export function BuyingPage() {
  const restock = useRestock();
  const offers = useOffers();
  if (restock.isError || offers.isError) return <Failure error={restock.error ?? offers.error} />;
  if (restock.data === undefined || offers.data === undefined) return <Blank label="Reckoning up" />;
  return <Buying kits={restock.data.kits} book={offers.data} />;
}

type KitLines = NonNullable<ReturnType<typeof useRestock>['data']>['kits'];

function Buying({ kits, book }: { kits: KitLines; book: StoredBook }) {
  const catalog = useCatalog((state) => state.catalog);
  const lacking = kits.filter(({ lines }) => lines.some(({ toBuy }) => toBuy.length > 0));
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [withAlternatives, setAlternatives] = useState(true);
  const [leastShelfDays, setShelf] = useState<number | null>(365);
  const [pricesWaste, setWaste] = useState(false);
  const chosen = lacking.filter(({ kitId }) => !without.has(kitId));
  const problem = useMemo(
    (): BuyingProblem => ({
      need: buyingNeed(chosen, { withAlternatives }, catalog),
      offers: book.data.offers,
      suppliers: book.data.suppliers,
      leastShelfDays: leastShelfDays ?? 0,
      authorisedOnly: [...catalog.values()].filter(({ sellerMatters }) => sellerMatters).map(({ id }) => id),
      wasteShare: pricesWaste ? 1 : 0,
    }),
    [chosen, withAlternatives, catalog, book, leastShelfDays, pricesWaste],
  );
  const toggle = (kitId: string) => {
    const next = new Set(without);
    if (!next.delete(kitId)) next.add(kitId);
    setWithout(next);
  };
  return (
    <main id="main" className="buying">
      <section className="buying-need" aria-label="What is to be bought">
        <h1>Buy</h1>
        <p className="small muted">
          What kits miss and stores do not fill. <Link to="/restock">Restock from stores first.</Link>
        </p>
        {lacking.length === 0 && <p>Nothing is to be bought: stores fill what is missing.</p>}
        {lacking.map(({ kitId, kitName }) => (
          <Checkbox key={kitId} label={kitName} checked={!without.has(kitId)} onChange={() => toggle(kitId)} />
        ))}
        <ul className="buying-lines">
          {problem.need.map(({ kind, count, accepts = [] }) => (
            <li key={kind}>
              <b>
                {count} × {kindName(kind)}
              </b>
              {accepts.length > 0 && <span className="small muted"> or {accepts.map(kindName).join(', ')}</span>}
            </li>
          ))}
        </ul>
        <h2>How</h2>
        <Switch
          label="Other kinds that serve as well"
          checked={withAlternatives}
          onChange={(event) => setAlternatives(event.currentTarget.checked)}
        />
        <Switch
          label="Price in what would be left over"
          checked={pricesWaste}
          onChange={(event) => setWaste(event.currentTarget.checked)}
        />
        <DecimalInput label="Dated goods last at least" unit="days" max={3650} decimals={0} value={leastShelfDays} onChange={setShelf} />
        <p className="small muted">Where a forged thing would kill, only sellers that are known as authorised count.</p>
      </section>
      <PlanView problem={problem} kits={chosen} />
      <Offers key={book.version} book={book} />
    </main>
  );
}
