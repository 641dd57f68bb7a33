import { type Kind, NEEDS, type Restock, showDate } from '@ivrak/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, messageOf } from '../api/client.ts';
import { useRefresh, useRestock } from '../api/queries.ts';
import { grams, pieces, price } from '../drawing/figures.ts';
import { catalogNow, kindName } from '../kit/catalog.ts';
import { Blank } from '../shell/Blank.tsx';
import { Failure } from '../shell/Failure.tsx';
import { Refusal } from '../shell/Refusal.tsx';
import './stores.css';

type KitLines = Restock['kits'][number];
type Line = KitLines['lines'][number];
type Spare = Line['fromStores'][number];

/** What kits miss and where it comes from: stores first, first expired first out, else to buy. */
export function RestockPage() {
  const restock = useRestock();
  const [params] = useSearchParams();
  if (restock.isError) return <Failure error={restock.error} />;
  if (restock.data === undefined) return <Blank label="Looking through the stores" />;
  const only = params.get('kit');
  const kits = restock.data.kits.filter(({ kitId }) => only === null || kitId === only);
  return (
    <main id="main" className="restock">
      <div className="stores-head">
        <h1>Restock</h1>
        <p className="muted">
          {kits.length === 0
            ? 'Every kit has its least.'
            : 'From stores first: first expired, first out, among those that outlast the next inspection.'}
        </p>
        {only !== null && <Link to="/restock">All kits</Link>}
        <Link to="/buy">What to order where</Link>
      </div>
      {kits.map((kit) => (
        <RestockKit key={kit.kitId} kit={kit} />
      ))}
      {kits.length === 0 && (
        <p>
          Nothing to put back. <Link to="/">Back to Muster</Link>
        </p>
      )}
    </main>
  );
}

export function RestockKit({ kit }: { kit: KitLines }) {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const spares = kit.lines.flatMap(({ fromStores }) => fromStores);
  const putBack = async (taken: readonly Spare[]) => {
    setBusy(true);
    setError(null);
    try {
      // A stack that serves two needs changes its version with the first move.
      const moved = new Map<string, number>();
      for (const { unitId, take, version } of taken) {
        await api.post(`/api/units/${unitId}/move`, {
          version: version + (moved.get(unitId) ?? 0),
          to: 'kit',
          kitId: kit.kitId,
          count: take,
        });
        moved.set(unitId, (moved.get(unitId) ?? 0) + 1);
      }
    } catch (failure) {
      setError(messageOf(failure));
    }
    await refresh();
    setBusy(false);
  };
  return (
    <section className="restock-kit" aria-label={`Restock ${kit.kitName}`}>
      <div className="row spread">
        <h2>
          <Link to={`/kits/${kit.kitId}/bench`}>{kit.kitName}</Link>
        </h2>
        {spares.length > 1 && (
          <Button disabled={isBusy} onClick={() => void putBack(spares)}>
            Put all {spares.length} back
          </Button>
        )}
      </div>
      <Refusal text={error} />
      <ul className="restock-lines">
        {kit.lines.map((line) => (
          <RestockLineRow key={line.need} line={line} isBusy={isBusy} putBack={(spare) => void putBack([spare])} />
        ))}
      </ul>
    </section>
  );
}

function RestockLineRow({ line, isBusy, putBack }: { line: Line; isBusy: boolean; putBack: (spare: Spare) => void }) {
  return (
    <li>
      <div className="restock-need">
        <b>{pieces(line.need, line.missing)} missing</b>
        <span className="small muted">{NEEDS[line.need].without}</span>
      </div>
      <div className="grow">
        {line.fromStores.map((spare) => (
          <div key={spare.unitId} className="row restock-spare">
            <span className="grow">
              {spare.take} × {kindName(spare.kind)}
              <span className="small muted">
                {' '}
                · {spare.grade}
                {spare.lot === null ? '' : ` · lot ${spare.lot}`}
                {spare.expiresOn === null ? '' : ` · good through ${showDate(spare.expiresOn)}`}
              </span>
            </span>
            <Button variant="outline" disabled={isBusy} aria-label={`Put back ${kindName(spare.kind)}`} onClick={() => putBack(spare)}>
              Put back
            </Button>
          </div>
        ))}
        {line.toBuy.length > 0 && (
          <p className="small">
            Not in stores; to buy:{' '}
            {line.toBuy.map(({ kind, count, priceMinor }) => buyText(catalogNow().get(kind), kind, count, priceMinor)).join(' or ')}
          </p>
        )}
      </div>
    </li>
  );
}

const buyText = (kind: Kind | undefined, id: string, count: number, priceMinor: number): string =>
  `${count} × ${kind?.name ?? id} (about ${price(priceMinor)}${kind === undefined ? '' : `, ${grams(kind.massG * count)}`})`;
