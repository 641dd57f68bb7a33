import { lowerBound } from './bounds.ts';
import {
  type Box,
  type Decoded,
  decode,
  type Genome,
  isInFrontOf,
  LEFT_OUT,
  type Prepared,
  prepareFit,
  startGenome,
  WEIGHT_PRESETS,
  type Weights,
} from './decoder.ts';
import { type FitProblem, type FitResult, toTenths } from './problem.ts';
import { Random } from './random.ts';
import { toResult } from './result.ts';

const UNPLACED_COST = 100_000;
const STARTS = 50;
const MAX_CYCLE = 6000;
/** Share of the budget that tidies up at the thickness found: fewer things in front of those needed first. */
const TIDY_SHARE = 0.25;

/** Counts of decodes, never seconds, so that the same seed gives the same result on any machine. */
export const defaultDecodes = (items: number): number => Math.min(5000, 400 + 250 * items);

interface Best {
  genome: Genome;
  decoded: Decoded;
  cost: number;
  energy: number;
}

/** What a cycle is after: thinner, thinner than a given depth, all things in at all, or tidier at the same thickness. */
type Goal = 'thin' | 'capped' | 'fill' | 'tidy';

/** From hot to cold, in the units of each goal's energy: a penalty far above them would freeze the annealing. */
const TEMPERATURES: Record<Goal, readonly [hot: number, cold: number]> = {
  thin: [40, 1],
  capped: [120, 4],
  fill: [8, 0.5],
  tidy: [20, 0.5],
};

export interface Fit {
  /** Works off up to `decodes` decodes; returns the share of the budget done, 0 to 1. */
  step(decodes: number): number;
  /** The best so far. */
  result(): FitResult;
}

/**
 * Packs things into compartments: feasible first, then least thickness, then fewest weighted things in front of those
 * needed first. Anytime; deterministic for a problem, a seed and a count of decodes. Lengths in results are mm.
 */
export function createFit(problem: FitProblem): Fit {
  const prepared = prepareFit(problem);
  const budget = problem.decodes ?? defaultDecodes(problem.items.length);
  const run = new Search(problem, prepared, budget);
  return {
    step: (decodes) => run.step(decodes),
    result: () => toResult(problem, prepared, run.best.decoded, run.done),
  };
}

export function packFit(problem: FitProblem): FitResult {
  const fit = createFit(problem);
  while (fit.step(1000) < 1) {
    // the budget ends it
  }
  return fit.result();
}

class Search {
  done = 0;
  best: Best;
  private readonly random: Random;
  private readonly depths: number[];
  private readonly keepShare: number[];
  private readonly volumeShare: number[];
  private readonly frontWeight: number[];
  private readonly boundTenths: number;
  private readonly starts: Genome[];
  private readonly cycle: number;
  private current: Best;
  private cycleLeft = 0;
  private cycleLength = 1;
  private cycleCount = 0;
  private cap: number[];
  private goal: Goal = 'thin';
  private isTidying = false;

  constructor(
    private readonly problem: FitProblem,
    private readonly prepared: Prepared,
    private readonly budget: number,
  ) {
    this.random = new Random(problem.seed);
    this.depths = prepared.rooms.map((room) => room.d);
    this.cap = this.depths;
    const volume = prepared.volume.reduce((sum, value) => sum + value, 0) || 1;
    const keep = problem.items.reduce((sum, item) => sum + (item.keep ?? 1), 0) || 1;
    this.keepShare = problem.items.map((item) => (item.keep ?? 1) / keep);
    this.volumeShare = prepared.volume.map((value) => value / volume);
    this.frontWeight = problem.items.map(({ reach }) => (reach === 1 ? 8 : reach === 2 ? 4 : 1));
    this.boundTenths = toTenths(lowerBound(problem, prepared).valueMm);
    this.cycle = Math.max(300, Math.min(MAX_CYCLE, 60 * problem.items.length));
    this.starts = this.constructiveStarts();
    const empty: Best = {
      genome: this.starts[0] as Genome,
      decoded: { boxes: [], unplaced: problem.items.map((_, index) => index) },
      cost: Number.POSITIVE_INFINITY,
      energy: Number.POSITIVE_INFINITY,
    };
    this.best = empty;
    this.current = empty;
  }

