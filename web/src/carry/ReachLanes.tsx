import { type LoadoutView, NEEDS } from '@ivrak/core';
import { laneShare, showSeconds, TICKS } from './lanes.ts';

const STATE_NAMES = { off: 'not needed', gap: 'gap', thin: 'thin', held: 'held', full: 'full' } as const;

interface ReachLanesProps {
  view: LoadoutView;
  letters: ReadonlyMap<string, string>;
  nameOf: (kitId: string) => string;
}

const percent = (share: number): string => `${(100 * share).toFixed(2)}%`;

/** A lane a need, from one second to an hour: kits where they come to hand, the window as a bar that ends in a line. */
export function ReachLanes({ view, letters, nameOf }: ReachLanesProps) {
  const asked = view.coverage.needs.filter(({ least }) => least > 0);
  return (
    <>
      <table className="lanes">
        <caption className="sr-only">Seconds until each need is in hand, by kit, with its window</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="sr-only">Need</span>
            </th>
            <th scope="col">
              <span className="sr-only">State</span>
            </th>
            <th scope="col" className="lane-scale">
              {TICKS.map(({ s, label }) => (
                <span key={s} className="mono small" style={{ left: percent(laneShare(s)) }}>
                  {label}
                </span>
              ))}
            </th>
          </tr>
        </thead>
        <tbody>
          {asked.map(({ need, state, windowS }) => {
            const own = view.needs.find((one) => one.need === need);
            const inTime = own?.from ?? [];
            const late = inTime.length === 0 ? (own?.earliestS ?? null) : null;
            return (
              <tr key={need}>
                <th scope="row">
                  {need[0]} {NEEDS[need].label}
                </th>
                <td className={`lane-state state-${state === 'full' ? 'held' : state}`}>{STATE_NAMES[state]}</td>
                <td className="lane">
                  <span className="lane-window" style={{ width: percent(windowS === null ? 1 : laneShare(windowS)) }} />
                  {windowS !== null && <span className="lane-end" style={{ left: percent(laneShare(windowS)) }} />}
                  {inTime.map(({ kitId, reachS }, index) => (
                    <span
                      key={kitId}
                      className={index === 0 ? 'lane-kit is-first' : 'lane-kit'}
                      style={{ left: percent(laneShare(reachS)) }}
                      title={`${nameOf(kitId)}: ${showSeconds(reachS)}`}
                    >
                      {letters.get(kitId)}
                    </span>
                  ))}
                  {late !== null && (
                    <span className="lane-kit is-late" style={{ left: percent(laneShare(late)) }} title={`too late: ${showSeconds(late)}`}>
                      !
                    </span>
                  )}
                  <span className="sr-only">
                    {inTime.map(({ kitId, reachS }) => `${nameOf(kitId)} ${showSeconds(reachS)}`).join(', ')}
                    {late === null ? '' : `too late, ${showSeconds(late)}`}
                    {windowS === null ? '' : `; window ${showSeconds(windowS)}`}
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="lanes-legend small">
        {view.reach.map(({ kitId, reachS, fetchS, drawS }) => (
          <span key={kitId}>
            <b>{letters.get(kitId)}</b> {nameOf(kitId)}: {fetchS > 0 ? `${showSeconds(fetchS)} to fetch + ` : ''}
            {showSeconds(drawS)} to draw = {showSeconds(reachS)}
          </span>
        ))}
        <span className="muted">planning values: 2.5 m/s on foot, 4 m/s by boat and 10 s each end</span>
      </p>
    </>
  );
}
