import {
  type Debrief,
  type DebriefKit,
  type DebriefLine,
  debriefLines,
  debriefSteps,
  FATE_NAMES,
  type Fate,
  type Lesson,
} from '@ivrak/core/incident';
import { type KitView, showDate } from '@ivrak/core/model';
import { Button, Checkbox, NumberInput, Select } from '@mantine/core';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import shellCss from '../app/shell.module.css';
import { catalogNow, containerOf, kindName } from '../data/catalog.ts';
import { ApiError, api, messageOf } from '../data/client.ts';
import { kitQuery, useRefresh } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { clock } from './clock.ts';
import css from './debrief.module.css';
import { unsentOf } from './keptLog.ts';
import { Lessons, lessonText } from './Lessons.tsx';
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
    kept?.id === id && stored.data !== undefined && unsentOf(kept).length === 0 && stored.data.entries.length < kept.sent.length;
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
    <main id="main" className={shellCss.noticePage}>
      <h1>The log is in this browser</h1>
      <p>{error === null ? '' : `${messageOf(error)} `}The debrief waits until the server has all of the log; it is sent by itself.</p>
      <button type="button" className="link-button" onClick={() => void send()}>
        Send now
      </button>
      <Link to="/use">Back</Link>
    </main>
  );
}

const toDebriefKit = (kit: KitView): DebriefKit => ({
  ...kit,
  isVacuumPacked: containerOf(kit.containerId)?.make === 'vacuumRoll',
});

interface Said {
  unitId: string;
  kitId: string;
  kind: string;
  fates: Fate[];
  fate: Fate;
  pieces: number;
}

function firstSaid(lines: readonly DebriefLine[]): Said[] {
  return lines.map(({ unitId, kitId, kind, logged, fates }) => ({ unitId, kitId, kind, fates, fate: fates[0] ?? 'used', pieces: logged }));
}

function Debriefing({ log, kits }: { log: DebriefedLog; kits: readonly KitView[] }) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const navigate = useNavigate();
  const own = kits.map(toDebriefKit);
  const lines = debriefLines(log, log.debriefs, own, catalogNow());
  const [answered, setSaid] = useState(() => firstSaid(lines));
  // What another phone sends meanwhile is asked for as well, and takes nothing of what was answered.
  const said = [...answered, ...firstSaid(lines.filter(({ unitId }) => !answered.some((one) => one.unitId === unitId)))];
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [lessons, setLessons] = useState<Lesson[]>([]);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const steps = debriefSteps(
    said.filter(({ fate }) => fate !== 'untouched'),
    own,
    catalogNow(),
  );
  const change = (index: number, part: Partial<Said>) => setSaid(said.map((one, at) => (at === index ? { ...one, ...part } : one)));
  const toggle = (step: string) => {
    const next = new Set(ticked);
    if (!next.delete(step)) next.add(step);
    setTicked(next);
  };
  const unticked = steps.filter((step) => !ticked.has(step.id)).length;
  const finish = async () => {
    setBusy(true);
    setError(null);
    const units = said.map(({ unitId, fate, pieces }) => ({ unitId, fate, pieces })) as Debrief['units']; // ids come from the kits
    try {
      await api.post('/api/use-logs/:id/debrief', {
        params: { id: log.id },
        body: { version: log.version, units, steps: [...ticked], lessons },
      });
      if (useUseLog.getState().log?.id === log.id) useUseLog.getState().close();
      await Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit'] }), client.invalidateQueries({ queryKey: ['use-logs'] })]);
      navigate(`/restock?kit=${log.kitId}&after=${log.id}`);
    } catch (failure) {
      if (failure instanceof ApiError && failure.issues.length > 0) setError(failure.issues.map(({ message }) => message).join(' '));
      else setError(messageOf(failure));
      setBusy(false);
    }
  };
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
        <section aria-label="What became of it">
          <h2>What became of it</h2>
          {said.length === 0 && <p>Nothing of ours was logged as used. Was anything lost, opened or spoiled?</p>}
          <ul className={css.lines}>
            {said.map((one, index) => (
              <SaidRow
                key={`${one.unitId} ${index}`}
                one={one}
                isExtra={index >= lines.length}
                change={(part) => change(index, part)}
                remove={() => setSaid(said.filter((_, at) => at !== index))}
              />
            ))}
          </ul>
          <MoreThings kits={kits} add={(one) => setSaid([...said, one])} />
        </section>
        <section aria-label="Cleaning and waste">
          <h2>Cleaning and waste</h2>
          {steps.length === 0 && <p>Nothing came out, so nothing is to be cleaned.</p>}
          <ul className={css.steps}>
            {steps.map(({ id, text, why }) => (
              <li key={id}>
                <Checkbox label={text} description={why} checked={ticked.has(id)} onChange={() => toggle(id)} />
              </li>
            ))}
          </ul>
          <h2>Lessons</h2>
          <Lessons kits={kits} lessons={lessons} setLessons={setLessons} />
        </section>
      </div>
      <Refusal text={error} />
      <footer className={css.foot}>
        <p className="small muted">
          {steps.length === 0
            ? ''
            : unticked === 0
              ? 'Everything is ticked.'
              : `${unticked} not ticked: asked for again before the kit is whole.`}{' '}
          {CAUTION}
        </p>
        <Button size="lg" disabled={isBusy} onClick={() => void finish()}>
          Debriefed: on to restocking
        </Button>
      </footer>
    </main>
  );
}

