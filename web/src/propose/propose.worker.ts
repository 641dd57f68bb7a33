import { kindCatalog } from '@ivrak/core/catalog';
import type { Kind, KitDraft } from '@ivrak/core/model';
import {
  type Along,
  climb,
  type KitAsk,
  type KitWorld,
  type Ladder,
  type ProposedForKit,
  proposeForKit,
  questionOf,
} from '@ivrak/core/propose';
import { expose } from 'comlink';

/** What can be sent to a worker: the catalogue as a list. */
export type SentWorld = Omit<KitWorld, 'catalog'> & { kinds: readonly Kind[] };
const worldOf = ({ kinds, ...world }: SentWorld): KitWorld => ({ ...world, catalog: kindCatalog(kinds) });

/** Works a question off, and says what is there by then. */
async function run<Step, End>(work: Generator<Step, End>, onStep: (step: Step) => void): Promise<End> {
  let next = work.next();
  while (next.done !== true) {
    onStep(next.value);
    // Lets messages through between steps.
    await new Promise((resolve) => setTimeout(resolve, 0));
    next = work.next();
  }
  return next.value;
}

/** Integer programmes and packings, off the main thread; the page ends the worker to cancel. */
const proposing = {
  propose: (
    draft: KitDraft,
    ask: KitAsk,
    world: SentWorld,
    onStep: (share: number, proposed: ProposedForKit) => void,
  ): Promise<ProposedForKit> => run(proposeForKit(draft, ask, worldOf(world)), ({ share, proposed }) => onStep(share, proposed)),
  climb: (
    draft: KitDraft,
    ask: KitAsk,
    world: SentWorld,
    along: Along,
    onStep: (share: number, ladder: Ladder) => void,
  ): Promise<Ladder> => {
    const { catalog } = worldOf(world);
    return run(climb(questionOf(draft, ask, worldOf(world)), along, catalog), ({ share, ladder }) => onStep(share, ladder));
  },
};
export type Proposing = typeof proposing;

expose(proposing);
