import { changesBetween } from '../coverage/changes.ts';
import type { Coverage } from '../coverage/coverage.ts';
import { mayHold } from '../fit/bounds.ts';
import type { FitResult } from '../fit/problem.ts';
import type { Container, Position } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { allGoesIn, type CarryCheck, fitsThere, kitCarry, kitMassG } from './carryCheck.ts';
import { applyFitFix, COSTS, costOf, type FitFix, type FitProposal, lowerFirst } from './fitFix.ts';
import { judgeKit } from './judgement.ts';
import { kitFitProblem } from './kitFit.ts';
import { packForPlace } from './packForPlace.ts';
import { gentleFixes, swapFixes, takeOutFixes } from './possibleFixes.ts';

export interface FitWorld {
  catalog: KindCatalog;
  school: School;
  today: PlainDate;
  containers: readonly Container[];
  positions: readonly Position[];
}

interface Tried {
  coverage: Coverage;
  result: FitResult;
  carry: CarryCheck | null;
  fits: boolean;
  /** Lower is nearer to fitting: things left out first, then what it is too thick by, mm. */
  distance: number;
}

/** Fixes that were tried together and fit. */
interface Fitting {
  fixes: FitFix[];
  tried: Tried;
}

const MOST_PER_SORT = 3;
const UNPLACED_MM = 1000;

/**
 * The least changes that make a kit fit its container and its carry position: another way of lying, pressing, a flatter kind
 * for the same need, one thing less, another container, another position; several together where one does not do. Each was
 * packed and found to fit. Yields the share done; returns the proposals, those that cost least first.
 */
export function* proposeFits(draft: KitDraft, world: FitWorld): Generator<number, FitProposal[]> {
  const work = new Proposer(draft, world);
  yield* work.run();
  return work.found;
}

class Proposer {
  found: FitProposal[] = [];
  private done = 0;
  private total = 1;
  private readonly base: Tried;

  constructor(
    private readonly draft: KitDraft,
    private readonly world: FitWorld,
  ) {
    this.base = this.tryDraft(draft);
  }

  *run(): Generator<number, void> {
    if (this.base.fits) return;
    const gentle = gentleFixes(this.draft, this.world.catalog);
    const swaps = swapFixes(this.draft, this.world.catalog, this.world.school);
    const { lifeSaving, others: takeOuts } = takeOutFixes(this.draft, this.world.catalog, this.base.coverage);
    const containers = this.world.containers.filter(({ id }) => id !== this.draft.containerId);
    const positions = this.world.positions.filter(({ id }) => id !== this.draft.positionId);
    this.total = 2 * gentle.length + swaps.length + 2 * takeOuts.length + 3 * containers.length + positions.length + 1;
    const softened = yield* this.together(gentle);
    yield* this.singles(swaps, []);
    if (softened === null) yield* this.singles(swaps, gentle);
    yield* this.singles(takeOuts, []);
    if (softened === null) yield* this.fewestOut(takeOuts, gentle);
    const boxes = containers.map(({ id }): FitFix => ({ do: 'container', containerId: id }));
    const alone = yield* this.singles(boxes, []);
    if (alone === 0 && softened === null) yield* this.singles(boxes, gentle);
    yield* this.singles(
      positions.map(({ id }): FitFix => ({ do: 'position', positionId: id })),
      [],
    );
    if (!this.found.some(({ fixes }) => fixes.some((fix) => fix.do === 'container' || fix.do === 'position'))) yield* this.elsewhere();
    // Nothing that saves a life is taken out as long as anything else will do.
    if (this.found.length === 0) yield* this.singles(lifeSaving, []);
    if (this.found.length === 0) yield* this.fewestOut([...takeOuts, ...lifeSaving], gentle);
    this.found.sort((a, b) => costOf(a) - costOf(b) || a.outerTMm - b.outerTMm);
  }

  /** Most containers are plainly too small, which takes no packing to see. */
  private mayHold(draft: KitDraft): boolean {
    const container = this.world.containers.find(({ id }) => id === draft.containerId);
    if (container === undefined) return false;
    const { units, fit, modules } = draft;
    const problem = kitFitProblem({
      units,
      container,
      coverage: this.base.coverage,
      catalog: this.world.catalog,
      fit,
      modules,
      isThinnest: true,
    });
    return problem.ok && mayHold(problem.problem);
  }

