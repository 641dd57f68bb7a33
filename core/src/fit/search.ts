import { lowerBound } from './bounds.ts';
import { type CornerBox, fillCorners } from './corners.ts';
import { Decoder } from './decoder.ts';
import { type Genome, startGenome, WEIGHT_PRESETS, type Weights } from './genome.ts';
import type { Orientation } from './lays.ts';
import { type Goal, movedOn } from './moves.ts';
import {
  type Box,
  type Decoded,
  hasSums,
  isInFrontOf,
  overClosed,
  type Prepared,
  packedThickness,
  settleBack,
  thicknessOf,
} from './prepare.ts';
import { Random } from './random.ts';
import { disorderOf, isBetter, type Standing } from './standing.ts';
import { constructiveStarts } from './starts.ts';
import { type Wishes, wishesMissed } from './wishes.ts';

const UNPLACED_COST = 100_000;
const MAX_CYCLE = 6000;
/** One cycle of so many minimises thickness itself; the others ask for a little less and count what stays out, which finds more. */
const THIN_EVERY = 12;
/** Share of the budget that tidies up at the thickness found: fewer things in front of those needed first. */
const TIDY_SHARE = 0.2;
/** The same where more is wished for than thinness. */
const WISHES_SHARE = 0.4;

interface State {
  genome: Genome;
  energy: number;
}

interface Best extends KnownPacking {
  standing: Standing;
  /** Tenths of a millimetre. */
  thickness: number;
  /** Per room. */
  tops: number[];
}

/** Of cycles with panels that close on each other, those with both used to the full, and up to which each keeps to its own depth. */
const FULL_PANELS = 0.3;
/** Of capped cycles, those in which both keep to the depth by themselves, and not what lies across from each other. */
const SHARED_CAPS = 0.3;
const OWN_PANELS = 0.6;
/** What a tenth of a millimetre weighs that panels do not close by. */
const PANELS_OVER = 3;
/** Leaving things out never pays for a better order. */
const ORDER_MISSED = 300;

/** Corner by corner, tried before the annealing and once a cycle: nodes a try, and what a node costs in decodes. */
const FULL_TRIES = 12;
/** A short search keeps its decodes for annealing: one try for so many. */
const DECODES_PER_TRY = 800;
const FULL_NODES = 1000;
const DECODES_PER_NODE = 0.05;
/** Depths over the bound at which a room is tried to be filled without or almost without waste. */
const FULL_SLACK = [0, 0, 0.02, 0.05];

/** Cycles start at a heat of their own, down to this share of the hottest: many things want it cooler than few. */
const COOLEST_START = 0.1;

/** From hot to cold, in the units of each goal's energy: a penalty far above them would freeze the annealing. */
const TEMPERATURES: Record<Goal, readonly [hot: number, cold: number]> = {
  thin: [40, 1],
  capped: [30, 0.5],
  fill: [60, 2],
  order: [25, 0.3],
  tidy: [20, 0.5],
};

/** A packing with the genome that it came from. */
export interface KnownPacking {
  genome: Genome;
  decoded: Decoded;
}

export interface SearchOptions {
  seed: number;
  budget: number;
  /** How much it hurts to leave each thing out. */
  keep: readonly number[];
  /** What else is wished for; absent: thinness alone. */
  wishes?: Wishes | null | undefined;
  /** Thickness up to which thinner is no better, tenths of a millimetre; counts only beside wishes. */
  limitTenths?: number | undefined;
  /** A packing that is known already, such as the loose one of what is to be pressed: nothing worse comes out. */
  from?: KnownPacking | undefined;
  /** No packing of all things is thinner, tenths of a millimetre; found out where it is not given. */
  boundTenths?: number | undefined;
}

/**
 * Simulated annealing over genomes, in cycles. Deterministic: budgets are counts of decodes.
 */
export class Search {
  done = 0;
  best: Best;
  readonly random: Random;
  readonly decoder: Decoder;
  private readonly missCost: number[];
  private depths: number[];
  private readonly keepShare: number[];
  private readonly volumeShare: number[];
  private readonly frontWeight: number[];
  private readonly bound: number;
  private readonly starts: Genome[];
  private readonly cycle: number;
  private readonly hasTop: boolean;
  /** Tops add up somewhere: no room may be as thick as the whole. */
  private readonly sums: boolean;
  private readonly locked: ReadonlySet<number>;
  private current: State;
  private hot = 0;
  private cycleLeft = 0;
  private cycleLength = 1;
  private cycleCount = 0;
  private caps: number[];
  goal: Goal = 'thin';
  private target = 0;
  private isTidying = false;
  private fullTries = 0;
  private readonly canBeFull: boolean;
  private readonly firstTries: number;
  readonly wishes: Wishes | null;
  private readonly limit: number;

