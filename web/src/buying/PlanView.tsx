import { type BuyingPlan, type BuyingProblem, type Restock, splitMinor } from '@ivrak/core';
import { Button } from '@mantine/core';
import { messageOf } from '../api/client.ts';
import { price } from '../drawing/figures.ts';
import { kindName } from '../kit/catalog.ts';
import { usePlan } from './queries.ts';

interface PlanViewProps {
  problem: BuyingProblem;
  kits: readonly Restock['kits'][number][];
}

/** The orders, line by line with their sums, and what the plan leaves over. */
export function PlanView({ problem, kits }: PlanViewProps) {
  const plan = usePlan(problem);
  if (problem.need.length === 0)
    return (
      <section className="buying-plan">
        <h2>Nothing to order</h2>
      </section>
    );
  if (problem.offers.length === 0)
    return (
      <section className="buying-plan">
        <h2>No offers yet</h2>
        <p>Write down who sells what, or take the suppliers’ list in, at the right. Then the cheapest way to order stands here.</p>
      </section>
    );
  if (plan.isError)
    return (
      <section className="buying-plan">
        <p className="refusal">{messageOf(plan.error)}</p>
      </section>
    );
  if (plan.data === undefined)
    return (
      <section className="buying-plan" aria-busy="true">
        <p className="muted">Working the plan out</p>
      </section>
    );
  return <Plan plan={plan.data} kits={kits} />;
}

function Plan({ plan, kits }: { plan: BuyingPlan; kits: PlanViewProps['kits'] }) {
  const left = plan.leftover.map(({ kind, count }) => `${count} × ${kindName(kind)}`).join(', ');
  return (
    <section className="buying-plan" aria-label="The plan">
      <p className="buying-total">
        <span className="mono">{price(plan.total)}</span>
        <span>
          {plan.proven
            ? 'in all; no way to order is cheaper'
            : `in all; looking further was cut short, at most ${price(Math.ceil(plan.comparedMinor - plan.boundMinor))} could be saved`}
        </span>
        <Button size="compact-sm" variant="default" className="no-print" onClick={() => window.print()}>
          Print the orders
        </Button>
      </p>
      {plan.orders.map(({ supplier, lines, goodsMinor, shippingMinor }) => (
        <section key={supplier} className="buying-order">
          <h2>{supplier}</h2>
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
              <tr className="muted">
                <td>sending</td>
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
      ))}
      {plan.unmet.length > 0 && (
        <section>
          <h3>Not to be had</h3>
          {plan.unmet.map(({ kind, count, why }) => (
            <p key={kind} className="state-gap">
              {count} × {kindName(kind)}: {why}.
            </p>
          ))}
        </section>
      )}
      {left !== '' && (
        <p>
          <b>Left over:</b> {left}.
        </p>
      )}
      <Shares plan={plan} kits={kits} />
    </section>
  );
}

/** What a unit came to, its share of the sending included; and what each kit's part of it comes to. */
function Shares({ plan, kits }: { plan: BuyingPlan; kits: PlanViewProps['kits'] }) {
  const unmet = new Set(plan.unmet.map(({ kind }) => kind));
  // What cannot be had costs nobody anything.
  const wanted = kits
    .map(({ kitId, kitName, lines }) => ({
      kitId,
      kitName,
      usualMinor: lines
        .flatMap(({ toBuy }) => toBuy.slice(0, 1))
        .reduce((sum, { kind, priceMinor }) => sum + (unmet.has(kind) ? 0 : priceMinor), 0),
    }))
    .filter(({ usualMinor }) => usualMinor > 0);
  const shares = splitMinor(
    plan.total,
    wanted.map(({ usualMinor }) => usualMinor),
  );
  return (
    <section className="buying-shares">
      <h3>What a piece comes to</h3>
      <ul>
        {plan.perUnit.map(({ kind, units, outlayMinor, eachMinor }) => (
          <li key={kind}>
            {kindName(kind)}: <span className="mono">{price(eachMinor)}</span> each
            <span className="small muted">
              {' '}
              ({price(outlayMinor)} for {units}, sending included)
            </span>
          </li>
        ))}
      </ul>
      {wanted.length > 1 && (
        <>
          <h3>Outlay by kit</h3>
          <ul>
            {wanted.map(({ kitId, kitName }, index) => (
              <li key={kitId}>
                {kitName}: <span className="mono">{price(shares[index] ?? 0)}</span>
              </li>
            ))}
          </ul>
          <p className="small muted">Split by the usual prices of what each kit misses; the parts add up to the whole.</p>
        </>
      )}
    </section>
  );
}