  private tryDraft(draft: KitDraft): Tried {
    const { catalog, school, today, containers, positions } = this.world;
    const container = containers.find(({ id }) => id === draft.containerId);
    const position = positions.find(({ id }) => id === draft.positionId);
    const { coverage } = judgeKit({ id: 'kit', brief: draft.brief, units: draft.units }, school, container, today, catalog);
    if (container === undefined) throw new RangeError(`unknown container ${draft.containerId}`);
    const { units, fit, modules } = draft;
    const problem = kitFitProblem({ units, container, position, coverage, catalog, fit, modules, isThinnest: true });
    if (!problem.ok) throw new RangeError(`${problem.count} things are too many to pack`);
    const carryOf = (packed: FitResult) => (position === undefined ? null : kitCarry({ units, container, position, packed, catalog, fit }));
    const result = packForPlace(problem.problem, carryOf);
    const carry = carryOf(result);
    const fits = carry === null ? result.feasible : fitsThere(result, carry);
    const out = (allGoesIn(result, carry) ? 0 : result.unplaced.length) + (carry !== null && !carry.outlineFits ? 1 : 0);
    return { coverage, result, carry, fits, distance: out * UNPLACED_MM + (carry?.overMm ?? 0) };
  }

  private apply(fixes: readonly FitFix[]): KitDraft {
    return fixes.reduce((draft, fix, index) => applyFitFix(draft, fix, `swap-${index}`), this.draft);
  }

  private note({ fixes, tried }: Fitting): void {
    this.found.push({
      fixes,
      labels: fixes.map((fix) => this.label(fix)),
      outerTMm: tried.carry?.outerTMm ?? tried.result.thicknessMm,
      limitMm: tried.carry?.limitMm ?? 0,
      changes: changesBetween(this.base.coverage, tried.coverage),
      costs: this.costsOf(fixes),
    });
  }

  private costsOf(fixes: readonly FitFix[]): FitProposal['costs'] {
    const { catalog, containers, positions } = this.world;
    const then = this.apply(fixes);
    const massOf = ({ units, containerId }: KitDraft) =>
      kitMassG(
        units,
        containers.find(({ id }) => id === containerId),
        catalog,
      );
    const drawOf = ({ positionId }: KitDraft) => positions.find(({ id }) => id === positionId)?.drawS ?? 0;
    const bought = fixes.flatMap((fix) => (fix.do === 'swap' ? [catalog.get(fix.kind)?.priceMinor ?? 0] : []));
    return {
      massG: massOf(then) - massOf(this.draft),
      priceMinor: bought.reduce((sum, price) => sum + price, 0),
      drawS: drawOf(then) - drawOf(this.draft),
    };
  }

  /** Another container at another place: each container packed once, as thin as it can be had, the places that are drawn soonest first. */
  private *elsewhere(): Generator<number, void> {
    const fitting: Fitting[] = [];
    const { containers, positions, catalog } = this.world;
    const soonest = [...positions].sort((a, b) => a.drawS - b.drawS);
    for (const container of containers) {
      const fix: FitFix = { do: 'container', containerId: container.id };
      const draft = this.apply([fix]);
      yield this.advance();
      if (!this.mayHold(draft)) continue;
      const tried = this.tryDraft(draft);
      if (!tried.result.feasible) continue;
      const { units, fit } = draft;
      for (const position of soonest) {
        const carry = kitCarry({ units, container, position, packed: tried.result, catalog, fit });
        if (!fitsThere(tried.result, carry)) continue;
        fitting.push({ fixes: [fix, { do: 'position', positionId: position.id }], tried: { ...tried, carry } });
        break;
      }
    }
    fitting.sort((a, b) => (a.tried.carry?.outerTMm ?? 0) - (b.tried.carry?.outerTMm ?? 0));
    for (const found of fitting.slice(0, MOST_PER_SORT)) this.note(found);
  }

