import {
  allocatedMinor,
  type BuyingPlan,
  type BuyingProblem,
  crewShares,
  type Offer,
  orderFromPlan,
  type Wanted,
} from '@ivrak/core/buying';
import { addDays, NEEDS, type NeedId, type Restock, showDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { catalogNow, kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { queryClient, useSettings } from '../data/queries.ts';
import { currencyNow, price } from '../drawing/figures.ts';
import { download } from '../ui/download.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './buying.module.css';
import { usePlan } from './queries.ts';
import { shoppingRows } from './shoppingRows.ts';

interface PlanViewProps {
  problem: BuyingProblem;
  kits: readonly Restock['kits'][number][];
  payers: readonly Wanted[];
}

/** The orders, line by line with their sums, and what the plan leaves over. */
export function PlanView({ problem, kits, payers }: PlanViewProps) {
  const plan = usePlan(problem);
  if (problem.need.length === 0)
    return (
      <section className={css.plan}>
        <h2>Nothing to order</h2>
      </section>
    );
  if (problem.offers.length === 0)
    return (
      <section className={css.plan}>
        <h2>No offers yet</h2>
        <p>Write down who sells what, or load the supplier list, at the right. Then the cheapest way to order stands here.</p>
      </section>
    );
  if (plan.isError)
    return (
      <section className={css.plan}>
        <p className="refusal">{messageOf(plan.error)}</p>
      </section>
    );
  if (plan.data === undefined)
    return (
      <section className={css.plan} aria-busy="true">
        <p className="muted">Working the plan out</p>
      </section>
    );
  return <Plan plan={plan.data} offers={problem.offers} kits={kits} payers={payers} />;
}

interface PlanProps extends Omit<PlanViewProps, 'problem'> {
  plan: BuyingPlan;
  offers: readonly Offer[];
}

function Plan({ plan, offers, kits, payers }: PlanProps) {
  const today = useSettings().data?.today;
  const { error, keep } = useKeep();
  const place = (supplier: string) => {
    if (today === undefined) return;
    const lead = offers.filter((offer) => offer.supplier === supplier).reduce((most, { leadDays = 0 }) => Math.max(most, leadDays), 0);
    const order = orderFromPlan(plan, supplier, offers, {
      id: crypto.randomUUID(),
      placedOn: today,
      expectedOn: lead === 0 ? null : addDays(today, lead),
    });
    if (order !== null)
      void keep(
        () => api.post('/api/orders', { body: order }),
        () => queryClient.invalidateQueries({ queryKey: ['orders'] }),
      );
  };
  const needed = allocatedMinor(plan);
  const left = plan.leftover.map(({ kind, count }) => `${count} × ${kindName(kind)}`).join(', ');
  return (
    <section className={css.plan} aria-label="The plan">
      <p className={css.total}>
        <span className="mono">{price(plan.total)}</span>
        <span>
          {plan.proven
            ? 'in all; no way to order is cheaper'
            : `in all; looking further was cut short, at most ${price(Math.ceil(plan.comparedMinor - plan.boundMinor))} could be saved`}
        </span>
        <Button size="compact-sm" variant="default" className="no-print" onClick={() => window.print()}>
          Print the list
        </Button>
        <Button size="compact-sm" variant="default" className="no-print" onClick={() => void saveShopping(plan)}>
          As CSV
        </Button>
      </p>
      <Refusal text={error} />
      {plan.orders.map((order) => (
        <SupplierOrder key={order.supplier} order={order} place={() => place(order.supplier)} />
      ))}
      <Unmet plan={plan} />
      {left !== '' && (
        <p>
          <b>Left over:</b> {left}. Of the outlay <span className="mono">{price(needed)}</span> is for what is needed,{' '}
          <span className="mono">{price(plan.total - needed)}</span> lies over in packs.
        </p>
      )}
      <Shares plan={plan} kits={kits} payers={payers} />
    </section>
  );
}

function SupplierOrder({ order, place }: { order: BuyingPlan['orders'][number]; place: () => void }) {
  const { supplier, lines, goodsMinor, shippingMinor, discount } = order;
  return (
    <section className={css.order}>
      <div className="row">
        <h2 className="grow">{supplier}</h2>
        <Button size="compact-sm" variant="outline" className="no-print" aria-label={`The order to ${supplier} is placed`} onClick={place}>
          Placed
        </Button>
      </div>
      <table>
        <tbody>
          {lines.map(({ offer, kind, packs, units, priceMinor }) => (
            <tr key={offer}>
              <td>
                {kindName(kind)}
                <span className="small muted">
                  {' '}
                  · {packs} {packs === 1 ? 'pack' : 'packs'} of {units / packs}
                </span>
              </td>
              <td className="mono">{price(priceMinor)}</td>
            </tr>
          ))}
          {discount !== null && (
            <tr className="muted">
              <td>
                {discount.percent} % off{discount.code === '' ? '' : ` by the code ${discount.code}`}
                {discount.until === null ? '' : `, until ${showDate(discount.until)}`}: taken off above
              </td>
              <td className="mono">{price(discount.savedMinor)}</td>
            </tr>
          )}
          <tr className="muted">
            <td>shipping</td>
            <td className="mono">{shippingMinor === 0 ? 'free' : price(shippingMinor)}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">{supplier}</th>
            <td className="mono">{price(goodsMinor + shippingMinor)}</td>
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

function Unmet({ plan }: { plan: BuyingPlan }) {
  return (
    plan.unmet.length > 0 && (
      <section>
        <h3>Not available</h3>
        {plan.unmet.map(({ kind, count, why }) => (
          <p key={kind} className="state-gap">
            {count} × {kindName(kind)}: {why}.
          </p>
        ))}
      </section>
    )
  );
}

/** One row for each line that is ordered, then what is sent, what lies over and what nobody sells. */
async function saveShopping(plan: BuyingPlan): Promise<void> {
  const { default: Papa } = await import('papaparse');
  download(
    'ivrak-shopping-list.csv',
    Papa.unparse(shoppingRows(plan, kindName, currencyNow()), { escapeFormulae: true }),
    'text/csv;charset=utf-8',
  );
}

/** Money by need: what the kinds that serve it come to, shipping included. */
function byNeed(plan: BuyingPlan, kits: PlanProps['kits']): { need: NeedId; minor: number }[] {
  const each = new Map(plan.perUnit.map(({ kind, eachMinor }) => [kind, eachMinor]));
  const sums = new Map<NeedId, number>();
  for (const { need, toBuy } of kits.flatMap(({ lines }) => lines)) {
    const [first] = toBuy;
    const by = plan.servedBy.find(({ kind }) => kind === first?.kind)?.by ?? [];
    const count = by.reduce((sum, one) => sum + one.count, 0);
    if (first === undefined || count === 0) continue;
    const mean = by.reduce((sum, one) => sum + one.count * (each.get(one.kind) ?? 0), 0) / count;
    sums.set(need, (sums.get(need) ?? 0) + first.count * mean);
  }
  return [...sums].map(([need, minor]) => ({ need, minor: Math.round(minor) }));
}

/** What a unit came to, its share of the shipping included; what each need costs; who pays how much and gets what. */
function Shares({ plan, kits, payers }: Omit<PlanProps, 'offers'>) {
  const shares = crewShares(plan, payers).filter(({ gets }) => gets.length > 0);
  const [first] = kits;
  return (
    <section className={css.shares}>
      <h3>Cost per piece</h3>
      <ul>
        {plan.perUnit.map(({ kind, units, outlayMinor, eachMinor }) => (
          <li key={kind}>
            {kindName(kind)}: <span className="mono">{price(eachMinor)}</span> each
            <span className="small muted">
              {' '}
              ({price(outlayMinor)} for {units}, shipping included{usualText(kind, eachMinor)})
            </span>
          </li>
        ))}
      </ul>
      {shares.length > 0 && (
        <>
          <h3>Split by person</h3>
          <ul>
            {shares.map(({ payer, gets, minor }) => (
              <li key={payer}>
                {payer}: <span className="mono">{price(minor)}</span>
                <span className="small muted"> for {gets.map(({ kind, count }) => `${count} × ${kindName(kind)}`).join(', ')}</span>
              </li>
            ))}
          </ul>
          <p className="small muted">
            Packs are split; what is left over goes in turn to those who wanted the kind. The parts add up to the whole.
          </p>
        </>
      )}
      <h3>By need</h3>
      <ul>
        {byNeed(plan, kits).map(({ need, minor }) => (
          <li key={need}>
            {NEEDS[need].one}: <span className="mono">{price(minor)}</span>
          </li>
        ))}
      </ul>
      {first !== undefined && (
        <p>
          Ready-made instead? <Link to={`/kits/${first.kitId}/compare`}>Hold its price against its parts</Link>, in money and percent.
        </p>
      )}
    </section>
  );
}

/** Against the usual price of the catalogue, in percent. */
function usualText(kind: string, eachMinor: number): string {
  const usual = catalogNow().get(kind)?.priceMinor ?? 0;
  if (usual === 0) return '';
  const percent = Math.round((eachMinor / usual - 1) * 100);
  return percent === 0 ? ', as usual' : `, ${Math.abs(percent)} % ${percent > 0 ? 'over' : 'under'} the usual price`;
}
