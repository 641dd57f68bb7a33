import { partSheet, sheetOf } from '@ivrak/core/kit';
import { layProposal, type Proposal } from '@ivrak/core/propose';
import { Button } from '@mantine/core';
import { useNavigate } from 'react-router';
import { containerOf } from '../data/catalog.ts';
import { grams, mm, price } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { useSheetView } from '../kit/sheetView.ts';
import { newUnitId } from '../kit/units.ts';
import { MiniSheet } from './MiniSheet.tsx';
import { Ordered } from './Ordered.tsx';
import { ProposedThings } from './ProposedThings.tsx';
import css from './propose.module.css';
import { CardHead, Sum } from './sums.tsx';
import type { Limits, Wishes } from './wishes.ts';
import { differenceText, heldText, lapseText, moreThan } from './words.ts';

interface ProposalCardProps {
  proposal: Proposal;
  head: string;
  /** What it is compared to; null: it is the first. */
  than: Proposal | null;
  thicknessMm: number;
  wishes: Wishes;
  setWishes: (wishes: Wishes) => void;
  limits: Limits;
  alike: number;
  /** Nothing is worked out any more. */
  isSettled: boolean;
}

/** One proposal: drawn to scale, its sums, what it holds, and every thing in it to be kept or barred by one press. */
export function ProposalCard({ proposal, head, than, thicknessMm, wishes, setWishes, limits, alike, isSettled }: ProposalCardProps) {
  const { kit, draft } = useKit();
  const navigate = useNavigate();
  const { total } = proposal;
  const see = useSheetView((state) => state.see);
  const differs = new Set(than === null ? [] : moreThan(proposal, than).map(({ kind }) => kind));
  const ownG = containerOf(draft.containerId)?.massG ?? 0;
  const layItOut = () => {
    edit((before) => {
      const laid = layProposal({ ...before, ...partSheet(before.units) }, proposal, wishes.isKept, newUnitId);
      return { ...before, ...laid, units: sheetOf(laid), planned: [] };
    });
    see('plan');
    void navigate(`/kits/${kit.id}/bench`);
  };
  return (
    <section className={css.card} aria-label={head}>
      <CardHead head={head} proposal={proposal} />
      <MiniSheet things={proposal.things} />
      <dl className={css.sums}>
        <Sum label={limits.money === null ? 'to buy' : `of ${price(limits.money)}`} value={price(total.money)} />
        {total.thicknessMm !== null && (
          <Sum label={Number.isFinite(thicknessMm) ? `of ${mm(thicknessMm)}` : 'thick'} value={mm(total.thicknessMm)} />
        )}
        <Sum label={limits.massG === null ? 'in all' : `of ${grams(limits.massG)}`} value={grams(Math.round(total.massG + ownG))} />
      </dl>
      <p className={css.says}>
        {heldText(proposal)} {than !== null && differenceText(proposal, than)}
        {proposal.press > 0 && ' Pressed by hand.'} {lapseText(proposal)}
      </p>
      <div className={css.ordered}>{isSettled && total.money > 0 && <Ordered things={proposal.things} alike={alike} />}</div>
      <ProposedThings things={proposal.things} differs={differs} wishes={wishes} set={(kept) => setWishes({ ...wishes, ...kept })} />
      <Button {...(than === null ? {} : { variant: 'default' })} onClick={layItOut}>
        Lay it out
      </Button>
    </section>
  );
}
