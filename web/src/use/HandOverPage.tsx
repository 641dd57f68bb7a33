import {
  type HandOverCasualty,
  type HandOver as HandOverSheet,
  handOver,
  handOverText,
  LIMB_NAMES,
  QR_MOST_BYTES,
  showReading,
  VITAL_NAMES,
  type VitalSeries,
} from '@ivrak/core/incident';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { Link, useParams } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { Blank } from '../ui/Blank.tsx';
import { Code } from '../ui/Code.tsx';
import { CAUTION } from '../ui/caution.ts';
import { download } from '../ui/download.ts';
import { Failure } from '../ui/Failure.tsx';
import { clock, running, useNow } from './clock.ts';
import css from './handOver.module.css';
import { csvOf, jsonOf } from './handOverFiles.ts';
import useCss from './use.module.css';
import { useLogToShow } from './useStoredLog.ts';

/** One sheet for whoever takes over: on the screen, on paper, or read off the screen by any phone. */
export function HandOverPage() {
  const { id = '' } = useParams();
  const { log, error } = useLogToShow(id);
  const now = useNow();
  if (log === null) return error === null ? <Blank label="Setting the sheet" /> : <Failure error={error} />;
  const sheet = handOver(log, now, catalogNow());
  const text = handOverText(sheet, clock, QR_MOST_BYTES);
  const name = `hand-over-${log.startedAt.slice(0, 16).replace(/[:T]/g, '-')}`;
  return (
    <main id="main" className={css.handOver}>
      <style>{'@page { size: A5 portrait; margin: 8mm; }'}</style>
      <header className={css.head}>
        <div>
          <h1>Hand-over</h1>
          <p className="muted">
            log since <span className="mono">{clock(sheet.startedAt)}</span> ·{' '}
            {sheet.helpCalledAt === null ? (
              <span className="state-gap">help not logged as called</span>
            ) : (
              <>
                help called <span className="mono">{clock(sheet.helpCalledAt)}</span>
              </>
            )}
          </p>
        </div>
        <Link className={clsx(css.back, 'no-print')} to={`/use/${log.kitId}`}>
          Back to the log
        </Link>
      </header>
      <div className={css.columns}>
        <div className={css.sheet}>
          {sheet.casualties.map((one) => (
            <Casualty key={one.casualty} one={one} />
          ))}
        </div>
        <aside className={css.take}>
          <Code className={css.code} symbol="qr" text={text} alt="The sheet as plain text, for any phone" sizeMm={62} />
          <p className="small muted">Any phone’s camera reads the sheet off this code, as plain text. Nothing goes over a network.</p>
          <div className={clsx(css.tools, 'no-print')}>
            <Button size="md" onClick={() => window.print()}>
              Print
            </Button>
            <Button size="md" variant="default" onClick={() => download(`${name}.json`, jsonOf(log), 'application/json')}>
              JSON
            </Button>
            <Button size="md" variant="default" onClick={() => void csvOf(log).then((csv) => download(`${name}.csv`, csv, 'text/csv'))}>
              CSV
            </Button>
          </div>
          <Link className={clsx(css.next, 'no-print')} to={`/debrief/${log.id}`}>
            Handed over: debrief
          </Link>
        </aside>
      </div>
      <footer className={useCss.caution}>
        Nothing that identifies a casualty is asked for or kept here; say names and dates of birth by mouth. {CAUTION}
      </footer>
    </main>
  );
}

function Casualty({ one }: { one: HandOverSheet['casualties'][number] }) {
  const { casualty, view, done, signs, notes } = one;
  const isEmpty = view.tourniquets.length === 0 && done.length === 0 && signs.length === 0 && notes.length === 0;
  return (
    <section className={css.casualty} aria-label={`Casualty ${casualty}`}>
      <h2>Casualty {casualty}</h2>
      {isEmpty && <p className="muted">Nothing was logged.</p>}
      {view.tourniquets.map(({ entryId, limb, onAt, offAt, elapsedS }) => (
        <p key={entryId} className={css.tourniquet}>
          <b>Tourniquet {limb === null ? '(limb not logged)' : LIMB_NAMES[limb]}</b>
          <span>
            on <b className="mono">{clock(onAt)}</b>
            {offAt === null ? (
              <>
                {' '}
                · <span className="mono">{running(elapsedS, true)}</span> ago
              </>
            ) : (
              <>
                {' '}
                · off <b className="mono">{clock(offAt)}</b>
              </>
            )}
          </span>
        </p>
      ))}
      {signs.length > 0 && <Signs signs={signs} />}
      {done.length > 0 && (
        <>
          <h3>Done</h3>
          <Lines lines={done} />
        </>
      )}
      {notes.length > 0 && (
        <>
          <h3>Noted</h3>
          <Lines lines={notes} />
        </>
      )}
    </section>
  );
}

function Lines({ lines }: { lines: HandOverCasualty['done'] }) {
  return (
    <ul className={css.lines}>
      {lines.map(({ id, at, saidAt, text }) => (
        <li key={id}>
          <span className="mono">{clock(at)}</span>
          <span>
            {text}
            {saidAt !== null && <span className="small muted"> (first written as {clock(saidAt)})</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}

const MOST_COLUMNS = 5;

/** Readings side by side under their times, the last ones. */
function Signs({ signs }: { signs: readonly VitalSeries[] }) {
  const times = [...new Set(signs.flatMap(({ readings }) => readings.map(({ at }) => clock(at))))];
  const order = new Map(signs.flatMap(({ readings }) => readings.map(({ at }) => [clock(at), at] as const)));
  const shown = times.sort((a, b) => ((order.get(a) ?? '') < (order.get(b) ?? '') ? -1 : 1)).slice(-MOST_COLUMNS);
  return (
    <table className={css.signs}>
      <thead>
        <tr>
          <th scope="col">Signs</th>
          {shown.map((time) => (
            <th key={time} scope="col" className="mono">
              {time}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {signs.map(({ vital, readings }) => (
          <tr key={vital}>
            <th scope="row">{VITAL_NAMES[vital].name}</th>
            {shown.map((time) => {
              const reading = readings.findLast(({ at }) => clock(at) === time);
              return (
                <td key={time} className={vital === 'alertness' || vital === 'pupils' ? undefined : 'mono'}>
                  {reading === undefined ? '' : showReading(vital, reading.value)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
