import { DRILL_PLAN, type DueThing, dueThings, liesOf } from '@ivrak/core/drill';
import type { FitResult } from '@ivrak/core/fit';
import type { Drill, PlainDate } from '@ivrak/core/model';
import { Button, Switch } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { containerOf, kindName } from '../data/catalog.ts';
import { kitQuery, useSettings } from '../data/queries.ts';
import { KitProvider, useKit } from '../kit/KitContext.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { type Asked, askedOf, liesTogether, type OtherKit } from './asked.ts';
import { DrillFrame } from './DrillFrame.tsx';
import css from './drill.module.css';
import { FindIt } from './FindIt.tsx';
import { type Drills, useDrills, useSittings } from './queries.ts';
import { dueText } from './words.ts';

/** Find it: what of a kit is called is pointed at where it lies, as the kit is packed today. */
export function FindPage() {
  const { id = '' } = useParams();
  const settings = useSettings();
  const drills = useDrills();
  // Asked for beside all else, not after it.
  useQuery(kitQuery(id));
  const blank = <Blank label="Opening the kit" />;
  if (drills.isLoadingError) return <Failure error={drills.error} />;
  if (settings.data === undefined || drills.data === undefined) return blank;
  return (
    <KitProvider key={id} id={id} today={settings.data.today} loading={blank} failed={(error) => <Failure error={error} />}>
      <Find known={drills.data} today={settings.data.today} />
    </KitProvider>
  );
}

function Find({ known, today }: { known: Drills; today: PlainDate }) {
  const { kit, draft, packing } = useKit();
  const { result } = packing;
  return (
    <DrillFrame kitId={kit.id} title={kit.name}>
      {(personId) =>
        result === null ? (
          <p>
            {packing.progress === null ? 'It is not packed yet. ' : 'It is being packed. '}
            <Link to={`/kits/${kit.id}/fit`}>Pack it on Fit</Link>
          </p>
        ) : (
          <Sittings key={`${personId} ${draft.containerId}`} known={known} personId={personId} today={today} result={result} />
        )
      }
    </DrillFrame>
  );
}

const NO_OTHERS: readonly OtherKit[] = [];

interface SittingsProps {
  known: Drills;
  personId: string;
  today: PlainDate;
  result: FitResult;
}

function Sittings({ known, personId, today, result }: SittingsProps) {
  const { kit, draft, judgement } = useKit();
  const sittings = useSittings(known.drills);
  const [asked, setAsked] = useState<readonly Asked[] | null>(null);
  const [isBlind, setBlind] = useState(false);
  const [isLeft, setLeft] = useState(false);
  // What is carried as one is one thing to know: of some it is enough to know in which kit.
  const others = kit.inSet?.others ?? NO_OTHERS;
  const lies = useMemo(
    () => liesTogether(liesOf(draft.units, result, draft.modules), others),
    [draft.units, result, draft.modules, others],
  );
  const forgotten = known.forgotten.filter((one) => one.personId === personId && one.kitId === kit.id);
  const due = dueThings({
    drills: sittings,
    personId,
    kitId: kit.id,
    lies,
    forgotten: new Map(forgotten.map(({ kind, at }) => [kind, at])),
    today,
  });
  const begin = (things: readonly DueThing[]) =>
    setAsked(
      askedOf(things, { units: draft.units, modules: draft.modules, result, needs: judgement.coverage.needs, lies, nameOf: kindName }),
    );
  if (asked !== null)
    return (
      <FindIt
        asked={asked}
        container={containerOf(draft.containerId)}
        result={result}
        personId={personId as Drill['personId']}
        kitId={kit.id}
        others={others}
        isBlind={isBlind}
        isLeft={isLeft}
        again={() => setAsked(null)}
      />
    );
  const all = [...lies.keys()].map((kind): DueThing => ({ kind, why: 'due', dueOn: null }));
  return (
    <section className="stack" aria-label="Before it begins">
      <p>{dueText(due, lies.size)}</p>
      <p className="small muted">
        A thing is called; open the kit and point at where it lies. It trains finding, not treating: for that there are courses. Faster than{' '}
        {DRILL_PLAN.slowS} s counts as known, a planning value.
      </p>
      <Switch label="Outlines only, as in the dark" checked={isBlind} onChange={(event) => setBlind(event.currentTarget.checked)} />
      <Switch label="Left hand: buttons on the left" checked={isLeft} onChange={(event) => setLeft(event.currentTarget.checked)} />
      <div className={css.begin}>
        {due.length > 0 && (
          <Button size="lg" onClick={() => begin(due)}>
            Find {Math.min(due.length, DRILL_PLAN.mostAsked)} {due.length === 1 ? 'thing' : 'things'}
          </Button>
        )}
        {all.length > 0 && (
          <Button size="lg" variant={due.length > 0 ? 'default' : 'filled'} onClick={() => begin(all)}>
            {due.length > 0 ? 'All of it' : 'All of it all the same'}
          </Button>
        )}
      </div>
    </section>
  );
}
