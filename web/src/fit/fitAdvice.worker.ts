import { kindCatalog } from '@ivrak/core/catalog';
import type { FitResult } from '@ivrak/core/fit';
import { type CarryRow, type FitProposal, type FitWorld, proposeFits, whereCarried } from '@ivrak/core/kit';
import type { Kind, KitDraft } from '@ivrak/core/model';
import { expose } from 'comlink';
import { workOff } from '../data/workOff.ts';

/** What can be sent to a worker: the catalogue as a list. */
export type SentWorld = Omit<FitWorld, 'catalog'> & { kinds: readonly Kind[]; known: FitResult | null };
type Progress = (share: number) => void;

const worldOf = ({ kinds, ...world }: Omit<SentWorld, 'known'>): FitWorld => ({ ...world, catalog: kindCatalog(kinds) });

/** Packs a kit many times over, off the main thread; the page ends the worker to cancel. */
const fitAdvice = {
  propose: (draft: KitDraft, world: SentWorld, onProgress: Progress): Promise<FitProposal[]> =>
    workOff(proposeFits(draft, worldOf(world)), onProgress),
  whereCarried: (draft: KitDraft, { known, ...world }: SentWorld, onProgress: Progress): Promise<CarryRow[]> =>
    workOff(whereCarried(draft, worldOf(world), known), onProgress),
};
export type FitAdvice = typeof fitAdvice;

expose(fitAdvice);