  /** Tries each fix by itself on top of the given ones; notes up to three that fit. Returns how many did. */
  private *singles(fixes: readonly FitFix[], on: readonly FitFix[]): Generator<number, number> {
    const fitting: Fitting[] = [];
    for (const fix of fixes) {
      const all = [...on, fix];
      const draft = this.apply(all);
      yield this.advance();
      if (fix.do === 'container' && !this.mayHold(draft)) continue;
      const tried = this.tryDraft(draft);
      if (tried.fits) fitting.push(this.pruned(all, tried));
    }
    fitting.sort((a, b) => (a.tried.carry?.outerTMm ?? 0) - (b.tried.carry?.outerTMm ?? 0));
    for (const found of fitting.slice(0, MOST_PER_SORT)) this.note(found);
    return fitting.length;
  }

  /** Gentle fixes: each alone; where none does, those that help most together, as few as will do. Null: not even all do. */
  private *together(fixes: readonly FitFix[]): Generator<number, FitFix[] | null> {
    const scored: { fix: FitFix; tried: Tried }[] = [];
    for (const fix of fixes) {
      scored.push({ fix, tried: this.tryDraft(this.apply([fix])) });
      yield this.advance();
    }
    const alone = scored.filter(({ tried }) => tried.fits);
    for (const { fix, tried } of alone.slice(0, MOST_PER_SORT)) this.note({ fixes: [fix], tried });
    if (alone.length > 0) return alone.slice(0, 1).map(({ fix }) => fix);
    scored.sort((a, b) => a.tried.distance - b.tried.distance);
    const chosen: FitFix[] = [];
    for (const { fix } of scored) {
      chosen.push(fix);
      if (chosen.length < 2) continue;
      const tried = this.tryDraft(this.apply(chosen));
      yield this.advance();
      if (!tried.fits) continue;
      const fewest = this.pruned(chosen, tried);
      this.note(fewest);
      return fewest.fixes;
    }
    return null;
  }

  /** Takes things out, what hurts least first, until it fits; then puts back what need not be out. */
  private *fewestOut(takeOuts: readonly FitFix[], gentle: readonly FitFix[]): Generator<number, void> {
    if (this.found.some(({ fixes }) => fixes.some((fix) => fix.do === 'takeOut'))) return;
    const chosen: FitFix[] = [...gentle];
    for (const fix of takeOuts) {
      chosen.push(fix);
      const tried = this.tryDraft(this.apply(chosen));
      yield this.advance();
      if (!tried.fits) continue;
      this.note(this.pruned(chosen, tried));
      return;
    }
  }

  /** Leaves out every fix without which it fits as well, the costliest first. */
  private pruned(fixes: readonly FitFix[], tried: Tried): Fitting {
    let left: Fitting = { fixes: [...fixes], tried };
    for (const fix of [...fixes].sort((a, b) => COSTS[b.do] - COSTS[a.do])) {
      if (left.fixes.length === 1) break;
      const without = left.fixes.filter((other) => other !== fix);
      const less = this.tryDraft(this.apply(without));
      if (less.fits) left = { fixes: without, tried: less };
    }
    return left;
  }

  private advance(): number {
    this.done += 1;
    return Math.min(0.99, this.done / this.total);
  }

  private label(fix: FitFix): string {
    const { catalog, containers, positions } = this.world;
    const nameOf = (unitId: string) => {
      const unit = this.draft.units.find(({ id }) => id === unitId);
      return (unit === undefined ? undefined : catalog.get(unit.kind)?.name) ?? unitId;
    };
    switch (fix.do) {
      case 'setState': {
        const unit = this.draft.units.find(({ id }) => id === fix.unitId);
        const state = unit === undefined ? undefined : catalog.get(unit.kind)?.states.find(({ id }) => id === fix.state);
        return `${nameOf(fix.unitId)}: ${state?.label ?? fix.state}`;
      }
      case 'swap':
        return `${catalog.get(fix.kind)?.name ?? fix.kind} instead of ${lowerFirst(nameOf(fix.unitId))}`;
      case 'takeOut':
        return `Without ${lowerFirst(nameOf(fix.unitId))}`;
      case 'press':
        return 'Press it firmly';
      case 'container':
        return `Into ${lowerFirst(containers.find(({ id }) => id === fix.containerId)?.name ?? fix.containerId)}`;
      case 'position':
        return `Carried at ${lowerFirst(positions.find(({ id }) => id === fix.positionId)?.name ?? fix.positionId)}`;
    }
  }
}

/** Runs a piece of work to its end. */
export function runToEnd<T>(work: Generator<number, T>): T {
  let next = work.next();
  while (!next.done) next = work.next();
  return next.value;
}
