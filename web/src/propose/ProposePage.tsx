import { emptyBook, offeredPrices } from '@ivrak/core/buying';
import { partSheet } from '@ivrak/core/kit';
import type { Proposal, ProposedForKit } from '@ivrak/core/propose';
import { reachPlan } from '@ivrak/core/reach';
import { Button, Progress } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useOffers } from '../buying/queries.ts';
import { carryQuery } from '../carry/carryData.ts';
import { catalogNow, containerOf, positionOf, useCatalog } from '../data/catalog.ts';
import { useStores } from '../data/queries.ts';
import { grams, mm, price } from '../drawing/figures.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { Ask } from './Ask.tsx';
import { LadderPart } from './LadderPart.tsx';
import { ProposalCard } from './ProposalCard.tsx';
import css from './propose.module.css';
import { type Asked, useLadder, useProposals } from './useProposing.ts';
import { WhyNot } from './WhyNot.tsx';
import type { Limits, Wishes } from './wishes.ts';

const START: Wishes = { goal: 'least', locked: [], barred: [], isKept: true, takesStores: true };

/** The best kit for the place, the mass and the money: proposals side by side, and what the next coin buys. */
export function ProposePage() {
  const { school, kit } = useKit();
  const [limits, setLimits] = useState<Limits>({ money: null, massG: null, thicknessMm: null });
  const [wishes, setWishes] = useState<Wishes>(START);
  const [alike, setAlike] = useState(1);
  // Where the page is narrow the proposals come first; what they are asked by is one press away.
  const isNarrow = useMediaQuery('(max-width: 900px)') === true;
  const [isOpen, setOpen] = useState(false);
  const questions = useQuestions(limits, wishes);
  const proposals = useProposals(questions.proposals);
  // One after the other: both would share the machine, and proposals are waited for.
  const settled = proposals.answer !== null && proposals.progress === null && !proposals.isStale ? questions.ladder : null;
  const ladder = useLadder(settled, 'money');
  const isEmpty = questions.ladder?.draft.units.length === 0;
  return (
    <main id="main" className={css.page}>
      <aside className={css.ask} aria-label="What is asked">
        <h2>Propose</h2>
        <p className="small muted">What holds the most within this, by {school.name}.</p>
        {kit.inSet !== null && (
          <p className="small">
            <Link to={`/sets/${kit.inSet.id}/propose`}>For all of {kit.inSet.name}</Link>
          </p>
        )}
        {isNarrow && (
          <Button variant="default" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Hide limits and wishes' : `Limits and wishes: ${limitsText(limits)}`}
          </Button>
        )}
        {(isOpen || !isNarrow) && (
          <Ask
            limits={limits}
            setLimits={setLimits}
            wishes={wishes}
            setWishes={setWishes}
            ladder={ladder.answer}
            isEmpty={isEmpty}
            alike={alike}
            setAlike={setAlike}
          />
        )}
      </aside>
      <div className={css.answers}>
        {proposals.progress !== null && (
          <div className={css.working} role="status">
            <Progress
              className="grow"
              value={Math.max(4, proposals.progress * 100)}
              aria-label="Working proposals out"
              transitionDuration={0}
            />
            <Button size="compact-sm" variant="default" onClick={proposals.cancel}>
              Stop here
            </Button>
          </div>
        )}
        {proposals.error !== null && <p className="refusal">{proposals.error}</p>}
        {proposals.answer !== null && (
          <Answers
            found={proposals.answer}
            isStale={proposals.isStale}
            isSettled={proposals.progress === null}
            {...{ wishes, setWishes, limits, alike }}
          />
        )}
        {proposals.answer !== null && <LadderPart asked={settled} money={ladder} limits={limits} />}
      </div>
    </main>
  );
}

/** "60.00 €, 22 mm" */
function limitsText({ money, massG, thicknessMm }: Limits): string {
  const told = [money === null ? '' : price(money), thicknessMm === null ? '' : mm(thicknessMm), massG === null ? '' : grams(massG)];
  return told.filter((part) => part !== '').join(', ') || 'none';
}

