import { coverage } from '@ivrak/core/coverage';
import { thingsIn } from '@ivrak/core/fit';
import { kitCarry, kitFitProblem } from '@ivrak/core/kit';
import type { DerivedNeed } from '@ivrak/core/needs';
import { useEffect, useState } from 'react';
import { containerOf, positionOf } from '../data/catalog.ts';
import { startFit } from '../kit/fitClient.ts';
import { useKit } from '../kit/KitContext.tsx';
import type { Candidate } from './columns.ts';

/** Packed, with its thickness including walls, or why there is none. */
export type Packed = { kind: 'packed'; thicknessMm: number } | { kind: 'leftOut'; count: number } | { kind: 'tooMany'; most: number };

/** Packs what was not packed yet, one after the other in a worker, and gives what came of it by candidate. */
export function usePackedThickness(candidates: readonly Candidate[], needs: readonly DerivedNeed[]): ReadonlyMap<string, Packed> {
  const { school, catalog, today, draft } = useKit();
  const [found, setFound] = useState<ReadonlyMap<string, Packed>>(new Map());
  const next = candidates.find(({ key, thicknessMm }) => thicknessMm === null && key.startsWith('list:') && !found.has(key));
  const nextKey = next?.key ?? null;
  useEffect(() => {
    if (next === undefined) return;
    const container = containerOf(next.containerId);
    const position = positionOf(draft.positionId);
    if (container === undefined || position === undefined) return;
    const result = coverage({ needs, school, on: today, kits: [{ id: next.key, units: next.units }] }, catalog);
    const fit = kitFitProblem({ units: next.units, container, position, coverage: result, catalog, isThinnest: true });
    const { key } = next;
    const tell = (what: Packed) => setFound((before) => new Map(before).set(key, what));
    if (!fit.ok) return tell({ kind: 'tooMany', most: fit.most });
    const run = startFit(fit.problem, () => undefined);
    void run.result.then((packed) => {
      const { outerTMm } = kitCarry({ units: next.units, container, position, packed, catalog });
      tell(
        packed.unplaced.length > 0
          ? { kind: 'leftOut', count: thingsIn(fit.problem.items, packed.unplaced) }
          : { kind: 'packed', thicknessMm: outerTMm },
      );
    });
    return () => run.cancel();
  }, [nextKey]);
  return found;
}
