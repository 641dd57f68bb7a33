import { type KitView, showDate } from '@ivrak/core/model';
import { Button, Checkbox } from '@mantine/core';
import { useQueries } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { messageOf } from '../data/client.ts';
import { kitQuery, usePeople } from '../data/queries.ts';
import { useWho } from '../drill/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { Became } from './Became.tsx';
import { clock } from './clock.ts';
import css from './debrief.module.css';
import { unsentOf } from './keptLog.ts';
import { Lessons, lessonText } from './Lessons.tsx';
import { useDebrief } from './useDebrief.ts';
import { send, useUseLog } from './useLog.ts';
import { type DebriefedLog, useStoredLog } from './useStoredLog.ts';

/** Afterwards, in quiet: what became of each thing, cleaning and waste, what was learned. The kits are not ready until this is done. */
export function DebriefPage() {
  const { id = '' } = useParams();
  const stored = useStoredLog(id);
  const kits = useQueries({
    queries: (stored.data?.kitIds ?? []).map(kitQuery),
  });
  const kept = useUseLog((state) => state.log);
  const isBehind =
    kept?.id === id &&
    stored.data !== undefined &&
    unsentOf(kept).length === 0 &&
    stored.data.entries.length + (kept.unread?.length ?? 0) < kept.sent.length;
  const { refetch } = stored;
  useEffect(() => {
    if (isBehind) void refetch();
  }, [isBehind, refetch]);
  // A debrief on half of the log would miss what is still in this browser.
  if (kept?.id === id && unsentOf(kept).length > 0) return <NotSentYet error={stored.error} />;
  if (stored.data === undefined)
    return stored.isError ? (
      kept?.id === id ? (
        <NotSentYet error={stored.error} />
      ) : (
        <Failure error={stored.error} />
      )
    ) : (
      <Blank label="Reading the log" />
    );
  // A kit that was retired meanwhile has nothing left to reconcile.
  const found = kits.flatMap(({ data }) => data ?? []);
  if (kits.some(({ isPending }) => isPending)) return <Blank label="Opening the kits" />;
  return <Debriefing key={stored.data.id} log={stored.data} kits={found} />;
}

function NotSentYet({ error }: { error: unknown }) {
  return (
    <main id="main" className={parts.noticePage}>
      <h1>The log is in this browser</h1>
      <p>{error === null ? '' : `${messageOf(error)} `}The debrief waits until the server has all of the log; it is sent by itself.</p>
      <button type="button" className="link-button" onClick={() => void send()}>
        Send now
      </button>
      <Link to="/use">Back</Link>
    </main>
  );
}

function Debriefing({ log, kits }: { log: DebriefedLog; kits: readonly KitView[] }) {
  const debrief = useDebrief(log, kits);
  const { steps, ticked } = debrief;
  const unticked = steps.filter((step) => !ticked.has(step.id)).length;
  if (!log.isOpen) return <Closed log={log} />;
  return (
    <main id="main" className={css.debrief}>
      <header className={css.head}>
        <h1>Debrief</h1>
        <p className="muted">
          use of {clock(log.startedAt)}, {log.entries.length === 1 ? 'one entry' : `${log.entries.length} entries`} ·{' '}
          {kits.map(({ name }) => name).join(', ')} {kits.length === 1 ? 'is' : 'are'} not ready until this is done
        </p>
        <Link to={`/hand-over/${log.id}`}>Hand-over sheet</Link>
      </header>
      <div className={css.columns}>
        <Became debrief={debrief} kits={kits} />
        <section aria-label="Cleaning and waste">
          <h2>Cleaning and waste</h2>
          {steps.length === 0 && <p>Nothing came out, so nothing is to be cleaned.</p>}
          <ul className={css.steps}>
            {steps.map(({ id, text, why }) => (
              <li key={id}>
                <Checkbox label={text} description={why} checked={ticked.has(id)} onChange={() => debrief.toggle(id)} />
              </li>
            ))}
          </ul>
          <Recalled debrief={debrief} kits={kits} />
          <PutAside log={log} />
          <h2>Lessons</h2>
          <Lessons kits={kits} lessons={debrief.lessons} setLessons={debrief.setLessons} />
        </section>
      </div>
      <Refusal text={debrief.error} />
      <footer className={css.foot}>
        <p className="small muted">
          {steps.length === 0
            ? ''
            : unticked === 0
              ? 'Everything is ticked.'
              : `${unticked} not ticked: asked for again before the kit is whole.`}{' '}
          {CAUTION}
        </p>
        <Button size="lg" disabled={debrief.isBusy} onClick={() => void debrief.finish()}>
          Debriefed: on to restocking
        </Button>
      </footer>
    </main>
  );
}

/** Who went straight to a thing has recalled where it lies; nobody is asked by the stopwatch for that. */
function Recalled({
  debrief: { said, recalled, setRecalled },
  kits,
}: {
  debrief: ReturnType<typeof useDebrief>;
  kits: readonly KitView[];
}) {
  const who = useWho();
  const person = usePeople().data?.people.find(({ id }) => id === who);
  const used = kits.filter(({ id }) => said.some(({ kitId, fate }) => kitId === id && fate !== 'untouched'));
  if (person === undefined || used.length === 0) return null;
  return (
    <>
      <h2>Did you know where it lay?</h2>
      <ul className={css.steps}>
        {used.map(({ id, name }) => (
          <li key={id}>
            <Checkbox
              label={`${person.name} went straight to it: ${name}`}
              description="counts as found in a drill; leave it open if you had to look"
              checked={recalled.has(id)}
              onChange={() => {
                const next = new Set(recalled);
                if (!next.delete(id)) next.add(id);
                setRecalled(next);
              }}
            />
          </li>
        ))}
      </ul>
    </>
  );
}

/** What a phone sent that is no entry this program knows: nobody but a person can say what it means. */
function PutAside({ log: { putAside } }: { log: DebriefedLog }) {
  if (putAside.length === 0) return null;
  return (
    <>
      <h2>Not readable as entries</h2>
      <p className="small">
        {putAside.length === 1 ? 'One thing was' : `${putAside.length} things were`} sent that this version cannot read. Read what it says,
        and add above what was used.
      </p>
      <ul className={css.putAside}>
        {putAside.map(({ id, receivedAt, why, text }) => (
          <li key={id}>
            <span className="mono">{clock(receivedAt)}</span> received · {why}
            <code>{text}</code>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What was said in the debriefs of a log that is closed. */
function Closed({ log }: { log: DebriefedLog }) {
  const lessons = log.debriefs.flatMap((debrief) => debrief.lessons);
  const units = log.debriefs.flatMap((debrief) => debrief.units);
  return (
    <main id="main" className={css.debrief}>
      <h1>Debriefed</h1>
      <p>
        The use of {showDate(log.startedAt.slice(0, 10) as Parameters<typeof showDate>[0])} is closed: {units.length}{' '}
        {units.length === 1 ? 'thing' : 'things'} accounted for.
      </p>
      {lessons.length > 0 && (
        <ul>
          {lessons.map((lesson) => (
            <li key={lessonText(lesson)}>{lessonText(lesson)}</li>
          ))}
        </ul>
      )}
      <p className="row">
        <Link to={`/restock?kit=${log.kitId}`}>Restock</Link>
        <Link to={`/hand-over/${log.id}`}>Hand-over sheet</Link>
      </p>
    </main>
  );
}