  constructor(
    readonly prepared: Prepared,
    private readonly options: SearchOptions,
  ) {
    const n = prepared.lays.length;
    this.random = new Random(options.seed);
    this.depths = this.openDepths(true);
    this.caps = this.depths;
    const volume = prepared.volume.reduce((sum, value) => sum + value, 0) || 1;
    // Drawn together for the annealing, which else would not move what hurts little; what comes out best goes by the whole of it.
    const keep = options.keep.map(Math.sqrt);
    const all = keep.reduce((sum, value) => sum + value, 0) || 1;
    this.keepShare = keep.map((value) => value / all);
    this.wishes = options.wishes ?? null;
    this.limit = this.wishes === null ? 0 : (options.limitTenths ?? Math.max(...this.depths));
    this.volumeShare = prepared.volume.map((value) => value / volume);
    this.frontWeight = prepared.reach.map((reach) => (reach === 1 ? 8 : reach === 2 ? 4 : 1));
    this.bound = options.boundTenths ?? lowerBound(prepared).tenths;
    this.cycle = Math.max(300, Math.min(MAX_CYCLE, 25 * n));
    this.hasTop = prepared.rooms.some((room) => room.top);
    this.sums = hasSums(prepared.stacking);
    this.locked = new Set(prepared.locked.map((box) => box.item));
    this.firstTries = Math.min(FULL_TRIES, Math.floor(options.budget / DECODES_PER_TRY));
    const [room] = prepared.rooms;
    this.canBeFull =
      prepared.rooms.length === 1 && room?.slot === null && this.locked.size === 0 && prepared.reach.every((reach) => reach === 3);
    this.missCost = new Array<number>(n).fill(0);
    this.decoder = new Decoder(prepared, this.missCost);
    this.setMissCost('thin');
    this.starts = [...(options.from === undefined ? [] : [options.from.genome]), ...constructiveStarts(prepared, this.wishes)];
    const genome = this.starts[0] as Genome;
    this.best = this.known(options.from?.decoded, genome);
    this.current = { genome, energy: Number.POSITIVE_INFINITY };
  }

  private known(decoded: Decoded | undefined, genome: Genome): Best {
    const nothing = { boxes: [...this.prepared.locked], unplaced: this.prepared.lays.map((_, index) => index) };
    const { boxes } = decoded ?? nothing;
    const tops = topsOf(boxes, this.prepared.rooms.length);
    const thickness = decoded === undefined ? Number.POSITIVE_INFINITY : this.thicknessOf(tops, boxes);
    const standing = this.standingOf(decoded ?? nothing, thickness);
    return { genome, decoded: decoded ?? nothing, standing, thickness: decoded === undefined ? 0 : thickness, tops };
  }

  private standingOf({ boxes, unplaced }: Decoded, thickness: number): Standing {
    const out = new Set(unplaced);
    const missing = this.options.keep.reduce((sum, keep, item) => (out.has(item) ? sum + keep : sum), 0);
    const over = Math.max(0, thickness - this.limit);
    if (this.wishes === null)
      return { missing, over, buried: 0, apart: 0, exit: 0, thickness, fronts: this.isTidying ? this.fronts(boxes) : 0 };
    return { missing, over, thickness, ...wishesMissed(this.wishes, this.prepared, boxes) };
  }

  /** Works off up to `decodes` decodes. */
  step(decodes: number): void {
    const stop = Math.min(this.options.budget, this.done + decodes);
    while (this.done < stop) this.once();
  }

  get isDone(): boolean {
    return this.prepared.lays.length === 0 || this.done >= this.options.budget;
  }

