import { type Lane, type LoadoutView, OWN_ID } from '@ivrak/core/loadout';
import { NEEDS } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { kindName } from '../data/catalog.ts';
import { STATE_WORDS } from '../drawing/figures.ts';
import parts from '../ui/parts.module.css';
import css from './lanes.module.css';
import { laneShare, showSeconds, spread, TICKS } from './lanes.ts';

interface ReachLanesProps {
  view: LoadoutView;
  letters: ReadonlyMap<string, string>;
  nameOf: (kitId: string) => string;
  chosen: string | null;
  open: (unitId: string) => void;
}

const percent = (share: number): string => `${(100 * share).toFixed(2)}%`;

/** A lane a need, from one second to an hour: the quickest thing of every kit where it comes to hand, the window as a bar that ends in a line. */
export function ReachLanes({ view, letters, nameOf, chosen, open }: ReachLanesProps) {
  const asked = view.coverage.needs.filter(({ least }) => least > 0);
  const fromName = (from: string) => (from === OWN_ID ? 'your own' : nameOf(from));
  return (
    <>
      <table className={css.lanes}>
        <caption className="sr-only">Seconds until each need is in hand, by kit, with its window</caption>
        <LanesHead />
        <tbody>
          {asked.map(({ need, state, windowS, have, least, ideal }) => {
            const lanes = view.needs.find((one) => one.need === need)?.lanes ?? [];
            return (
              <tr key={need}>
                <th scope="row">
                  {need[0]} {NEEDS[need].label}
                </th>
                <td
                  className={clsx(css.laneState, `state-${state === 'full' ? 'held' : state}`)}
                  title={`${have} in time; least ${least}, ideal ${ideal}`}
                >
                  {STATE_WORDS[state]} <span className="mono small">{state === 'gap' ? `${have} of ${least}` : `${have} of ${ideal}`}</span>
                </td>
                <td className={css.lane}>
                  <span className={css.laneWindow} style={{ width: percent(windowS === null ? 1 : laneShare(windowS)) }} />
                  {windowS !== null && <span className={css.laneEnd} style={{ left: percent(laneShare(windowS)) }} />}
                  <Dots lanes={lanes} letters={letters} fromName={fromName} chosen={chosen} open={open} />
                  <span className="sr-only">{windowS === null ? 'no window' : `window ${showSeconds(windowS)}`}</span>
                  {lanes.length === 0 && <span className={css.laneNone}>nothing serves it</span>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <ul className={clsx(css.legend, 'small')}>
        {[...letters].map(([id, letter]) => (
          <li key={id}>
            <b className={parts.compareLetter}>{letter}</b> {nameOf(id)}
          </li>
        ))}
        <li>
          <b className={parts.compareLetter}>•</b> your own things
        </li>
        <li className="muted">Seconds are planning values or your own times: press a letter for its terms.</li>
      </ul>
    </>
  );
}

function LanesHead() {
  return (
    <thead>
      <tr>
        <th scope="col">
          <span className="sr-only">Need</span>
        </th>
        <th scope="col">
          <span className="sr-only">State</span>
        </th>
        <th scope="col" className={css.laneScale}>
          {TICKS.map(({ s, label }) => (
            <span key={s} className="mono small" style={{ left: percent(laneShare(s)) }}>
              {label}
            </span>
          ))}
        </th>
      </tr>
    </thead>
  );
}

interface DotsProps extends Pick<ReachLanesProps, 'letters' | 'chosen' | 'open'> {
  lanes: readonly Lane[];
  fromName: (from: string) => string;
}

function Dots({ lanes, letters, fromName, chosen, open }: DotsProps) {
  const shares = spread(lanes.map(({ s }) => s));
  // A makeshift may be quicker, but what one would reach for is the first real thing.
  const first = lanes.find(({ inTime, grade }) => inTime && grade !== 'improvised');
  return lanes.map((lane, index) => {
    const { from, unitId, kind, s, inTime, grade } = lane;
    const share = shares[index] ?? 0;
    const isFirst = lane === first;
    const ofKind = from === OWN_ID ? '' : `, ${kindName(kind)}`;
    const words = `${fromName(from)}${ofKind}: ${showSeconds(s)}${grade === 'primary' ? '' : `, ${grade}`}${inTime ? '' : ', too late'}`;
    return (
      <button
        key={from}
        type="button"
        className={clsx(css.laneKit, isFirst && css.isFirst, inTime ? '' : css.isLate, grade === 'primary' ? '' : css.isMakeshift)}
        aria-pressed={chosen === unitId}
        aria-label={words}
        title={words}
        style={{ left: percent(Math.min(1, share)) }}
        onClick={() => open(unitId)}
      >
        {from === OWN_ID ? '•' : letters.get(from)}
      </button>
    );
  });
}
