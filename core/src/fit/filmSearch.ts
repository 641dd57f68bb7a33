import { Decoder } from './decoder.ts';
import { type Genome, WEIGHT_PRESETS, type Weights } from './genome.ts';
import type { Orientation } from './lays.ts';
import { type Box, besideEachOther, type Decoded, isInFrontOf, type Prepared, preparedOf, type Room, settleBack } from './prepare.ts';
import { Random } from './random.ts';
import type { KnownPacking } from './search.ts';
import { shiftAbout } from './shifting.ts';
import { extentOf, Slices } from './slices.ts';
import { disorderOf, isBetter, type Standing } from './standing.ts';
import { constructiveStarts } from './starts.ts';
import { type Wishes, wishesMissed } from './wishes.ts';

/** Lengths in tenths of a millimetre. */
export interface FilmSearchOptions {
  lays: readonly (readonly Orientation[])[];
  /** The bag laid flat. */
  bag: { compartment: string; w: number; h: number; top: boolean };
  /** Share of each side that is cut off at the corners of a slice, by item. */
  cuts: readonly number[];
  /** Reach classes that must be kept. */
  reach: readonly (1 | 2 | 3)[];
  keep: readonly number[];
  wishes: Wishes | null;
  /** What the place leaves, turned either way; absent: any outline, and thinner is better. */
  place?: { w: number; h: number; d: number } | undefined;
  seed: number;
  budget: number;
  /** A packing that closes already: nothing worse comes out. */
  from?: KnownPacking | undefined;
}

interface Closed extends KnownPacking {
  standing: Standing;
}

/** Everything laid down, and how much longer the film would have to be. */
export interface NearestClosed {
  boxes: Box[];
  over: number;
}

const MIN_CYCLE = 150;
const MAX_CYCLE = 1200;
const [HOT, COLD] = [20, 0.4];
/** Under so much of too little film it is worth shifting things about, tenths of a millimetre. */
const WORTH_SHIFTING = 250;
const SHIFTS = { perThing: 40, hot: 20 } as const;
/** Of what is not near, how much is shifted about all the same. */
const NEAR = 1.3;
const SHIFT_ANYWAY = 0.1;
/** What a shift costs, in decodes. */
const SHIFT_COST = 0.5;
const POLISH = { perThing: 150, hot: 40 } as const;
/** What it hurts to leave a thing out, and that the film does not close, and each tenth of a millimetre that it is too short by. */
const OUT = 40;
const OUT_KEEP = 200;
const OPEN = 30;
const SHORT = 0.2;
const THICK = 0.03;

/**
 * Looks for a way to lay things so that film closes over them, slice by slice. Things are laid into rooms of changing size by the
 * decoder; where the film is a little short they are shifted about; where it stays short the least things are taken out. Then what
 * the place leaves and what is wished for. Deterministic for a seed and a budget of decodes.
 */
export class FilmSearch {
  done = 0;
  best: Closed;
  nearest: NearestClosed | null = null;
  private readonly random: Random;
  private readonly slices: Slices;
  private readonly keepShare: number[];
  private readonly hasMust: boolean;
  private readonly thickest: number;
  private decoder: Decoder;
  private room: Room;
  private depths: number[] = [];
  private current: { genome: Genome; energy: number };
  private cycleLeft = 0;
  private cycleLength: number;
  private readonly starts: readonly Genome[];
  private started = 0;

  constructor(private readonly options: FilmSearchOptions) {
    const { lays, keep, from } = options;
    this.random = new Random(options.seed);
    this.slices = new Slices(options.cuts);
    const all = keep.reduce((sum, value) => sum + Math.sqrt(value), 0) || 1;
    this.keepShare = keep.map((value) => Math.sqrt(value) / all);
    this.hasMust = options.reach.some((reach) => reach < 3);
    this.thickest = lays.reduce((most, own) => Math.max(most, Math.min(...own.map(({ d }) => d))), 1);
    this.cycleLength = Math.max(MIN_CYCLE, Math.min(MAX_CYCLE, 25 * lays.length));
    this.room = this.roomOf(this.thickest, 1, 1);
    this.decoder = this.decoderFor(this.room);
    this.starts = constructiveStarts(this.preparedFor(this.room), options.wishes);
    const genome = from?.genome ?? (this.starts[0] as Genome);
    const decoded = from?.decoded ?? { boxes: [], unplaced: lays.map((_, item) => item) };
    this.best = { genome, decoded, standing: this.standingOf(decoded) };
    this.current = { genome, energy: Number.POSITIVE_INFINITY };
  }

  get isDone(): boolean {
    return this.options.lays.length === 0 || this.done >= this.options.budget;
  }

  step(decodes: number): void {
    const stop = Math.min(this.options.budget, this.done + decodes);
    while (this.done < stop) this.once();
  }

