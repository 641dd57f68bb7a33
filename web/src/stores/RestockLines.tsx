import { type Kind, NEEDS, type Restock, showDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { catalogNow, kindName } from '../data/catalog.ts';
import { grams, pieces, price } from '../drawing/figures.ts';
import parts from '../ui/parts.module.css';
import restocking from './restocking.module.css';

export type KitLines = Restock['kits'][number];
type Line = KitLines['lines'][number];
export type Spare = Line['fromStores'][number];
type Loan = Line['fromKits'][number];
export type Moved = Pick<Spare, 'unitId' | 'kind' | 'take' | 'version'> & { fromKit?: boolean };

interface AsBeforeLineProps {
  kind: string;
  count: number;
  fromStores: readonly Spare[];
  isBusy: boolean;
  putBack: (taken: readonly Moved[]) => Promise<void>;
}

export function AsBeforeLine({ kind, count, fromStores, isBusy, putBack }: AsBeforeLineProps) {
  return (
    <li>
      <div className={restocking.restockNeed}>
        <b>
          {count} × {kindName(kind)} as before
        </b>
        <span className="small muted">Used lately; the least is there without it.</span>
      </div>
      <div className="grow">
        {fromStores.map((spare) => (
          <SpareRow key={spare.unitId} spare={spare} isBusy={isBusy} putBack={() => void putBack([spare])} />
        ))}
        {fromStores.length === 0 && <p className="small">Not in stores.</p>}
      </div>
    </li>
  );
}

interface PlannedLineProps {
  line: KitLines['planned'][number];
  isBusy: boolean;
  putBack: (taken: readonly Moved[]) => Promise<void>;
}

/** What lies on the sheet and is not there yet. */
export function PlannedLine({ line: { kind, count, fromStores, toBuy }, isBusy, putBack }: PlannedLineProps) {
  return (
    <li>
      <div className={restocking.restockNeed}>
        <b>
          {count} × {kindName(kind)} planned
        </b>
        <span className="small muted">On the sheet, not here yet.</span>
      </div>
      <div className="grow">
        {fromStores.map((spare) => (
          <SpareRow key={spare.unitId} spare={spare} isBusy={isBusy} putBack={() => void putBack([spare])} />
        ))}
        {toBuy > 0 && (
          <p className="small">
            {fromStores.length > 0 ? `${toBuy} more to buy` : `Not in stores; to buy: ${toBuy}`} (about{' '}
            {price((catalogNow().get(kind)?.priceMinor ?? 0) * toBuy)})
          </p>
        )}
      </div>
    </li>
  );
}

/** For the hand that fetches: in the order in which the things go in. */
export function PickSheet({ spares }: { spares: readonly Spare[] }) {
  return (
    <section className={restocking.pickSheet} aria-label="Pick list">
      <div className="row spread">
        <h3>Pick list, in packing order</h3>
        <Button className="no-print" size="compact-sm" variant="default" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <ol>
        {spares.map((spare) => (
          <li key={spare.unitId}>
            <span className={restocking.pickBox} aria-hidden="true" />
            {spare.take} × {kindName(spare.kind)}
            <span className="muted">{lotText(spare)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const lotText = ({ lot, expiresOn }: Pick<Spare, 'lot' | 'expiresOn'>): string =>
  `${lot === null ? '' : ` · lot ${lot}`}${expiresOn === null ? '' : ` · good through ${showDate(expiresOn)}`}`;

export function SpareRow({ spare, isBusy, putBack }: { spare: Spare; isBusy: boolean; putBack: () => void }) {
  return (
    <div className={clsx(restocking.restockSpare, 'row')}>
      <span className="grow">
        {spare.take} × {kindName(spare.kind)}
        <span className="small muted">
          {' '}
          · {spare.grade}
          {lotText(spare)}
        </span>
      </span>
      <Button className="no-print" variant="outline" disabled={isBusy} aria-label={`Put back ${kindName(spare.kind)}`} onClick={putBack}>
        Put back
      </Button>
    </div>
  );
}

export function RestockLineRow({ line, isBusy, putBack }: { line: Line; isBusy: boolean; putBack: (moved: Moved) => void }) {
  return (
    <li>
      <div className={restocking.restockNeed}>
        <b>{pieces(line.need, line.missing)} missing</b>
        <span className="small muted">{NEEDS[line.need].without}</span>
      </div>
      <div className="grow">
        {line.fromStores.map((spare) => (
          <SpareRow key={spare.unitId} spare={spare} isBusy={isBusy} putBack={() => putBack(spare)} />
        ))}
        {line.fromKits.length > 0 && <Loans loans={line.fromKits} isBusy={isBusy} take={putBack} />}
        {line.toBuy.length > 0 && (
          <p className="small">
            {line.fromKits.length > 0 ? 'Or to buy: ' : 'Not in stores; to buy: '}
            {line.toBuy.map(({ kind, count, priceMinor }) => buyText(catalogNow().get(kind), kind, count, priceMinor)).join(' or ')}
          </p>
        )}
      </div>
    </li>
  );
}

/** Out of a kit farther from the body, with what that does to it. */
function Loans({ loans, isBusy, take }: { loans: readonly Loan[]; isBusy: boolean; take: (moved: Moved) => void }) {
  return (
    <div className={restocking.restockLoans}>
      <p className="small muted">Not in stores. A kit that lies farther off could lend it:</p>
      {loans.map((loan) => (
        <div key={loan.unitId} className={clsx(restocking.restockSpare, 'row')}>
          <span className="grow">
            {loan.take} × {kindName(loan.kind)} <span className="small muted">out of</span> {loan.kitName}
            <span className={loan.opensGap ? clsx(parts.block, 'small state-gap') : clsx(parts.block, 'small muted')}>
              {effectText(loan)}
            </span>
          </span>
          <Button
            className="no-print"
            variant="default"
            disabled={isBusy}
            aria-label={`Take ${kindName(loan.kind)} out of ${loan.kitName}`}
            onClick={() => take({ ...loan, fromKit: true })}
          >
            Take it
          </Button>
        </div>
      ))}
    </div>
  );
}

const effectText = ({ effect, kitName }: Loan): string =>
  effect.length === 0
    ? `${kitName} loses nothing that is asked of it.`
    : `${kitName} would hold ${effect.map(({ need, after }) => `${after.have} of ${pieces(need, after.least)}`).join(', ')}.`;

const buyText = (kind: Kind | undefined, id: string, count: number, priceMinor: number): string =>
  `${count} × ${kind?.name ?? id} (about ${price(priceMinor)}${kind === undefined ? '' : `, ${grams(kind.massG * count)}`})`;
