import { kindCatalog } from '@ivrak/core/catalog';
import { type CoverageProblem, type Helpfulness, rankKinds } from '@ivrak/core/coverage';
import type { Kind } from '@ivrak/core/model';
import { expose } from 'comlink';

/** Asks coverage once for every kind: too much to do between a key and the frame that answers it. */
const rankWorker = {
  rank: (problem: CoverageProblem, kinds: readonly Kind[]): Helpfulness[] => rankKinds(problem, kinds, kindCatalog(kinds)),
};
export type RankWorker = typeof rankWorker;

expose(rankWorker);
