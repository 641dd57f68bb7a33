import type { CoverageProblem, Helpfulness } from '@ivrak/core/coverage';
import type { Kind } from '@ivrak/core/model';
import { useEffect, useRef, useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { type LatestOnly, latestOnly, runWorker } from '../data/latest.ts';
import type { RankWorker } from './rank.worker.ts';
import { useProblem } from './useProblem.ts';

interface Asked {
  problem: CoverageProblem;
  kinds: readonly Kind[];
}

/** All kinds, the most helpful first, worked out in a worker. Until an answer comes, and where one fails, the last one stands. */
export function useHelpful(): readonly Helpfulness[] {
  const problem = useProblem();
  const kinds = useCatalog((state) => state.kinds);
  const [helpful, setHelpful] = useState<readonly Helpfulness[]>([]);
  const questions = useRef<LatestOnly<Asked> | null>(null);
  useEffect(() => {
    const { remote, answer, end } = runWorker<RankWorker>(new Worker(new URL('./rank.worker.ts', import.meta.url), { type: 'module' }));
    const asked = latestOnly((question: Asked) => answer(remote.rank(question.problem, question.kinds)), {
      onAnswer: (_, ranked) => setHelpful(ranked),
      onFailure: () => undefined, // a ranking beside the sheet: the sheet itself says what fails
    });
    questions.current = asked;
    return () => {
      asked.end();
      end();
    };
  }, []);
  useEffect(() => questions.current?.ask({ problem, kinds }), [problem, kinds]);
  return helpful;
}