interface SaidRowProps {
  one: Said;
  isExtra: boolean;
  change: (part: Partial<Said>) => void;
  remove: () => void;
}

function SaidRow({ one, isExtra, change, remove }: SaidRowProps) {
  const name = kindName(one.kind);
  return (
    <li>
      <b className="grow">{name}</b>
      <NumberInput
        aria-label={`Pieces of ${name}`}
        value={one.pieces}
        min={1}
        max={1000}
        allowDecimal={false}
        w={76}
        onChange={(value) => typeof value === 'number' && change({ pieces: value })}
      />
      <Select
        aria-label={`What became of ${name}`}
        data={one.fates.map((fate) => ({ value: fate, label: FATE_NAMES[fate] }))}
        value={one.fate}
        w={180}
        onChange={(fate) => fate !== null && change({ fate: fate as Fate })} // one of the fates above
      />
      {isExtra && (
        <button type="button" className="link-button" onClick={remove} aria-label={`Take ${name} off the list`}>
          Off
        </button>
      )}
    </li>
  );
}

/** Lost, spoiled or opened without being used: things that nobody tapped, or some pieces of one that was. */
function MoreThings({ kits, add }: { kits: readonly KitView[]; add: (one: Said) => void }) {
  const data = kits.map((kit) => ({
    group: kit.name,
    items: kit.units.map(({ id, kind }) => ({ value: id as string, label: kindName(kind) })),
  }));
  const take = (unitId: string | null) => {
    const kit = kits.find(({ units }) => units.some(({ id }) => id === unitId));
    const unit = kit?.units.find(({ id }) => id === unitId);
    const kind = unit === undefined ? undefined : catalogNow().get(unit.kind);
    if (kit === undefined || unit === undefined || kind === undefined) return;
    // Nobody tapped it, so "used" is the unlikely answer here.
    const fates = (['lost', 'opened', 'spoiled', 'used'] as const).filter((fate) => fate !== 'opened' || kind.sterile);
    add({ unitId: unit.id, kitId: kit.id, kind: unit.kind, fates: [...fates], fate: 'lost', pieces: 1 });
  };
  return (
    <Select
      label="Something else lost, opened or spoiled"
      placeholder="choose a thing"
      data={data}
      value={null}
      searchable
      onChange={take}
    />
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
