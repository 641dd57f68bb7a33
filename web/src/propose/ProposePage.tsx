import { partSheet } from '@ivrak/core/kit';
import type { ProposedForKit } from '@ivrak/core/propose';
import { reachPlan } from '@ivrak/core/reach';
import { Button } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { carryQuery } from '../carry/carryData.ts';
import { containerOf, positionOf } from '../data/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { Ask } from './Ask.tsx';
import { alikeLeftOut, isAlike } from './alike.ts';
import { LadderPart } from './LadderPart.tsx';
import { ProposalCard } from './ProposalCard.tsx';
import css from './propose.module.css';
import { useChoices } from './useChoices.ts';
import { type Asked, useLadder, useProposals } from './useProposing.ts';
import { WhyNot } from './WhyNot.tsx';
import { Working } from './Working.tsx';
import type { Limits, Wishes } from './wishes.ts';
import { headOf, limitsText, orderText } from './words.ts';

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
        {proposals.progress !== null && <Working progress={proposals.progress} cancel={proposals.cancel} />}
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

/** What every question is about: the sheet without what is planned, since that is what is asked about, and all there is to choose from. */
function useAbout(isTimed: boolean): Pick<Asked, 'draft' | 'world'> | null {
  const { today, school, beside, catalog } = useKit();
  const sheet = useDraft((state) => state.draft);
  const choices = useChoices(today);
  // Only where seconds count is there anything to wait for.
  const plan = useQuery({ ...carryQuery, enabled: isTimed }).data?.plan.data;
  return useMemo(() => {
    if (sheet === null || choices === null) return null;
    const draft = { ...sheet, units: partSheet(sheet.units).units, planned: [] };
    const kinds = [...catalog.values()];
    return { draft, world: { ...choices, kinds, school, beside, reach: plan === undefined ? undefined : reachPlan(plan) } };
  }, [sheet, choices, catalog, school, beside, plan]);
}

/** The questions as they are sent: of proposals, and of the ladder, which knows no limits and so is not asked again while they are dragged. */
function useQuestions(limits: Limits, wishes: Wishes): { proposals: Asked | null; ladder: Asked | null } {
  const about = useAbout(wishes.further?.includes('soonest') === true);
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

function Answers({ found: { proposals, fromOwned, further, why }, isStale, isSettled, wishes, setWishes, limits, alike }: AnswersProps) {
  const { draft } = useKit();
  const position = positionOf(draft.positionId);
  const [first] = proposals;
  if (first === undefined)
    return isSettled ? (
      <p className="refusal">What must be in it is more than the limits allow: let go of something, or widen a limit.</p>
    ) : null;
  const shown = [
    ...alikeLeftOut(proposals).map((proposal) => ({
      proposal,
      head: headOf(proposals.filter((one) => isAlike(one, proposal)).map((one) => one.first)),
    })),
    ...(further === null ? [] : [{ proposal: further, head: orderText(wishes.further ?? []) }]),
    ...(fromOwned === null || fromOwned.things.length === 0 ? [] : [{ proposal: fromOwned, head: 'From what you own' }]),
  ];
  // What is the same as one before it is told there, but for an order that was asked for.
  const cards = shown.filter(
    ({ proposal }, index) => proposal === further || shown.findIndex((one) => isAlike(one.proposal, proposal)) === index,
  );
  return (
    <>
      <div className={css.cards} aria-busy={isStale || !isSettled} data-stale={isStale}>
        {cards.map(({ proposal, head }) => (
          <ProposalCard
            key={proposal === further ? 'further' : head}
            head={head}
            proposal={proposal}
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
