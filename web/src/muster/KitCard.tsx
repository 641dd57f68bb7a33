import { sheetCounts, sheetOf } from '@ivrak/core/kit';
import { showDate } from '@ivrak/core/model';
import { Checkbox } from '@mantine/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { containerOf } from '../data/catalog.ts';
import { type MusteredKit, usePeople } from '../data/queries.ts';
import { Caliper } from '../drawing/Caliper.tsx';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import { grams, mm, sizeFigures } from '../drawing/figures.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { Tag } from '../drawing/Tag.tsx';
import css from './muster.module.css';

interface KitCardProps {
  kit: MusteredKit;
  isMeasuring: boolean;
  /** While kits are chosen; null: they are not. */
  picking: { isPicked: boolean; pick: () => void } | null;
}

/** One kit: its rungs, its thickness against the position, how long it holds, and the next thing to do. */
export function KitCard({ kit, isMeasuring, picking }: KitCardProps) {
  const { summary } = kit;
  const people = usePeople().data?.people ?? [];
  const carrier = people.find(({ id }) => id === kit.personId);
  return (
    <article className={clsx(css.kitCard, picking?.isPicked && css.isPicked)}>
      {picking !== null && (
        <Checkbox
          className={css.pick}
          aria-label={`Carry ${kit.name} as one with others`}
          checked={picking.isPicked}
          onChange={picking.pick}
        />
      )}
      <Link to={`/kits/${kit.id}/bench`} className={css.kitCardContainer} tabIndex={-1} aria-hidden="true">
        <ContainerDrawing container={containerOf(kit.containerId)} size={86} />
      </Link>
      <div className={css.kitCardBody}>
        <div className={css.kitCardHead}>
          <h3>
            <Link to={`/kits/${kit.id}/bench`}>{kit.name}</Link>
          </h3>
          <Tag>{kit.position.name}</Tag>
        </div>
        <RungStrip rungs={summary.rungs} />
        <div className={css.kitCardFigures}>
          <Caliper valueMm={summary.thicknessMm} limitMm={summary.thicknessLimitMm} width={124} />
          <span className="mono">
            <Thickness kit={kit} isMeasuring={isMeasuring} /> · {grams(summary.massG)}
          </span>
        </div>
        <p className={css.kitCardState}>
          {kit.planned.length > 0 && <PlannedLine kit={kit} />}
          <Readiness kit={kit} />
        </p>
        <p className={clsx(css.kitCardNext, 'muted')}>
          <span>
            {carrier === undefined ? '' : `${carrier.name.split(' ')[0]} · `}
            {nextLine(kit)}
          </span>
          <Link to={`/took/${kit.id}`} className={css.took} aria-label={`Took one thing out of ${kit.name}`}>
            Took one
          </Link>
        </p>
      </div>
    </article>
  );
}

function Thickness({ kit, isMeasuring }: { kit: MusteredKit; isMeasuring: boolean }) {
  const { thicknessMm, thicknessLimitMm, isMeasured } = kit.summary;
  if (thicknessMm === null) return <>{isMeasuring ? 'measuring' : `–/${mm(thicknessLimitMm)}`}</>;
  const isOver = thicknessMm > thicknessLimitMm;
  return (
    <span className={isOver ? 'state-gap' : undefined}>
      {sizeFigures(thicknessMm)}/{mm(thicknessLimitMm)}
      {isMeasured && ' measured'}
    </span>
  );
}

/** "planned 13, owned 9 · " before what counts, which is only what is owned */
function PlannedLine({ kit }: { kit: MusteredKit }) {
  const { planned, owned } = sheetCounts(sheetOf(kit));
  return (
    <span className={css.planned}>
      planned {planned}, owned {owned}
    </span>
  );
}

function Readiness({ kit }: { kit: MusteredKit }) {
  const { gap, readyUntil, allIn, thicknessMm, thicknessLimitMm } = kit.summary;
  if (kit.openUse !== null)
    return (
      <>
        <b className="state-gap">Not ready: used</b> · <Link to={`/debrief/${kit.openUse.logId}`}>debrief it</Link>
      </>
    );
  // What all of a set lack stands above its kits.
  if (gap !== null && kit.inSet === null)
    return (
      <>
        <b className="state-gap">Gap now</b> · {gap}
      </>
    );
  if (allIn === false)
    return (
      <>
        <b className="state-gap">Not all goes in</b> · see Fit
      </>
    );
  const over = thicknessMm !== null && thicknessMm > thicknessLimitMm ? Math.round((thicknessMm - thicknessLimitMm) * 10) / 10 : 0;
  if (over > 0)
    return (
      <>
        <b className="state-thin">{mm(over)} too thick</b> for its place · see Fit
      </>
    );
  if (kit.inSet !== null) return <ShareLine shares={kit.summary.shares} />;
  return <b className="state-held">{readyUntil === null ? 'Ready; nothing in it lapses' : `Ready until ${showDate(readyUntil)}`}</b>;
}

/** "Holds 5 of what is asked; 7 are held by others" */
function ShareLine({ shares }: { shares: MusteredKit['summary']['shares'] }) {
  const own = shares.filter(({ here }) => here > 0).length;
  const left = shares.filter(({ here, others }) => here === 0 && others.length > 0).length;
  const lacking = shares.filter(({ alone }) => alone !== null && alone.have < alone.least).length;
  return (
    <>
      {lacking > 0 && <b className="state-gap">{lacking === 1 ? '1 need not held by itself' : `${lacking} needs not held by itself`} · </b>}
      <span>
        <b>{own === 1 ? '1 need' : `${own} needs`}</b> out of this kit
      </span>
      {left > 0 && <span className="muted">, {left} left to the others</span>}
    </>
  );
}

function nextLine(kit: MusteredKit): string {
  const { next } = kit.summary;
  if (next === null) return 'nothing to do for two years';
  const what = {
    gap: 'fill the gap',
    lapse: 'a need lapses',
    skillLapse: 'a course lapses',
    unitLapse: 'a thing lapses',
    orderBy: 'order',
    inspect: 'inspect',
    dateMissing: 'read dates',
  }[next.type];
  return `next: ${what}, ${showDate(next.on)}`;
}
