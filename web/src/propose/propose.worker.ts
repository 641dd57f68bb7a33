import { kindCatalog } from '@ivrak/core/catalog';
import type { Kind, KitDraft } from '@ivrak/core/model';
import {
  type Along,
  climb,
  type KitAsk,
  type KitOfSet,
  type KitWorld,
  type Ladder,
  type ProposedForKit,
  type ProposedForSet,
  proposeForKit,
  proposeForSet,
  questionOf,
  type SetAsk,
  type SetWorld,
} from '@ivrak/core/propose';
import { expose } from 'comlink';
import { workOff } from '../data/workOff.ts';

/** What can be sent to a worker: the catalogue as a list. */
export type SentWorld = Omit<KitWorld, 'catalog'> & { kinds: readonly Kind[] };
export type SentSetWorld = Omit<SetWorld, 'catalog'> & { kinds: readonly Kind[] };
const worldOf = ({ kinds, ...world }: SentWorld): KitWorld => ({ ...world, catalog: kindCatalog(kinds) });

/** Integer programmes and packings, off the main thread; the page ends the worker to cancel. */
const proposing = {
  propose: (
    draft: KitDraft,
    ask: KitAsk,
    world: SentWorld,
    onStep: (share: number, proposed: ProposedForKit) => void,
  ): Promise<ProposedForKit> => workOff(proposeForKit(draft, ask, worldOf(world)), ({ share, proposed }) => onStep(share, proposed)),
  proposeSet: (
    kits: readonly [KitOfSet, ...KitOfSet[]],
    ask: SetAsk,
    { kinds, ...world }: SentSetWorld,
    onStep: (share: number, proposed: ProposedForSet) => void,
  ): Promise<ProposedForSet> =>
    workOff(proposeForSet(kits, ask, { ...world, catalog: kindCatalog(kinds) }), ({ share, proposed }) => onStep(share, proposed)),
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
