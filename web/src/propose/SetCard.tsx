import { capital, type KitView, NEEDS } from '@ivrak/core/model';
import type { SetAsk, SetProposal } from '@ivrak/core/propose';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { grams, mm, price } from '../drawing/figures.ts';
import { MiniSheet } from './MiniSheet.tsx';
import { ProposedThings } from './ProposedThings.tsx';
import css from './propose.module.css';
import setCss from './setCard.module.css';
import { CardHead, Sum } from './sums.tsx';
import { headOf, heldText, lapseText } from './words.ts';

interface SetCardProps {
  proposal: SetProposal;
  names: readonly SetProposal['first'][];
  isFirst: boolean;
  kits: ReadonlyMap<string, KitView>;
  limits: { money: number | null; massG: number | null };
  wishes: Pick<SetAsk, 'locked' | 'barred'>;
  set: (wishes: Pick<SetAsk, 'locked' | 'barred'>) => void;
  layItOut: () => void;
  isBusy: boolean;
}

/** One proposal for a set: what each kit is to hold, drawn to scale, and in how many seconds what is wanted soon is in the hand. */
export function SetCard({ proposal, names, isFirst, kits, limits, wishes, set, layItOut, isBusy }: SetCardProps) {
  const { total } = proposal;
  const isOwned =
    total.money === 0 && proposal.kits.every(({ things }) => things.every(({ count, fromStock = [] }) => fromStock.length === count));
  const head = isOwned ? 'Nothing to buy' : headOf(names);
  return (
    <section className={css.card} aria-label={head}>
      <CardHead head={head} proposal={proposal} />
      <dl className={css.sums}>
        <Sum label={limits.money === null ? 'to buy' : `of ${price(limits.money)}`} value={price(total.money)} />
        <Sum label={limits.massG === null ? 'in all kits' : `of ${grams(limits.massG)}`} value={grams(Math.round(total.massG))} />
        <Sum label="things" value={String(total.things)} />
      </dl>
      <p className={css.says}>
        {heldText(proposal)} {lapseText(proposal)}
      </p>
      <div className={setCss.shares}>
        {proposal.kits.map((share) => {
          const kit = kits.get(share.kitId);
          return (
            <section key={share.kitId} aria-label={kit?.name}>
              <h4>
                <Link to={`/kits/${share.kitId}/bench`}>{kit?.name}</Link>
                <span className="small muted">
                  {kit?.position.name}
                  {share.thicknessMm !== null && share.things.length > 0 && `, ${mm(share.thicknessMm)} thick`}
                </span>
              </h4>
              <MiniSheet things={share.things} isLow />
              {share.things.length === 0 ? (
                <p className="small muted">Nothing of this is its task.</p>
              ) : (
                <ProposedThings things={share.things} differs={NONE} wishes={wishes} set={set} />
              )}
            </section>
          );
        })}
      </div>
      <InHandTable inHand={proposal.inHand} kits={kits} />
      <Button {...(isFirst ? {} : { variant: 'default' })} onClick={layItOut} disabled={isBusy}>
        Lay it out in all kits
      </Button>
    </section>
  );
}

const NONE: ReadonlySet<string> = new Set();

function InHandTable({ inHand, kits }: Pick<SetProposal, 'inHand'> & Pick<SetCardProps, 'kits'>) {
  if (inHand.length === 0) return null;
  return (
    <table className={setCss.inHand}>
      <caption className="small muted">Seconds to the hand before packing; planning values.</caption>
      <tbody>
        {inHand.map(({ need, windowS, seconds, kitId }) => {
          const isLate = seconds === null || seconds > windowS;
          return (
            <tr key={need}>
              <th scope="row">{capital(NEEDS[need].label)}</th>
              <td className={clsx('mono', isLate && 'state-gap')}>{seconds === null ? 'not in reach' : `${Math.round(seconds)} s`}</td>
              <td className="small muted">
                of {windowS} s{kitId !== null && ` · ${kits.get(kitId)?.name ?? kitId}`}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
