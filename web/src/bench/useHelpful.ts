import type { CoverageProblem, Helpfulness, Kind } from '@ivrak/core';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useCatalog } from '../kit/catalog.ts';
import type { RankWorker } from '../workers/rank.worker.ts';
import { useProblem } from './useProblem.ts';

interface Asked {
  problem: CoverageProblem;
  kinds: readonly Kind[];
}

/** All kinds, the most helpful first, worked out in a worker. Until an answer comes the last one stands; questions in between are dropped. */
export function useHelpful(): readonly Helpfulness[] {
  const problem = useProblem();
  const kinds = useCatalog((state) => state.kinds);
  const [helpful, setHelpful] = useState<readonly Helpfulness[]>([]);
  const remote = useRef<Remote<RankWorker> | null>(null);
  const waiting = useRef<Asked | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    const worker = new Worker(new URL('../workers/rank.worker.ts', import.meta.url), { type: 'module' });
    remote.current = wrap<RankWorker>(worker);
    return () => {
      remote.current = null;
      isBusy.current = false;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    waiting.current = { problem, kinds };
    const askNext = async (): Promise<void> => {
      const { current: asked } = waiting;
      if (asked === null || isBusy.current || remote.current === null) return;
      waiting.current = null;
      isBusy.current = true;
      const answer = await remote.current.rank(asked.problem, asked.kinds);
      isBusy.current = false;
      if (remote.current === null) return;
      setHelpful(answer);
      await askNext();
    };
    void askNext();
  }, [problem, kinds]);
  return helpful;
}