  step(decodes: number): number {
    const stop = Math.min(this.budget, this.done + decodes);
    while (this.done < stop) this.once();
    return this.problem.items.length === 0 ? 1 : this.done / this.budget;
  }

  private once(): void {
    const start = this.starts[this.done];
    this.done += 1;
    if (start !== undefined) {
      this.evaluate(start);
      return;
    }
    const wantsTidying = this.done > this.budget * (1 - TIDY_SHARE) || this.thickness(this.best.decoded) <= this.boundTenths;
    if (this.cycleLeft <= 0 || (wantsTidying && !this.isTidying)) this.openCycle(wantsTidying);
    this.anneal();
  }

  private constructiveStarts(): Genome[] {
    const { lays, volume, reach } = this.prepared;
    const smallest = lays.map((options) => Math.min(...options.map((lay) => lay.d)));
    const longest = lays.map((options) => Math.max(...options.map((lay) => Math.max(lay.w, lay.h))));
    const area = lays.map((options) => Math.max(...options.map((lay) => lay.w * lay.h)));
    const indices = lays.map((_, index) => index);
    const sorted = (key: (index: number) => number) => [...indices].sort((a, b) => key(b) - key(a) || a - b);
    const of = (values: readonly number[]) => sorted((index) => values[index] as number);
    const keys = [
      of(volume),
      of(area),
      of(smallest),
      of(longest),
      sorted((index) => (reach[index] as number) * 1e9 + (area[index] as number)),
    ];
    return keys
      .flatMap((order) =>
        WEIGHT_PRESETS.flatMap((weights) => [
          startGenome(this.prepared, order, weights, false),
          startGenome(this.prepared, order, weights, true),
        ]),
      )
      .slice(0, STARTS);
  }

  /** What counts in the end: what stays out far above thickness; a share of the mean top keeps the landscape from being flat. */
  private cost(decoded: Decoded): number {
    const out = decoded.unplaced.reduce((sum, item) => sum + (this.keepShare[item] as number), 0);
    let top = 0;
    let volume = 0;
    for (const box of decoded.boxes) {
      const own = box.w * box.h * box.d;
      volume += own;
      top += own * (box.z + box.d);
    }
    const fronts = this.isTidying ? this.fronts(decoded.boxes) : 0;
    return UNPLACED_COST * out + this.thickness(decoded) + (volume > 0 ? (0.1 * top) / volume : 0) + fronts;
  }

  /** What a cycle steers by: what stays out, while something must; else the cost itself. */
  private energy(decoded: Decoded, cost: number): number {
    if (this.goal === 'thin' || this.goal === 'tidy') return cost;
    const [perKeep, perVolume, perThing] = this.goal === 'capped' ? [0, 3000, 5] : [2500, 500, 0];
    return decoded.unplaced.reduce(
      (sum, item) => sum + perKeep * (this.keepShare[item] as number) + perVolume * (this.volumeShare[item] as number) + perThing,
      0,
    );
  }

  private fronts(boxes: readonly Box[]): number {
    let sum = 0;
    for (const a of boxes) {
      const top = this.prepared.rooms[a.compartment]?.top ?? false;
      for (const b of boxes) if (a !== b && isInFrontOf(b, a, top)) sum += this.frontWeight[a.item] as number;
    }
    return sum;
  }

  private thickness(decoded: Decoded): number {
    return decoded.boxes.reduce((most, box) => Math.max(most, box.z + box.d), 0);
  }

  private evaluate(genome: Genome): Best {
    const decoded = decode(this.prepared, genome, this.cap);
    const cost = this.cost(decoded);
    const candidate = { genome, decoded, cost, energy: this.energy(decoded, cost) };
    if (cost < this.best.cost) this.best = candidate;
    return candidate;
  }

