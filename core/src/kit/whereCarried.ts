import { packFit } from '../fit/createFit.ts';
import { type FitResult, OUTCOME_MAKES } from '../fit/problem.ts';
import type { Position } from '../model/container.ts';
import type { KitDraft } from '../model/kit.ts';
import { allGoesIn, type CarryCheck, fitsThere, kitCarry } from './carryCheck.ts';
import { judgeKit } from './judgement.ts';
import { kitFitProblem } from './kitFit.ts';
import type { FitWorld } from './proposals.ts';

/** Enough to tell how thick it comes out. */
const WHERE_DECODES = 3000;
const OUTCOME_DECODES = 800;

export interface CarryRow {
  containerId: string;
  positionId: string;
  carry: CarryCheck;
  /** Whether everything goes into the container. */
  allIn: boolean;
  /** Goes in, is flat enough, and no larger than the place. */
  fits: boolean;
}

/**
 * Where a kit could be carried: every container at every position. One packing a container, or a place; of the one that it is in, `known`
 * is taken where it was packed already. Yields the share done.
 */
export function* whereCarried(draft: KitDraft, world: FitWorld, known: FitResult | null = null): Generator<number, CarryRow[]> {
  const rows: CarryRow[] = [];
  for (const [index, container] of world.containers.entries()) {
    const { units, brief, modules } = draft;
    const { coverage } = judgeKit({ id: 'kit', brief, units }, world.school, container, world.today, world.catalog);
    const own = container.id === draft.containerId ? draft.fit : { ...draft.fit, locks: {}, pins: {} };
    // What is firm is packed once, as thin as it can be had; film and bands take another outline in every place.
    const isOutcome = OUTCOME_MAKES.includes(container.make);
    const packed = (position?: Position): FitResult | null => {
      const problem = kitFitProblem({ units, container, position, coverage, catalog: world.catalog, fit: own, modules, isThinnest: true });
      return problem.ok ? packFit({ ...problem.problem, decodes: isOutcome ? OUTCOME_DECODES : WHERE_DECODES }) : null;
    };
    const once = isOutcome ? null : packed();
    for (const [at, position] of world.positions.entries()) {
      const isKnown = known !== null && container.id === draft.containerId && position.id === draft.positionId;
      const result = isKnown ? known : isOutcome ? packed(position) : once;
      if (isOutcome) yield (index + at / world.positions.length) / world.containers.length;
      if (result !== null) {
        const carry = kitCarry({ units, container, position, packed: result, catalog: world.catalog, fit: own });
        const [allIn, fits] = [allGoesIn(result, carry), fitsThere(result, carry)];
        rows.push({ containerId: container.id, positionId: position.id, carry, allIn, fits });
      }
    }
    yield (index + 1) / world.containers.length;
  }
  return rows;
}
