import type { FitResult } from '@ivrak/core/fit';
import type { Inspection, InspectionAnswer, KitView, PlainDate } from '@ivrak/core/model';
import { packOrder } from '@ivrak/core/staging';
import { type InspectionStep, inspectionSteps, openSteps } from '@ivrak/core/upkeep';
import { Progress } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useAway } from '../data/away.ts';
import { catalogNow, containerOf } from '../data/catalog.ts';
import { api, messageOf, OfflineError } from '../data/client.ts';
import { kitQuery, useRefresh, useSettings } from '../data/queries.ts';
import { useInspections } from '../data/upkeep.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { InspectEnd } from './InspectEnd.tsx';
import { InspectStart } from './InspectStart.tsx';
import { InspectThing, type Said } from './InspectThing.tsx';
import css from './inspect.module.css';
import {
  answerHere,
  becameText,
  finishHere,
  type KeptInspection,
  letGo,
  startHere,
  underWay,
  useKeptInspections,
} from './keptInspections.ts';

/** Looks through a kit thing by thing, with thumbs; it can be left and taken up again. */
export function Inspect() {
  const { id = '' } = useParams();
  const settings = useSettings();
  const kit = useQuery(kitQuery(id));
  const inspections = useInspections(id);
  if (kit.isLoadingError) return <Failure error={kit.error} />;
  if (inspections.isLoadingError) return <Failure error={inspections.error} />;
  if (kit.data === undefined || settings.data === undefined || inspections.data === undefined) return <Blank label="Opening the kit" />;
  return <Inspecting key={id} kit={kit.data} today={settings.data.today} open={inspections.data.open} before={inspections.data.finished} />;
}

const hasPlaces = (packing: unknown): packing is { result: FitResult } =>
  typeof packing === 'object' &&
  packing !== null &&
  'result' in packing &&
  Array.isArray((packing as { result: Partial<FitResult> }).result.placed);

function stepsOf(kit: KitView, today: PlainDate): InspectionStep[] {
  const container = containerOf(kit.containerId);
  const order = container !== undefined && hasPlaces(kit.packing) ? packOrder(container, kit.packing.result).map(({ id }) => id) : [];
  // What went in last comes out first.
  return inspectionSteps(kit.units, order.toReversed(), catalogNow(), today);
}

interface InspectingProps {
  kit: KitView;
  today: PlainDate;
  open: Inspection | null;
  before: readonly Inspection[];
}

function Inspecting({ kit, today, open: stored, before }: InspectingProps) {
  const [error, setError] = useState<string | null>(null);
  const kept = useKeptInspections((state) => state.kept[kit.id]);
  const open = underWay(stored, kept);
  const steps = useMemo(() => stepsOf(kit, today), [kit, today]);
  const left = open === null ? steps : openSteps(steps, open);
  const done = steps.length - left.length;
  return (
    <main id="main" className={css.inspect}>
      <header className={css.head}>
        <Link to="/upkeep">Leave</Link>
        <h1>{kit.name}</h1>
        <span className="mono">
          {done} of {steps.length}
        </span>
      </header>
      <Progress value={steps.length === 0 ? 0 : (100 * done) / steps.length} aria-label="Things looked at" size="sm" />
      <Refusal text={error} />
      <Became kit={kit} />
      <InspectPart
        open={open}
        kept={kept}
        stored={stored}
        kit={kit}
        steps={steps}
        before={before}
        today={today}
        setError={setError}
        left={left}
      />
      <p className="small muted">{CAUTION}</p>
    </main>
  );
}

interface InspectPartProps {
  open: Inspection | null;
  /** What was said here while the machine was away; absent: nothing waits. */
  kept: KeptInspection | undefined;
  /** As the machine has it. */
  stored: Inspection | null;
  kit: KitView;
  steps: InspectionStep[];
  before: readonly Inspection[];
  today: PlainDate;
  setError: (next: string | null) => void;
  left: InspectionStep[];
}

