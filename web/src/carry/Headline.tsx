import { type LoadoutView, OWN_ID } from '@ivrak/core/loadout';
import { type Loadout, NEEDS } from '@ivrak/core/model';
import { grams } from '../drawing/figures.ts';
import css from './carry.module.css';
import { limbHeadline, showSeconds } from './lanes.ts';

interface HeadlineProps {
  loadout: Loadout;
  view: LoadoutView | null;
  nameOf: (id: string) => string;
}

/** The most urgent thing in words, and the figures. */
export function Headline({ loadout, view, nameOf }: HeadlineProps) {
  if (view === null)
    return (
      <div className={css.words}>
        <h1>{loadout.kits.length === 0 ? `${loadout.name}: no kit is in it yet` : loadout.name}</h1>
      </div>
    );
  const asked = view.coverage.needs.filter(({ least }) => least > 0);
  const gaps = asked.filter(({ state }) => state === 'gap');
  const lanesOf = (need: string) => view.needs.find((one) => one.need === need)?.lanes ?? [];
  const limb = lanesOf('M.limb').filter(({ inTime, grade }) => inTime && grade !== 'improvised');
  const fromName = (from: string) => (from === OWN_ID ? 'your own things' : nameOf(from));
  const late = gaps.filter(({ late: count }) => count > 0);
  const none = gaps.filter(({ late: count }) => count === 0);
  const away = view.kits.filter(({ why }) => why !== null);
  return (
    <div className={css.words}>
      <h1>{limbHeadline(limb.map(({ s, from }) => ({ s, name: fromName(from) })))}</h1>
      {away.map(({ kitId, why }) => (
        <p key={kitId} className="state-gap">
          {nameOf(kitId)} falls away: {why}.
        </p>
      ))}
      {late.length > 0 && (
        <p>Too late: {late.map(({ need }) => `${NEEDS[need].label} (${showSeconds(lanesOf(need)[0]?.s ?? 0)})`).join(', ')}.</p>
      )}
      {none.length > 0 && <p>Too few, or none: {none.map(({ need }) => NEEDS[need].label).join(', ')}.</p>}
      <dl className={css.figures}>
        <div>
          <dt>needs inside their window</dt>
          <dd className="mono">
            {asked.length - gaps.length} of {asked.length}
          </dd>
        </div>
        <div>
          <dt>on the body</dt>
          <dd className="mono">{grams(view.bodyMassG)}</dd>
        </div>
        <div>
          <dt>single points</dt>
          <dd className="mono">{new Set(view.singles.map(({ unitId }) => unitId)).size}</dd>
        </div>
      </dl>
    </div>
  );
}
