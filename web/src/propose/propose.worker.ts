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
import { workOff } from '../data/workOff.ts';

/** What can be sent to a worker: the catalogue as a list. */
export type SentWorld = Omit<KitWorld, 'catalog'> & { kinds: readonly Kind[] };
const worldOf = ({ kinds, ...world }: SentWorld): KitWorld => ({ ...world, catalog: kindCatalog(kinds) });

/** Integer programmes and packings, off the main thread; the page ends the worker to cancel. */
const proposing = {
  propose: (
    draft: KitDraft,
    ask: KitAsk,
    world: SentWorld,
    onStep: (share: number, proposed: ProposedForKit) => void,
  ): Promise<ProposedForKit> => workOff(proposeForKit(draft, ask, worldOf(world)), ({ share, proposed }) => onStep(share, proposed)),
  climb: (
    draft: KitDraft,
    ask: KitAsk,
    world: SentWorld,
    along: Along,
    onStep: (share: number, ladder: Ladder) => void,
  ): Promise<Ladder> => {
    const whole = worldOf(world);
    return workOff(climb(questionOf(draft, ask, whole), along, whole.catalog), ({ share, ladder }) => onStep(share, ladder));
  },
};
export type Proposing = typeof proposing;

expose(proposing);