/** What every question is about: the sheet without what is planned, since that is what is asked about, and all there is to choose from. */
function useAbout(isTimed: boolean): Pick<Asked, 'draft' | 'world'> | null {
  const { today, school, beside } = useKit();
  const sheet = useDraft((state) => state.draft);
  const { kinds, containers, positions } = useCatalog();
  const stores = useStores().data;
  const book = useOffers().data?.data;
  // Only where seconds count is there anything to wait for.
  const plan = useQuery({ ...carryQuery, enabled: isTimed }).data?.plan.data;
  return useMemo(() => {
    if (sheet === null) return null;
    const draft = { ...sheet, units: partSheet(sheet.units).units, planned: [] };
    const spares = (stores?.units ?? [])
      .filter(({ place, condition, piecesUsed }) => place === 'stores' && condition === 'ready' && piecesUsed === 0)
      .map(({ id, kind, count, expiresOn }) => ({ id: id as string, kind, count, expiresOn }));
    const { offers, suppliers } = book ?? emptyBook();
    const offered = offeredPrices({ offers, suppliers }, (id) => catalogNow().get(id)?.sellerMatters === true, today);
    return {
      draft,
      world: {
        kinds,
        containers,
        positions,
        school,
        today,
        spares,
        beside,
        offered,
        reach: plan === undefined ? undefined : reachPlan(plan),
      },
    };
  }, [sheet, kinds, containers, positions, stores, book, school, today, beside, plan]);
}

/** The questions as they are sent: of proposals, and of the ladder, which knows no limits and so is not asked again while they are dragged. */
function useQuestions(limits: Limits, wishes: Wishes): { proposals: Asked | null; ladder: Asked | null } {
  const about = useAbout(wishes.further === 'soonest');
  const proposals = useMemo(() => {
    if (about === null) return null;
    const ownG = containerOf(about.draft.containerId)?.massG ?? 0;
    const { money, massG, thicknessMm } = limits;
    const within = {
      ...(money === null ? {} : { money }),
      ...(massG === null ? {} : { massG: Math.max(0, massG - ownG) }),
      ...(thicknessMm === null ? {} : { thicknessMm }),
    };
    return { ...about, ask: { ...wishes, limits: within } };
  }, [about, limits, wishes]);
  const ladder = useMemo(() => (about === null ? null : { ...about, ask: { ...wishes, limits: {} } }), [about, wishes]);
  return { proposals, ladder };
}

interface AnswersProps {
  found: ProposedForKit;
  /** Of the question before the last change. */
  isStale: boolean;
  isSettled: boolean;
  wishes: Wishes;
  setWishes: (wishes: Wishes) => void;
  limits: Limits;
  alike: number;
}

function Answers({ found: { proposals, fromOwned, why }, isStale, isSettled, wishes, setWishes, limits, alike }: AnswersProps) {
  const { draft } = useKit();
  const position = positionOf(draft.positionId);
  const [first] = proposals;
  if (first === undefined)
    return isSettled ? (
      <p className="refusal">What must be in it is more than the limits allow: let go of something, or widen a limit.</p>
    ) : null;
  const isOther = fromOwned !== null && fromOwned.things.length > 0 && !proposals.some((one) => isSame(one, fromOwned));
  const shown: Proposal[] = [...alikeLeftOut(proposals), ...(isOther ? [fromOwned] : [])];
  return (
    <>
      <div className={css.cards} aria-busy={isStale || !isSettled} data-stale={isStale}>
        {shown.map((proposal) => (
          <ProposalCard
            key={proposal === fromOwned ? 'owned' : proposal.first}
            proposal={proposal}
            isOwned={proposal === fromOwned}
            names={proposals.filter((one) => isSame(one, proposal)).map((one) => one.first)}
            than={proposal === first ? null : first}
            thicknessMm={Math.min(limits.thicknessMm ?? Number.POSITIVE_INFINITY, position?.tMm ?? Number.POSITIVE_INFINITY)}
            alike={alike}
            isSettled={isSettled && !isStale}
            {...{ wishes, setWishes, limits }}
          />
        ))}
      </div>
      <WhyNot needs={first.needs} why={why} isSettled={isSettled} />
    </>
  );
}

const isSame = (a: Proposal, b: Proposal): boolean => JSON.stringify(a.things) === JSON.stringify(b.things);

/** Where the cheapest is the lightest as well, it is told once, with both names. */
const alikeLeftOut = (proposals: readonly Proposal[]): Proposal[] =>
  proposals.filter((proposal, index) => proposals.findIndex((other) => isSame(other, proposal)) === index);