  private openCycle(tidy: boolean): void {
    if (tidy && !this.isTidying) {
      this.isTidying = true;
      this.best = { ...this.best, cost: this.cost(this.best.decoded) };
    }
    this.cycleCount += 1;
    this.cycleLength = this.cycle * (1 + (this.cycleCount % 3));
    this.cycleLeft = this.cycleLength;
    this.goal = this.nextGoal();
    this.cap = this.depths.map((depth) => Math.min(depth, this.target()));
    const genome = this.random.next() < 0.7 ? this.best.genome : (this.starts[this.random.below(this.starts.length)] as Genome);
    this.current = this.evaluate(genome);
  }

  /** Three of four cycles ask for a packing a little thinner than the best and count what stays out. */
  private nextGoal(): Goal {
    if (this.best.decoded.unplaced.length > 0) return 'fill';
    if (this.isTidying) return 'tidy';
    return this.cycleCount % 4 === 0 ? 'thin' : 'capped';
  }

  private target(): number {
    const best = this.thickness(this.best.decoded);
    switch (this.goal) {
      case 'tidy':
        return best;
      case 'capped': {
        const share = 0.03 + 0.2 * this.random.next();
        return Math.max(this.boundTenths, Math.floor(best - share * Math.max(1, best - this.boundTenths) - 1));
      }
      default:
        return Number.POSITIVE_INFINITY;
    }
  }

  private anneal(): void {
    this.cycleLeft -= 1;
    const candidate = this.evaluate(this.moved(this.current.genome));
    const progress = 1 - this.cycleLeft / this.cycleLength;
    const [hot, cold] = TEMPERATURES[this.goal];
    const temperature = hot * (cold / hot) ** progress;
    const worse = candidate.energy - this.current.energy;
    if (worse <= 0 || this.random.next() < Math.exp(-worse / temperature)) this.current = candidate;
    const isReached = candidate.decoded.unplaced.length === 0 && (this.goal === 'capped' || this.goal === 'fill');
    if (isReached) this.cycleLeft = 0;
  }

  private moved(genome: Genome): Genome {
    const next = {
      order: [...genome.order],
      lay: [...genome.lay],
      room: [...genome.room],
      weights: genome.weights,
      frontFirst: genome.frontFirst,
    };
    this.move(next);
    if (this.random.next() < 0.3) this.move(next);
    return next;
  }

  private move(genome: Genome): void {
    const { random } = this;
    const n = genome.order.length;
    const kind = random.next();
    const a = random.below(n);
    const b = random.below(n);
    if (this.best.decoded.unplaced.length > 0 && random.next() < 0.1) {
      // Where not all goes in, it is worth trying which thing hurts least to leave out, and taking it back in.
      const out = genome.lay.indexOf(LEFT_OUT);
      if (out >= 0) genome.lay[out] = -1;
      else if (random.next() < 0.4) genome.lay[a] = LEFT_OUT;
      return;
    }
    if (kind < 0.35) [genome.order[a], genome.order[b]] = [genome.order[b] as number, genome.order[a] as number];
    else if (kind < 0.62) genome.order.splice(b, 0, ...genome.order.splice(a, 1));
    else if (kind < 0.86) {
      const lays = this.prepared.lays[a]?.length ?? 1;
      genome.lay[a] = random.next() < 0.3 ? -1 : random.below(lays);
    } else if (kind < 0.93 && this.prepared.rooms.length > 1)
      genome.room[a] = random.next() < 0.3 ? -1 : random.below(this.prepared.rooms.length);
    else if (kind < 0.9 && this.prepared.reach.includes(1)) genome.frontFirst = !genome.frontFirst;
    else genome.weights = this.changedWeights(genome.weights);
  }

  private changedWeights(weights: Weights): Weights {
    const { random } = this;
    if (random.next() < 0.3) return WEIGHT_PRESETS[random.below(WEIGHT_PRESETS.length)] as Weights;
    const next = [...weights] as [number, number, number, number, number, number, number];
    const at = random.below(next.length);
    next[at] = at === 5 ? 1 - (next[at] as number) : (next[at] as number) * (0.4 + 1.4 * random.next()) + 0.005 * random.next();
    return next;
  }
}