  private once(): void {
    const start = this.starts[this.done];
    this.done += 1;
    if (start !== undefined) {
      this.evaluate(start, Number.POSITIVE_INFINITY);
      return;
    }
    if (this.fullTries < this.firstTries && this.tryFull()) return;
    const isThin = this.best.decoded.unplaced.length === 0 && this.best.thickness <= Math.max(this.bound, this.limit);
    const wantsTidying = this.done > this.options.budget * (1 - (this.wishes === null ? TIDY_SHARE : WISHES_SHARE)) || isThin;
    if (this.cycleLeft <= 0 || (wantsTidying && !this.isTidying)) this.openCycle(wantsTidying);
    this.anneal();
  }

  /** Tries to fill the room wholly up to a depth near the bound; false where that is not worth a try. */
  private tryFull(): boolean {
    const slack = FULL_SLACK[this.fullTries % FULL_SLACK.length] as number;
    this.fullTries += 1;
    const [room] = this.prepared.rooms;
    const d = Math.min(this.depths[0] as number, Math.round(this.bound * (1 + slack)));
    if (!this.canBeFull || room === undefined || (this.best.decoded.unplaced.length === 0 && this.best.thickness <= d)) return false;
    const { boxes, nodes } = fillCorners({ lays: this.prepared.lays, w: room.w, h: room.h, d }, this.random, FULL_NODES);
    this.done = Math.min(this.options.budget, this.done + Math.floor(nodes * DECODES_PER_NODE));
    if (boxes !== null) this.noteFull(boxes);
    return true;
  }

  private noteFull(found: readonly CornerBox[]): void {
    const boxes = found.map(({ item, lay, x, y, z }): Box => {
      const own = (this.prepared.lays[item] as readonly Orientation[])[lay] as Orientation;
      return { item, room: 0, x, y, z, w: own.w, h: own.h, d: own.d, lay };
    });
    const settled = this.hasTop ? boxes : settleBack(boxes, this.locked);
    const tops = topsOf(settled, 1);
    const thickness = this.thicknessOf(tops, settled);
    const standing = this.standingOf({ boxes: settled, unplaced: [] }, thickness);
    if (!isBetter(standing, this.best.standing)) return;
    const order = [...settled].sort((a, b) => a.z - b.z || a.y - b.y || a.x - b.x).map(({ item }) => item);
    const genome = { ...startGenome(this.prepared, order, WEIGHT_PRESETS[0] as Weights, false), lay: this.prepared.lays.map(() => -1) };
    for (const box of settled) genome.lay[box.item] = box.lay;
    this.best = { genome, decoded: { boxes: settled, unplaced: [] }, standing, thickness, tops };
  }

  private setMissCost(goal: Goal): void {
    for (let item = 0; item < this.missCost.length; item += 1) {
      const keep = this.keepShare[item] as number;
      const volume = this.volumeShare[item] as number;
      this.missCost[item] =
        goal === 'capped'
          ? 3000 * volume + 15
          : goal === 'fill'
            ? 2500 * keep + 500 * volume
            : goal === 'order'
              ? ORDER_MISSED + UNPLACED_COST * keep
              : UNPLACED_COST * keep;
    }
  }

  /** Runs a genome and notes it where it is the best so far; null where it was broken off as too bad. */
  private evaluate(genome: Genome, threshold: number): number | null {
    const { decoder, goal } = this;
    const settles = genome.frontFirst && !this.hasTop;
    const byTop = (goal === 'thin' || goal === 'tidy') && !settles && !this.sums;
    if (!decoder.run(genome, this.caps, threshold, byTop ? threshold : Number.POSITIVE_INFINITY)) return null;
    const boxes = settles ? settleBack(decoder.decoded().boxes, this.locked) : null;
    const tops = boxes === null ? decoder.tops : topsOf(boxes, this.prepared.rooms.length);
    const thickness = this.thicknessOf(tops, boxes);
    const over = this.hasPanels ? overClosed(this.prepared, boxes ?? decoder.decoded().boxes) : 0;
    if (over === 0) this.note(genome, thickness, tops, boxes);
    // What lies across from each other may be over a depth that both keep to by themselves.
    const overCap = goal === 'capped' && this.hasPanels ? Math.max(0, thickness - this.target) : 0;
    if (goal === 'capped' || goal === 'fill') return decoder.missed + PANELS_OVER * (over + overCap);
    if (goal === 'order') return decoder.missed + PANELS_OVER * over + this.disorder(boxes ?? decoder.decoded().boxes, thickness);
    const tidiness = goal === 'tidy' ? this.fronts(boxes ?? decoder.decoded().boxes) : this.meanTop(boxes);
    return decoder.missed + PANELS_OVER * over + thickness + tidiness;
  }

