import type { BuyingPlan, BuyingProblem } from '@ivrak/core/buying';
import type { FitProblem, FitResult } from '@ivrak/core/fit';
import type { KindCatalog } from '@ivrak/core/model';
import type { Along, Ladder, Proposed, ProposeQuestion } from '@ivrak/core/propose';
import type { RotationKit, RotationOptions, RotationPlan, StockUnit } from '@ivrak/core/stock';
import { BUYING_THREAD_FILE, FIT_THREAD_FILE, PROPOSE_THREAD_FILE, ROTATION_THREAD_FILE } from '../paths.ts';
import { ThreadQueue } from './threadQueue.ts';

/** What is too much to be worked out between two answers: each sort in a thread of its own. */
export interface Queues {
  fits: ThreadQueue<FitProblem, FitResult>;
  buying: ThreadQueue<BuyingProblem, BuyingPlan>;
  rotation: ThreadQueue<RotationQuestion, RotationPlan>;
  proposals: ThreadQueue<ProposeTask, Proposed | Ladder>;
}

/** What is asked of proposals: what to put in, or how far money, mass or thickness goes. */
export type ProposeTask = { do: 'propose'; question: ProposeQuestion } | { do: 'climb'; question: ProposeQuestion; along: Along };

/** What swaps are worked out from. */
export interface RotationQuestion {
  kits: RotationKit[];
  spares: StockUnit[];
  catalog: KindCatalog;
  options: RotationOptions;
}

export const startQueues = (): Queues => ({
  fits: new ThreadQueue(FIT_THREAD_FILE, {
    full: 'Other packings are under way; try again in a few seconds.',
    tooLong: 'Not packed within 60 s: ask for fewer decodes.',
  }),
  buying: new ThreadQueue(BUYING_THREAD_FILE, {
    full: 'Other plans are being worked out; try again in a few seconds.',
    tooLong: 'Not solved within 60 s: ask for fewer lines or offers.',
  }),
  rotation: new ThreadQueue(ROTATION_THREAD_FILE, {
    full: 'Other swaps are being worked out; try again in a few seconds.',
    tooLong: 'Swaps were not worked out within 60 s.',
  }),
  proposals: new ThreadQueue(PROPOSE_THREAD_FILE, {
    full: 'Other proposals are being worked out; try again in a few seconds.',
    tooLong: 'Not worked out within 60 s: ask for less effort.',
  }),
});
