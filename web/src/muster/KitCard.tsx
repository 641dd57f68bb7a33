import { showDate } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { containerOf } from '../data/catalog.ts';
import { type MusteredKit, usePeople } from '../data/queries.ts';
import { Caliper } from '../drawing/Caliper.tsx';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { Tag } from '../drawing/Tag.tsx';
import css from './muster.module.css';

/** One kit: its rungs, its thickness against the position, how long it holds, and the next thing to do. */
export function KitCard({ kit, isMeasuring }: { kit: MusteredKit; isMeasuring: boolean }) {
  const { summary } = kit;
  const people = usePeople().data?.people ?? [];
  const carrier = people.find(({ id }) => id === kit.personId);
  return (
    <article className={css.kitCard}>
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
            <Thickness kit={kit} isMeasuring={isMeasuring} /> · {Math.round(summary.massG)} g
          </span>
        </div>
        <p className={css.kitCardState}>
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
  const { thicknessMm, thicknessLimitMm } = kit.summary;
  if (thicknessMm === null) return <>{isMeasuring ? 'measuring' : `–/${thicknessLimitMm} mm`}</>;
  const isOver = thicknessMm > thicknessLimitMm;
  return (
    <span className={isOver ? 'state-gap' : undefined}>
      {thicknessMm}/{thicknessLimitMm} mm
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
  if (gap !== null)
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
        <b className="state-thin">{over} mm too thick</b> for its place · see Fit
      </>
    );
  return <b className="state-held">{readyUntil === null ? 'Ready; nothing in it lapses' : `Ready until ${showDate(readyUntil)}`}</b>;
}

function nextLine(kit: MusteredKit): string {
  const { next } = kit.summary;
  if (next === null) return 'nothing to do for two years';
  const what = {
    gap: 'fill the gap',
    lapse: 'a need lapses',
    unitLapse: 'a thing lapses',
    orderBy: 'order',
    inspect: 'inspect',
    dateMissing: 'read dates',
  }[next.type];
  return `next: ${what}, ${showDate(next.on)}`;
}