  private disorder(boxes: readonly Box[], thickness: number): number {
    if (this.wishes === null) return 0;
    const missed = wishesMissed(this.wishes, this.prepared, boxes);
    return disorderOf({ ...missed, thickness }, Math.max(0, thickness - this.orderLimit()));
  }

  /** As thick as things may lie for a better order: what is allowed, or where that cannot be kept, what is reached. */
  private orderLimit(): number {
    return this.best.standing.over > 0 ? this.best.thickness : this.limit;
  }

  private note(genome: Genome, thickness: number, tops: ArrayLike<number>, boxes: Box[] | null): void {
    const { decoder, best } = this;
    const { keep } = this.options;
    let missing = 0;
    for (let item = 0; item < keep.length; item += 1) if ((decoder.room[item] as number) < 0) missing += keep[item] as number;
    const over = Math.max(0, thickness - this.limit);
    const was = best.standing;
    if (missing > was.missing || (missing === was.missing && over > was.over)) return;
    if (this.wishes === null && !this.isTidying && missing === was.missing && over === was.over) return;
    const decoded = decoder.decoded();
    const settled = { boxes: boxes ?? decoded.boxes, unplaced: decoded.unplaced };
    const standing = this.standingOf(settled, thickness);
    if (isBetter(standing, was)) this.best = { genome, decoded: settled, standing, thickness, tops: Array.from(tops) };
  }

  private thicknessOf(tops: ArrayLike<number>, boxes: readonly Box[] | null): number {
    return this.hasPanels
      ? packedThickness(this.prepared, boxes ?? this.decoder.decoded().boxes)
      : thicknessOf(this.prepared.stacking, tops);
  }

  private get hasPanels(): boolean {
    return this.prepared.stacking.facing.length > 0;
  }

  /**
   * How deep rooms are used in a cycle. Of panels that close on each other one is deeper for what the other is less; now and then both are
   * used to the full, and what does not close is no packing.
   */
  private openDepths(isFirst: boolean): number[] {
    const { rooms, stacking, lays } = this.prepared;
    const depths = rooms.map((room) => room.d);
    const draw = isFirst ? 1 : this.random.next();
    if (draw < FULL_PANELS) return depths;
    for (const { rooms: pair, own, most } of stacking.facing) {
      const [wide, high] = [rooms[pair[0]]?.w ?? 0, rooms[pair[0]]?.h ?? 0];
      const thick = lays.map((options) => Math.min(...options.flatMap(({ w, h, d }) => (w <= wide && h <= high ? [d] : []))));
      const tallest = Math.max(own[0], ...thick.filter((d) => d <= most));
      const left =
        isFirst || draw < OWN_PANELS ? (isFirst ? tallest : own[0]) : Math.min(most, thick[this.random.below(thick.length)] ?? own[0]);
      const deep = this.random.next() < 0.5 || isFirst ? Math.min(left, most) : Math.max(0, most - left);
      depths[pair[0]] = deep;
      depths[pair[1]] = most - deep;
    }
    return depths;
  }

  /** A share of the volume-weighted mean top keeps the landscape from being flat. */
  private meanTop(boxes: readonly Box[] | null): number {
    let top = 0;
    let volume = 0;
    if (boxes === null) {
      const { decoder } = this;
      for (let item = 0; item < decoder.n; item += 1) {
        if ((decoder.room[item] as number) < 0) continue;
        const own = this.prepared.volume[item] as number;
        volume += own;
        top += own * ((decoder.z[item] as number) + decoder.depth(item));
      }
    } else
      for (const box of boxes) {
        const own = box.w * box.h * box.d;
        volume += own;
        top += own * (box.z + box.d);
      }
    return volume > 0 ? (0.1 * top) / volume : 0;
  }

  private fronts(boxes: readonly Box[]): number {
    let sum = 0;
    for (const a of boxes) {
      const top = this.prepared.rooms[a.room]?.top ?? false;
      for (const b of boxes) {
        if (a === b || !isInFrontOf(b, a, top)) continue;
        // What would be left out sooner is twice in the way: life-saving things come to lie together in front of the rest.
        const isLesser = (this.options.keep[b.item] as number) < (this.options.keep[a.item] as number);
        sum += (this.frontWeight[a.item] as number) * (isLesser ? 2 : 1);
      }
    }
    return sum;
  }