/** Starts, answers and ends an inspection, one thing at a time: on the server, or here until it is back. */
function useAnswers({ open, kept, stored, kit, steps, setError, left }: Omit<InspectPartProps, 'before' | 'today'>) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const [isBusy, setBusy] = useState(false);
  /** A thing that is looked at again; otherwise the first without an answer. */
  const [again, setAgain] = useState<string | null>(null);
  const step = steps.find(({ unitId }) => unitId === again) ?? left[0];
  const act = async <T,>(work: () => Promise<T>): Promise<T | null> => {
    setBusy(true);
    setError(null);
    try {
      return await work();
    } catch (failure) {
      setError(messageOf(failure));
      return null;
    } finally {
      await client.invalidateQueries({ queryKey: ['inspections', kit.id] });
      setBusy(false);
    }
  };
  /** What has begun to wait here goes on here, so that it goes out in order. */
  const orHere = async (work: () => Promise<unknown>, here: () => void): Promise<boolean> => {
    if (kept === undefined && !useAway.getState().isAway) {
      const isGone = await act(() =>
        work().then(
          () => false,
          (failure: unknown) => {
            if (failure instanceof OfflineError) return true;
            throw failure;
          },
        ),
      );
      if (isGone !== true) return isGone !== null;
    }
    here();
    return true;
  };
  const answer = async (unitId: string, said: Said) => {
    if (open === null) return;
    const conditionBefore = kit.units.find(({ id }) => id === unitId)?.condition ?? 'ready';
    const full = { ...said, unitId, conditionBefore, at: new Date().toISOString() } as InspectionAnswer; // ids and times as they are made
    const work = async () => {
      const { kit: after } = await api.put('/api/inspections/:id/answers/:unitId', { params: { id: open.id, unitId }, body: said });
      client.setQueryData(['kit', kit.id], after);
    };
    if (await orHere(work, () => answerHere(kit.id, stored, full))) setAgain(null);
  };
  const back = (): void => {
    const order = open?.answers ?? [];
    const at = again === null ? order.length : order.findIndex(({ unitId }) => unitId === again);
    setAgain(order[at - 1]?.unitId ?? null);
  };
  const finish = async () => {
    if (open === null) return;
    const work = async () =>
      client.setQueryData(['kit', kit.id], (await api.post('/api/inspections/:id/finish', { params: { id: open.id } })).kit);
    await orHere(work, () => finishHere(kit.id, stored));
    await refresh();
  };
  return {
    step,
    isBusy,
    look: setAgain,
    start: () =>
      void orHere(
        () => api.post('/api/kits/:id/inspections/start', { params: { id: kit.id } }),
        () => startHere(kit.id, stored),
      ),
    answer,
    finish,
    back: open !== null && open.answers.length > 0 && again !== open.answers[0]?.unitId ? back : null,
  };
}

function InspectPart({ before, today, ...asked }: InspectPartProps) {
  const { open, kit, steps, setError } = asked;
  const { step, isBusy, look, start, answer, finish, back } = useAnswers(asked);
  if (asked.kept?.isFinished === true)
    return (
      <p className={css.waits} role="status">
        It is finished, and waits on this device for the machine.
      </p>
    );
  if (open === null) return <InspectStart kit={kit} count={steps.length} before={before} isBusy={isBusy} start={start} />;
  if (step === undefined)
    return <InspectEnd kit={kit} inspection={open} steps={steps} isBusy={isBusy} look={look} finish={() => void finish()} />;
  return (
    <InspectThing
      key={step.unitId}
      step={step}
      given={answerOf(open, step)}
      kit={kit}
      today={today}
      isBusy={isBusy}
      say={(said) => void answer(step.unitId, said)}
      back={back}
      report={setError}
    />
  );
}

/** What became of an inspection that was made while the machine was away, where it was not all taken as it was said. */
function Became({ kit }: { kit: KitView }) {
  const { became, refusal } = useKeptInspections();
  const taken = became[kit.id];
  const told = taken === undefined ? null : becameText(taken.gone.length, taken.older.length);
  return (
    <>
      <Refusal text={refusal} />
      {told !== null && (
        <p className={css.waits} role="status">
          {told}{' '}
          <button type="button" className="link-button" onClick={() => letGo(kit.id)}>
            Read
          </button>
        </p>
      )}
    </>
  );
}

const answerOf = (inspection: Inspection, step: InspectionStep): InspectionAnswer | undefined =>
  inspection.answers.find(({ unitId }) => unitId === step.unitId);
