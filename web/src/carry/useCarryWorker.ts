import type { LoadoutView, Spares } from '@ivrak/core/loadout';
import type { Loadout } from '@ivrak/core/model';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { messageOf } from '../data/client.ts';
import { type LatestOnly, latestOnly, type RunningWorker, runWorker } from '../data/latest.ts';
import type { CarryWorker } from './carry.worker.ts';
import type { CarryData, KnownThings } from './carryData.ts';

/** The catalogue as this installation knows it; the same object while none of it changes. */
export function useKnown(): KnownThings {
  const kinds = useCatalog((state) => state.kinds);
  const schools = useCatalog((state) => state.schools);
  const containers = useCatalog((state) => state.containers);
  const positions = useCatalog((state) => state.positions);
  const known = useRef<KnownThings>({ kinds, schools, containers, positions });
  const { current } = known;
  const isSame =
    current.kinds === kinds && current.schools === schools && current.containers === containers && current.positions === positions;
  if (!isSame) known.current = { kinds, schools, containers, positions };
  return known.current;
}

interface Asked {
  carryData: CarryData;
  known: KnownThings;
  loadouts: readonly Loadout[];
}
export interface LoadoutViews {
  /** By id; null: nothing can be said of it. Until an answer comes the last one stands. */
  views: ReadonlyMap<string, LoadoutView | null>;
  error: string | null;
}

const startWorker = () => runWorker<CarryWorker>(new Worker(new URL('./carry.worker.ts', import.meta.url), { type: 'module' }));

/** Views of loadouts, worked out in a worker. */
export function useLoadoutViews(carryData: CarryData | undefined, loadouts: readonly Loadout[]): LoadoutViews {
  const known = useKnown();
  const [shown, setShown] = useState<LoadoutViews>({ views: new Map(), error: null });
  const questions = useRef<LatestOnly<Asked> | null>(null);
  useEffect(() => {
    const { remote, answer, end } = startWorker();
    const asked = latestOnly(
      async (question: Asked) => {
        await answer(remote.know(question.carryData, question.known));
        return answer(remote.views(question.loadouts));
      },
      {
        onAnswer: (question, answers) =>
          setShown({ views: new Map(question.loadouts.map(({ id }, index) => [id, answers[index] ?? null])), error: null }),
        onFailure: (failure) => setShown(({ views }) => ({ views, error: messageOf(failure) })),
      },
    );
    questions.current = asked;
    return () => {
      asked.end();
      end();
    };
  }, []);
  useEffect(() => {
    if (carryData !== undefined) questions.current?.ask({ carryData, known, loadouts });
  }, [carryData, known, loadouts]);
  return shown;
}

export interface SpareQuestion {
  /** Null: not asked, or not answered yet. */
  answer: Spares | null;
  error: string | null;
  isBusy: boolean;
  ask(loadouts: readonly Loadout[]): void;
  cancel(): void;
}

/** What can stay at home: asked for on a press, in a worker of its own, and given up on another. */
export function useSpares(carryData: CarryData | undefined): SpareQuestion {
  const known = useKnown();
  const [answer, setAnswer] = useState<Spares | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const running = useRef<RunningWorker<CarryWorker> | null>(null);
  const cancel = useCallback(() => {
    running.current?.end();
    running.current = null;
    setBusy(false);
  }, []);
  useEffect(() => cancel, [cancel]);
  const ask = useCallback(
    (loadouts: readonly Loadout[]) => {
      if (carryData === undefined) return;
      cancel();
      const worker = startWorker();
      running.current = worker;
      setBusy(true);
      setAnswer(null);
      setError(null);
      const work = async () => {
        await worker.answer(worker.remote.know(carryData, known));
        return worker.answer(worker.remote.spares(loadouts));
      };
      const isCurrent = () => running.current === worker;
      work()
        .then((found) => {
          if (isCurrent()) setAnswer(found);
        })
        .catch((failure: unknown) => {
          if (isCurrent()) setError(messageOf(failure));
        })
        .finally(() => {
          if (isCurrent()) cancel();
        });
    },
    [carryData, known, cancel],
  );
  return { answer, error, isBusy, ask, cancel };
}
