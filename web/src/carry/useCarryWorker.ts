import type { Loadout, LoadoutView, Spares } from '@ivrak/core';
import { type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useCatalog } from '../kit/catalog.ts';
import type { CarryWorker } from '../workers/carry.worker.ts';
import type { CarryTold, KnownThings } from './told.ts';

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
  told: CarryTold;
  known: KnownThings;
  loadouts: readonly Loadout[];
}

/** Views of loadouts by id, worked out in a worker. Until an answer comes the last one stands; questions in between are dropped. */
export function useLoadoutViews(told: CarryTold | undefined, loadouts: readonly Loadout[]): ReadonlyMap<string, LoadoutView | null> {
  const known = useKnown();
  const [views, setViews] = useState<ReadonlyMap<string, LoadoutView | null>>(new Map());
  const remote = useRemote();
  const waiting = useRef<Asked | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    if (told === undefined || remote === null) return;
    waiting.current = { told, known, loadouts };
    const askNext = async (): Promise<void> => {
      const { current: asked } = waiting;
      if (asked === null || isBusy.current) return;
      waiting.current = null;
      isBusy.current = true;
      await remote.know(asked.told, asked.known);
      const answers = await remote.views(asked.loadouts);
      isBusy.current = false;
      setViews(new Map(asked.loadouts.map(({ id }, index) => [id, answers[index] ?? null])));
      await askNext();
    };
    void askNext();
  }, [told, known, loadouts, remote]);
  return views;
}

function useRemote(): Remote<CarryWorker> | null {
  const [remote, setRemote] = useState<Remote<CarryWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../workers/carry.worker.ts', import.meta.url), { type: 'module' });
    const own = wrap<CarryWorker>(worker);
    // A remote can be called like a function, and a state setter would do so.
    setRemote(() => own);
    return () => worker.terminate();
  }, []);
  return remote;
}

export interface SpareQuestion {
  /** Null: not asked, or not answered yet. */
  answer: Spares | null;
  isBusy: boolean;
  ask(loadouts: readonly Loadout[]): void;
  cancel(): void;
}

/** What can stay at home: asked for on a press, in a worker of its own, and given up on another. */
export function useSpares(told: CarryTold | undefined): SpareQuestion {
  const known = useKnown();
  const [answer, setAnswer] = useState<Spares | null>(null);
  const [isBusy, setBusy] = useState(false);
  const running = useRef<Worker | null>(null);
  const cancel = useCallback(() => {
    running.current?.terminate();
    running.current = null;
    setBusy(false);
  }, []);
  useEffect(() => cancel, [cancel]);
  const ask = useCallback(
    (loadouts: readonly Loadout[]) => {
      if (told === undefined) return;
      cancel();
      const worker = new Worker(new URL('../workers/carry.worker.ts', import.meta.url), { type: 'module' });
      running.current = worker;
      setBusy(true);
      setAnswer(null);
      const remote = wrap<CarryWorker>(worker);
      const work = async () => {
        await remote.know(told, known);
        const found = await remote.spares(loadouts);
        if (running.current !== worker) return;
        setAnswer(found);
        cancel();
      };
      void work();
    },
    [told, known, cancel],
  );
  return { answer, isBusy, ask, cancel };
}
