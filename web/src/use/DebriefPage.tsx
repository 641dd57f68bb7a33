import {
  type Debrief,
  type DebriefKit,
  type DebriefLine,
  debriefLines,
  debriefSteps,
  FATE_NAMES,
  type Fate,
  type KitView,
  type Lesson,
  showDate,
} from '@ivrak/core';
import { Button, Checkbox, NumberInput, Select, TextInput } from '@mantine/core';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { ApiError, api, messageOf } from '../api/client.ts';
import { kitQuery, useRefresh } from '../api/queries.ts';
import { catalogNow, containerOf, kindName } from '../kit/catalog.ts';
import { Blank } from '../shell/Blank.tsx';
import { CAUTION } from '../shell/caution.ts';
import { Failure } from '../shell/Failure.tsx';
import { Refusal } from '../shell/Refusal.tsx';
import { clock } from './clock.ts';
import './debrief.css';
import { unsentOf } from './keptLog.ts';
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
    <main id="main" className="notice-page">
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
  const steps = debriefSteps(said, own, catalogNow());
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
      await api.post(`/api/use-logs/${log.id}/debrief`, { version: log.version, units, steps: [...ticked], lessons });
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
    <main id="main" className="debrief">
      <header className="stores-head">
        <h1>Debrief</h1>
        <p className="muted">
          use of {clock(log.startedAt)}, {log.entries.length} entries · {kits.map(({ name }) => name).join(', ')}{' '}
          {kits.length === 1 ? 'is' : 'are'} not ready until this is done
        </p>
        <Link to={`/hand-over/${log.id}`}>Hand-over sheet</Link>
      </header>
      <div className="debrief-columns">
        <section aria-label="What became of it">
          <h2>What became of it</h2>
          {said.length === 0 && <p>Nothing of ours was logged as used. Was anything lost, opened or spoiled?</p>}
          <ul className="debrief-lines">
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
          <MoreThings kits={kits} said={said} add={(one) => setSaid([...said, one])} />
        </section>
        <section aria-label="Cleaning and waste">
          <h2>Cleaning and waste</h2>
          {steps.length === 0 && <p>Nothing came out, so nothing is to be cleaned.</p>}
          <ul className="debrief-steps">
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
      <footer className="debrief-foot">
        <p className="small muted">
          {unticked === 0
            ? 'Everything is ticked.'
            : `${unticked} ${unticked === 1 ? 'step is' : 'steps are'} not ticked; they are kept as open.`}{' '}
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

/** Lost, spoiled or opened without being used: things that nobody tapped. */
function MoreThings({ kits, said, add }: { kits: readonly KitView[]; said: readonly Said[]; add: (one: Said) => void }) {
  const listed = new Set(said.map(({ unitId }) => unitId));
  const data = kits.map((kit) => ({
    group: kit.name,
    items: kit.units.filter(({ id }) => !listed.has(id)).map(({ id, kind }) => ({ value: id as string, label: kindName(kind) })),
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

function Lessons({
  kits,
  lessons,
  setLessons,
}: {
  kits: readonly KitView[];
  lessons: readonly Lesson[];
  setLessons: (next: Lesson[]) => void;
}) {
  const [text, setText] = useState('');
  const [seconds, setSeconds] = useState<number | string>('');
  const [kind, setKind] = useState<string | null>(null);
  const [first] = kits;
  const kinds = [...new Set(kits.flatMap(({ units }) => units.map((unit) => unit.kind)))];
  const kitOf = kits.find(({ units }) => units.some((unit) => unit.kind === kind));
  const add = (lesson: Lesson) => {
    setLessons([...lessons, lesson]);
    setText('');
    setSeconds('');
    setKind(null);
  };
  return (
    <div className="stack">
      <ul className="debrief-lessons">
        {lessons.map((lesson, index) => (
          <li key={`${lesson.what} ${lesson.text}`}>
            <span className="grow">{lessonText(lesson)}</span>
            <button type="button" className="link-button" onClick={() => setLessons(lessons.filter((_, at) => at !== index))}>
              Off
            </button>
          </li>
        ))}
      </ul>
      <div className="row debrief-lesson">
        <TextInput
          className="grow"
          label="What was missing, or what was learned"
          value={text}
          maxLength={300}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button
          variant="default"
          disabled={text.trim() === '' || first === undefined}
          onClick={() => first !== undefined && add({ what: 'missing', kitId: first.id, text: text.trim() })}
        >
          Was missing
        </Button>
        <Button variant="default" disabled={text.trim() === ''} onClick={() => add({ what: 'other', text: text.trim() })}>
          Learned
        </Button>
      </div>
      <div className="row debrief-lesson">
        <Select
          className="grow"
          label="Took too long to get out"
          placeholder="choose a thing"
          data={kinds.map((id) => ({ value: id, label: kindName(id) }))}
          value={kind}
          onChange={setKind}
        />
        <NumberInput label="Seconds" value={seconds} min={0.2} max={3600} w={110} onChange={setSeconds} />
        <Button
          variant="default"
          disabled={kind === null || kitOf === undefined || typeof seconds !== 'number'}
          onClick={() =>
            kind !== null &&
            kitOf !== undefined &&
            typeof seconds === 'number' &&
            add({ what: 'slow', kitId: kitOf.id, kind, seconds, text: '' })
          }
        >
          Keep the time
        </Button>
      </div>
      <p className="small muted">A time that is kept here counts in Carry as one that was taken with the stopwatch.</p>
    </div>
  );
}

export const lessonText = (lesson: Lesson): string => {
  if (lesson.what === 'slow') return `${kindName(lesson.kind)} took ${lesson.seconds} s to get out`;
  return lesson.what === 'missing' ? `missing: ${lesson.text}` : lesson.text;
};

/** What was said in the debriefs of a log that is closed. */
function Closed({ log }: { log: DebriefedLog }) {
  const lessons = log.debriefs.flatMap((debrief) => debrief.lessons);
  const units = log.debriefs.flatMap((debrief) => debrief.units);
  return (
    <main id="main" className="debrief">
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