  private once(): void {
    this.done += 1;
    if (this.cycleLeft <= 0) {
      if (this.best.standing.missing > 0 && this.nearest !== null && this.nearest.over > 0) this.polish(this.nearest);
      this.openCycle();
    }
    const genome = this.starts[this.started] ?? this.moved(this.current.genome);
    this.started += 1;
    this.cycleLeft -= 1;
    const heat = HOT * (COLD / HOT) ** (1 - this.cycleLeft / this.cycleLength);
    const energy = this.evaluate(genome);
    if (energy > this.current.energy - heat * Math.log(Math.max(1e-12, this.random.next()))) return;
    this.decoder.keep(genome, this.depths);
    this.current = { genome, energy };
  }

  /** The nearest that was found, shifted about for longer. */
  private polish(nearest: NearestClosed): void {
    const boxes = nearest.boxes.map((box) => ({ ...box }));
    const over = this.shift(boxes, nearest.over, POLISH);
    if (over < nearest.over) this.nearest = { boxes, over };
    if (over > 0) return;
    const decoded = { boxes, unplaced: [] };
    const standing = this.standingOf(decoded);
    if (isBetter(standing, this.best.standing)) this.best = { genome: this.best.genome, decoded, standing };
  }

  /** Another room: thick and small or flat and wide, and within the place where there is one. */
  private openCycle(): void {
    const { random, options } = this;
    const { w, h } = options.bag;
    const roomiest = (w + h - Math.sqrt(w * w + h * h - w * h)) / 3;
    const { missing, over, thickness } = this.best.standing;
    // Where all is in and thinner is better, rooms as thick as that have nothing to give.
    const most = missing === 0 && over > 0 ? thickness : Math.max(this.thickest + 50, 1.4 * roomiest);
    const t = Math.round(this.thickest + random.next() * Math.max(0, most - this.thickest));
    // Nearly as large as the bag for few things that reach far, as small as a box in it for many.
    const skew = random.next() < 0.3 ? 1 : random.next();
    this.room = this.roomOf(t, skew * random.next(), skew * random.next());
    this.decoder = this.decoderFor(this.room);
    this.cycleLeft = this.cycleLength;
    const genome = random.next() < 0.6 ? this.best.genome : (this.starts[random.below(this.starts.length)] as Genome);
    this.current = { genome, energy: this.evaluate(genome) };
    this.decoder.keep(genome, this.depths);
  }

  private roomOf(t: number, lessWide: number, lessHigh: number): Room {
    const { bag, place } = this.options;
    let [w, h, d] = [Math.round(bag.w - lessWide * t), Math.round(bag.h - lessHigh * t), t];
    if (place !== undefined && this.random.next() < 0.7) {
      const [pw, ph] = this.random.next() < 0.5 ? [place.w, place.h] : [place.h, place.w];
      [w, h, d] = [Math.min(w, pw), Math.min(h, ph), Math.max(this.thickest, Math.min(d, place.d))];
    }
    const compartment = bag.compartment;
    return { compartment, slot: null, w: Math.max(1, w), h: Math.max(1, h), d, top: bag.top, layers: 0, behind: -1 };
  }

  private preparedFor(room: Room): Prepared {
    const { lays, reach } = this.options;
    return preparedOf(lays, [room], reach, [], besideEachOther(1));
  }

  private decoderFor(room: Room): Decoder {
    this.depths = [room.d];
    return new Decoder(this.preparedFor(room));
  }

  /** Coarser than the moves in a room of its own size: the room changes with each cycle. */
  private moved(genome: Genome): Genome {
    const { random } = this;
    const next: Genome = { ...genome, order: [...genome.order], lay: [...genome.lay] };
    const n = next.order.length;
    const [a, b, kind] = [random.below(n), random.below(n), random.next()];
    if (kind < 0.35) [next.order[a], next.order[b]] = [next.order[b] as number, next.order[a] as number];
    else if (kind < 0.55) next.order.splice(b, 0, ...next.order.splice(a, 1));
    else if (kind < 0.9) next.lay[a] = random.next() < 0.3 ? -1 : random.below(this.options.lays[a]?.length ?? 1);
    else next.weights = WEIGHT_PRESETS[random.below(WEIGHT_PRESETS.length)] as Weights;
    return next;
  }