  private openCycle(tidy: boolean): void {
    if (tidy && !this.isTidying) {
      this.isTidying = true;
      this.best = { ...this.best, standing: this.standingOf(this.best.decoded, this.best.thickness) };
    }
    this.cycleCount += 1;
    if (this.fullTries >= this.firstTries && !tidy) this.tryFull();
    this.cycleLength = this.cycle * (1 + (this.cycleCount % 3));
    this.cycleLeft = this.cycleLength;
    if (this.hasPanels) this.depths = this.openDepths(false);
    this.goal = this.nextGoal();
    this.hot = TEMPERATURES[this.goal][0] * COOLEST_START ** this.random.next();
    this.setMissCost(this.goal);
    this.caps = this.nextCaps();
    const genome = this.random.next() < 0.8 ? this.best.genome : (this.starts[this.random.below(this.starts.length)] as Genome);
    const energy = this.evaluate(genome, Number.POSITIVE_INFINITY) ?? Number.POSITIVE_INFINITY;
    this.decoder.keep(genome, this.caps);
    this.current = { genome, energy };
  }

  private nextGoal(): Goal {
    const isAllIn = this.best.decoded.unplaced.length === 0;
    if (this.wishes !== null && (this.isTidying || (isAllIn && this.best.standing.over === 0))) return 'order';
    if (!isAllIn) return 'fill';
    if (this.isTidying) return 'tidy';
    return this.cycleCount % THIN_EVERY === 0 ? 'thin' : 'capped';
  }

  private nextCaps(): number[] {
    const { best } = this;
    if (this.goal === 'tidy')
      return this.depths.map((depth, room) => Math.min(depth, this.sums ? (best.tops[room] as number) : best.thickness));
    if (this.goal === 'order' && !this.sums) return this.depths.map((depth) => Math.min(depth, this.orderLimit()));
    if (this.goal !== 'capped') return this.depths;
    const share = 0.03 + 0.2 * this.random.next();
    const target = Math.max(this.bound, Math.floor(best.thickness - share * Math.max(1, best.thickness - this.bound) - 1));
    this.target = target;
    if (!this.sums || (this.hasPanels && this.random.next() < SHARED_CAPS)) return this.depths.map((depth) => Math.min(depth, target));
    const caps = [...this.depths];
    const { isSummed, compartments } = this.prepared.stacking;
    const shares = isSummed ? this.parted(target, compartments.length) : compartments.map(() => target);
    for (const [index, layers] of compartments.entries()) {
      const own = this.parted(shares[index] ?? target, layers.length);
      for (const [layer, rooms] of layers.entries())
        for (const room of rooms) caps[room] = Math.min(this.depths[room] as number, own[layer] ?? target);
    }
    return caps;
  }

  /** A thickness parted at random among what adds up to it. */
  private parted(target: number, parts: number): number[] {
    const shares: number[] = [];
    let left = target;
    for (let part = 1; part < parts; part += 1) {
      const own = Math.round((left * (0.4 + 1.2 * this.random.next())) / (parts - part + 1));
      shares.push(own);
      left -= own;
    }
    return [...shares, left];
  }

  private anneal(): void {
    this.cycleLeft -= 1;
    const genome = movedOn(this.current.genome, this);
    const progress = 1 - this.cycleLeft / this.cycleLength;
    const cold = TEMPERATURES[this.goal][1];
    const temperature = this.hot * (cold / this.hot) ** progress;
    const threshold = this.current.energy - temperature * Math.log(Math.max(1e-12, this.random.next()));
    const energy = this.evaluate(genome, threshold);
    if (energy === null || energy > threshold) return;
    this.decoder.keep(genome, this.caps);
    this.current = { genome, energy };
    if (this.goal === 'capped' && energy === 0) this.cycleLeft = 0;
    if (this.goal === 'fill' && this.best.decoded.unplaced.length === 0) this.cycleLeft = 0;
  }
}

function topsOf(boxes: readonly Box[], rooms: number): number[] {
  const tops = new Array<number>(rooms).fill(0);
  for (const box of boxes) tops[box.room] = Math.max(tops[box.room] as number, box.z + box.d);
  return tops;
}
