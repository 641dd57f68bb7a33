import { defaultDecodes, type FitProblem, type FitResult } from '@ivrak/core/fit';
import { type CarryCheck, fitFingerprint, isPlanned, type Judgement, kitCarry, kitFitProblem } from '@ivrak/core/kit';
import type { KitView } from '@ivrak/core/model';
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { catalogNow, containerOf, positionOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { type SheetDraft, useDraft } from './draftStore.ts';
import { type RunningFit, startBestFit } from './fitClient.ts';
import { isPacked, type Packed } from './packed.ts';

export interface PackingState {
  problem: FitProblem | null;
  /** Why there is nothing to pack. */
  refusal: string | null;
  /** The packing of the kit as it is now; null until it is worked out. */
  result: FitResult | null;
  carry: CarryCheck | null;
  /** Share of the work done while packing; null: at rest. */
  progress: number | null;
  /** Packs anew; `longer` looks so many times further than usual. */
  pack(seed: number, longer?: number): void;
  cancel(): void;
}

const PACK_AFTER_MS = 500;
/** How often it is said how far a packing is. */
const TOLD_EVERY_MS = 150;

/** Packs in workers, one run at a time; `found` is called with what the last one came to. */
function usePackRun(problem: FitProblem | null, fingerprint: string | null, found: (packed: Packed) => void) {
  const [progress, setProgress] = useState<number | null>(null);
  const running = useRef<RunningFit | null>(null);
  const cancel = useCallback(() => {
    running.current?.cancel();
    running.current = null;
    setProgress(null);
  }, []);
  const pack = useCallback(
    (seed: number, longer = 1) => {
      if (problem === null || fingerprint === null) return;
      running.current?.cancel();
      setProgress(0);
      let told = 0;
      // Progress comes over a port of its own and may arrive after the result: what is no longer running says nothing.
      const run: RunningFit = startBestFit({ ...problem, seed, decodes: longer * defaultDecodes(problem) }, (share) => {
        if (running.current !== run || performance.now() - told < TOLD_EVERY_MS) return;
        told = performance.now();
        startTransition(() => setProgress(share));
      });
      running.current = run;
      const end = () => {
        if (running.current !== run) return false;
        running.current = null;
        setProgress(null);
        return true;
      };
      run.result.then(
        (result) => {
          // Drawn in slices, so that whoever presses something meanwhile is answered.
          if (end()) startTransition(() => found({ fingerprint, result }));
        },
        () => void end(),
      );
    },
    [problem, fingerprint, found],
  );
  useEffect(() => () => running.current?.cancel(), []);
  return { progress, pack, cancel };
}

/** Keeps the packing in step with the draft: packs in a worker a moment after a change, and stores what was found. */
export function usePacking(kit: KitView, draft: SheetDraft, judgement: Judgement): PackingState {
  const [own, setOwn] = useState<Packed | null>(null);
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const fit = useMemo(
    () =>
      container === undefined
        ? null
        : kitFitProblem({
            units: draft.units,
            container,
            position,
            coverage: judgement.coverage,
            catalog: catalogNow(),
            fit: draft.fit,
            modules: draft.modules,
          }),
    [draft.units, draft.fit, draft.modules, container, position, judgement.coverage],
  );
  const problem = fit?.ok ? fit.problem : null;
  const fingerprint = useMemo(() => (problem === null ? null : fitFingerprint(problem)), [problem]);
  const stored = isPacked(kit.packing) ? kit.packing : null;
  const packed = [own, stored].find((candidate) => candidate !== null && candidate.fingerprint === fingerprint) ?? null;
  const { progress, pack, cancel } = usePackRun(problem, fingerprint, setOwn);
  const isMissing = packed === null && problem !== null && problem.items.length > 0;
  useEffect(() => {
    if (!isMissing) return;
    const timer = setTimeout(() => pack(1), PACK_AFTER_MS);
    return () => clearTimeout(timer);
  }, [isMissing, pack]);
  // What is planned is packed in thought: the kit itself is not packed so.
  useStoring(kit.id, draft.units.some(isPlanned) ? null : own, stored);
  const result = packed?.result ?? null;
  const carry = useMemo(
    () =>
      result === null || container === undefined || position === undefined
        ? null
        : kitCarry({ units: draft.units, container, position, packed: result, catalog: catalogNow(), fit: draft.fit }),
    [result, draft.units, draft.fit, container, position],
  );
  const refusal = fit !== null && !fit.ok ? `${fit.count} things are more than the ${fit.most} that can be packed at once.` : null;
  return useMemo(
    () => ({ problem, refusal, result, carry, progress, pack, cancel }),
    [problem, refusal, result, carry, progress, pack, cancel],
  );
}

/** Sends a packing to the server once the draft it was made from is saved there. */
function useStoring(kitId: string, own: Packed | null, stored: Packed | null): void {
  const save = useDraft((state) => state.save);
  useEffect(() => {
    if (own === null || save !== 'saved' || own === stored || own.result === stored?.result) return;
    if (stored !== null && stored.fingerprint === own.fingerprint && stored.result.seed === own.result.seed) return;
    const controller = { isCurrent: true };
    void api
      .put('/api/kits/:id/packing', { params: { id: kitId }, body: { ...own, result: { ...own.result } } })
      .then((view) => {
        if (!controller.isCurrent) return;
        queryClient.setQueryData(['kit', kitId], view);
        void queryClient.invalidateQueries({ queryKey: ['kits'] });
      })
      // Another change came first; the next packing will be stored instead.
      .catch(() => undefined);
    return () => {
      controller.isCurrent = false;
    };
  }, [kitId, own, stored, save]);
}