  private evaluate(genome: Genome): number {
    this.decoder.run(genome, this.depths);
    const { boxes, unplaced } = this.decoder.decoded();
    let short = this.shortOf(boxes);
    const near = NEAR * (this.nearest?.over ?? WORTH_SHIFTING);
    if (short > 0 && short < WORTH_SHIFTING && (short < near || this.random.next() < SHIFT_ANYWAY))
      short = this.shift(boxes, short, SHIFTS);
    if (unplaced.length === 0 && short < (this.nearest?.over ?? Number.POSITIVE_INFINITY))
      this.nearest = { boxes: [...boxes], over: short };
    const left = short === 0 ? boxes : this.takenOut(boxes);
    const inside = new Set(left.map(({ item }) => item));
    const out = this.options.lays.flatMap((_, item) => (inside.has(item) ? [] : [item]));
    const decoded = { boxes: left, unplaced: out };
    const standing = this.standingOf(decoded);
    if (isBetter(standing, this.best.standing)) this.best = { genome, decoded, standing };
    const dropped = out.filter((item) => !unplaced.includes(item));
    const hurt = (items: readonly number[]) => items.reduce((sum, item) => sum + OUT + OUT_KEEP * (this.keepShare[item] as number), 0);
    const order =
      this.options.wishes === null
        ? THICK * standing.thickness + SHORT * (standing.over - standing.thickness)
        : disorderOf(standing, 0) + SHORT * standing.over;
    return hurt(unplaced) + (short === 0 ? order : OPEN + Math.min(SHORT * short, hurt(dropped) + 0.03 * short));
  }

  /** Millimetres of film too little, both ways together. */
  private shortOf(boxes: readonly Box[]): number {
    const { bag } = this.options;
    const [w, h] = extentOf(boxes);
    const along = Math.max(0, this.slices.girth(boxes, true) - bag.h);
    const across = Math.max(0, this.slices.girth(boxes, false) - bag.w);
    // The bag's edges are straight: slices that lie askew to each other are outside one of them.
    return along + across + Math.max(0, w - bag.w) + Math.max(0, h - bag.h);
  }

  private shift(boxes: Box[], short: number, how: { perThing: number; hot: number }): number {
    const left = shiftAbout(boxes, short, how, {
      random: this.random,
      lays: this.options.lays,
      holds: (own) => !this.hasMust || this.reachHolds(own),
      shortOf: (own) => this.shortOf(own),
    });
    this.done += SHIFT_COST * left.tries;
    return left.short;
  }

  private reachHolds(boxes: readonly Box[]): boolean {
    const { reach, bag } = this.options;
    return boxes.every((own) => {
      const most = (reach[own.item] as number) - 1;
      return most > 1 || boxes.filter((other) => other !== own && isInFrontOf(other, own, bag.top)).length <= most;
    });
  }

  /** Takes out what hurts least of what the tightest slice meets, until the film closes. */
  private takenOut(boxes: readonly Box[]): Box[] {
    const { bag, keep } = this.options;
    let left = [...boxes];
    while (this.shortOf(left) > 0) {
      const [along, across] = [this.slices.tightest(left, true), this.slices.tightest(left, false)];
      const isHeld = along.girth > bag.h || across.girth > bag.w;
      const { items } = !isHeld ? { items: left.map(({ item }) => item) } : along.girth - bag.h > across.girth - bag.w ? along : across;
      const out = items.reduce((least, item) => ((keep[item] as number) < (keep[least] as number) ? item : least));
      left = left.filter(({ item }) => item !== out);
    }
    return left;
  }

  private standingOf({ boxes, unplaced }: Decoded): Standing {
    const { wishes, place, keep } = this.options;
    const missing = unplaced.length === 0 ? 0 : keep.reduce((sum, value, item) => (unplaced.includes(item) ? sum + value : sum), 0);
    const [w, h, thickness] = extentOf(boxes);
    // Without wishes thinner is always better; over a place it is that all the more.
    let over = wishes === null ? thickness : 0;
    if (place !== undefined) {
      const outside = (wide: number, high: number) => Math.max(0, w - wide) + Math.max(0, h - high);
      over += Math.min(outside(place.w, place.h), outside(place.h, place.w));
      if (wishes !== null) over += Math.max(0, thickness - place.d);
    }
    const wished = wishes === null ? { buried: 0, exit: 0, apart: 0, fronts: 0 } : wishesMissed(wishes, { rooms: [this.room] }, boxes);
    return { missing, over, thickness, ...wished };
  }

  /** The best with everything as far back as the film lets it, and nothing before the bag's edge. */
  settled(): KnownPacking {
    const { genome, decoded } = this.best;
    const back = settleBack(
      decoded.boxes.map((box, _, all) => ({ ...box, z: box.z - Math.min(...all.map(({ z }) => z)) })),
      new Set(),
    );
    const boxes = this.shortOf(back) > 0 || (this.hasMust && !this.reachHolds(back)) ? decoded.boxes : back;
    const least = (axis: 'x' | 'y' | 'z') => boxes.reduce((low, box) => Math.min(low, box[axis]), Number.POSITIVE_INFINITY);
    const [x, y, z] = [least('x'), least('y'), least('z')];
    return {
      genome,
      decoded: { boxes: boxes.map((box) => ({ ...box, x: box.x - x, y: box.y - y, z: box.z - z })), unplaced: decoded.unplaced },
    };
  }
}
