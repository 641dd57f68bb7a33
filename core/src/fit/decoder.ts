import { type Genome, LEFT_OUT } from './genome.ts';
import type { Box, Decoded, Prepared, Room } from './prepare.ts';

/** Packs one genome from scratch; for tests and single runs. The search keeps a `Decoder`, which goes on from what it shares. */
export function decode(prepared: Prepared, genome: Genome, depths: readonly number[]): Decoded {
  const decoder = new Decoder(prepared);
  decoder.run(genome, depths);
  return decoder.decoded();
}

/** Numbers to a space: x, y, z and the far corner. */
const SPACE = 6;
/** Spaces a room can hold before the smallest new ones are let go; far above what is met. */
const MAX_SPACES = 2000;

const NOWHERE: Box = { item: -1, room: -1, x: 0, y: 0, z: 0, w: 0, h: 0, d: 0, lay: 0 };

/** Empty maximal spaces of all rooms at one point of a decode. */
interface Snapshot {
  spaces: Int32Array;
  /** First number of each room's spaces, and one past the last. */
  starts: Int32Array;
}

/**
 * Places things one after the other where the weighted score is lowest (empty maximal spaces). Things of reach class 1 take
 * only spaces that are open to the access side and keep what lies before them free; class 2 lets one thing stand before it.
 * A run that shares its beginning with the kept one starts from where they part. Typed arrays throughout: this is where the
 * time goes.
 */
export class Decoder {
  readonly n: number;
  /** Room of each thing; -1: not placed. */
  readonly room: Int32Array;
  readonly x: Int32Array;
  readonly y: Int32Array;
  readonly z: Int32Array;
  readonly lay: Int32Array;
  /** Top of each room. */
  readonly tops: Int32Array;
  /** Weighted sum of what was not placed. */
  missed = 0;
  private readonly layAt: Int32Array;
  private readonly lw: Int32Array;
  private readonly lh: Int32Array;
  private readonly ld: Int32Array;
  private readonly reach: Int32Array;
  private readonly roomTop: Uint8Array;
  private readonly isLocked: Uint8Array;
  private spaces: Int32Array[];
  private spare: Int32Array;
  private readonly hits = new Int32Array(MAX_SPACES);
  private readonly box = new Int32Array(SPACE);
  private readonly least = new Int32Array(3);
  private readonly counts: Int32Array;
  private readonly sequence: Int32Array;
  private readonly leastFrom: Int32Array;
  private readonly kept: (Snapshot | undefined)[] = [];
  private readonly tried: (Snapshot | undefined)[] = [];
  private keptGenome: Genome | null = null;
  private keptSequence: Int32Array;
  private keptDepths: readonly number[] = [];
  /** What the kept run did not place. */
  readonly keptMissed: number[] = [];
  private readonly keptRoom: Int32Array;
  private readonly keptX: Int32Array;
  private readonly keptY: Int32Array;
  private readonly keptZ: Int32Array;
  private readonly keptLay: Int32Array;
  private from = 0;
  private length = 0;
  private readonly hasSecond: boolean;
  /** Score of what is found for the thing being laid; infinite: nothing yet. */
  private best = Number.POSITIVE_INFINITY;
  /** Written over and over, since this is where the time goes: where the thing being laid goes, and where it is tried. */
  private readonly found: Box = { ...NOWHERE };
  private readonly trial: Box = { ...NOWHERE };
  private reachedSteps = 0;

  constructor(
    private readonly prepared: Prepared,
    /** What it costs to leave each thing out. */
    private readonly missCost: readonly number[] = prepared.lays.map(() => 1),
  ) {
    const { lays, rooms, reach } = prepared;
    const n = lays.length;
    this.n = n;
    const array = () => new Int32Array(n);
    [this.room, this.x, this.y, this.z, this.lay] = [array(), array(), array(), array(), array()];
    [this.keptRoom, this.keptX, this.keptY, this.keptZ, this.keptLay] = [array(), array(), array(), array(), array()];
    this.sequence = array();
    this.keptSequence = array();
    this.leastFrom = new Int32Array(3 * (n + 1));
    this.layAt = new Int32Array(n + 1);
    for (let item = 0; item < n; item += 1) this.layAt[item + 1] = (this.layAt[item] as number) + (lays[item]?.length ?? 0);
    const flat = lays.flat();
    this.lw = Int32Array.from(flat, ({ w }) => w);
    this.lh = Int32Array.from(flat, ({ h }) => h);
    this.ld = Int32Array.from(flat, ({ d }) => d);
    this.reach = Int32Array.from(reach);
    this.roomTop = Uint8Array.from(rooms, ({ top }) => (top ? 1 : 0));
    this.isLocked = new Uint8Array(n);
    for (const { item } of prepared.locked) this.isLocked[item] = 1;
    this.tops = new Int32Array(rooms.length);
    this.counts = new Int32Array(rooms.length);
    this.spaces = rooms.map(() => new Int32Array(SPACE * MAX_SPACES));
    this.spare = new Int32Array(SPACE * MAX_SPACES);
    this.hasSecond = reach.includes(2);
  }

  /**
   * Decodes a genome. Stops early once what is missed costs more than `abortAt`, or a room's top passes `topLimit`; then it
   * returns false and the placement is not complete.
   * @param depths usable depth of each room; a cap under the real depth turns this into a decision problem
   */
  run(genome: Genome, depths: readonly number[], abortAt = Number.POSITIVE_INFINITY, topLimit = Number.POSITIVE_INFINITY): boolean {
    this.arrange(genome);
    const start = this.sharedStart(genome, depths);
    this.from = start;
    this.restore(start, depths);
    for (let step = start; step < this.length; step += 1) {
      const item = this.sequence[step] as number;
      this.snapshot(step);
      this.reachedSteps = step;
      if (genome.lay[item] === LEFT_OUT || !this.place(item, genome, depths, step + 1)) {
        this.room[item] = -1;
        this.missed += this.missCost[item] as number;
        if (this.missed > abortAt) return false;
      } else if ((this.tops[this.room[item] as number] as number) > topLimit) return false;
    }
    this.reachedSteps = this.length;
    return true;
  }

  /** Keeps the last run as what following runs are compared with. */
  keep(genome: Genome, depths: readonly number[]): void {
    for (let step = this.from; step < this.reachedSteps; step += 1) {
      const old = this.kept[step];
      this.kept[step] = this.tried[step] as Snapshot;
      this.tried[step] = old;
    }
    this.keptGenome = genome;
    this.keptDepths = depths;
    this.keptSequence.set(this.sequence);
    this.keptRoom.set(this.room);
    this.keptX.set(this.x);
    this.keptY.set(this.y);
    this.keptZ.set(this.z);
    this.keptLay.set(this.lay);
    this.keptMissed.length = 0;
    for (let step = 0; step < this.length; step += 1) {
      const item = this.sequence[step] as number;
      if ((this.room[item] as number) < 0) this.keptMissed.push(item);
    }
  }

  decoded(): Decoded {
    const boxes: Box[] = [...this.prepared.locked];
    const unplaced: number[] = [];
    for (let step = 0; step < this.length; step += 1) {
      const item = this.sequence[step] as number;
      const room = this.room[item] as number;
      if (room < 0) unplaced.push(item);
      else {
        const lay = this.lay[item] as number;
        const at = (this.layAt[item] as number) + lay;
        const [w, h, d] = [this.lw[at] as number, this.lh[at] as number, this.ld[at] as number];
        boxes.push({ item, room, x: this.x[item] as number, y: this.y[item] as number, z: this.z[item] as number, w, h, d, lay });
      }
    }
    return { boxes, unplaced };
  }

  width = (item: number): number => this.lw[(this.layAt[item] as number) + (this.lay[item] as number)] as number;
  height = (item: number): number => this.lh[(this.layAt[item] as number) + (this.lay[item] as number)] as number;
  depth = (item: number): number => this.ld[(this.layAt[item] as number) + (this.lay[item] as number)] as number;

  /** The order of placing: class by class, within a class as the genome says; and the least measures of what is still to come. */
  private arrange(genome: Genome): void {
    let length = 0;
    const add = (lowest: number, highest: number) => {
      for (const item of genome.order) {
        const reach = this.reach[item] as number;
        if (reach < lowest || reach > highest || this.isLocked[item] === 1) continue;
        this.sequence[length] = item;
        length += 1;
      }
    };
    if (genome.frontFirst) add(1, 1);
    if (genome.mixed) add(2, 3);
    else {
      add(3, 3);
      add(2, 2);
    }
    if (!genome.frontFirst) add(1, 1);
    this.length = length;
    const { leastFrom } = this;
    const least = this.prepared.least;
    for (let axis = 0; axis < 3; axis += 1) leastFrom[3 * length + axis] = 1_000_000;
    for (let step = length - 1; step >= 0; step -= 1) {
      const own = least[this.sequence[step] as number] as readonly [number, number, number];
      for (let axis = 0; axis < 3; axis += 1)
        leastFrom[3 * step + axis] = Math.min(own[axis] as number, leastFrom[3 * step + 3 + axis] as number);
    }
  }

  /** How many first steps the kept run has in common with this one. */
  private sharedStart(genome: Genome, depths: readonly number[]): number {
    const old = this.keptGenome;
    if (old === null || old.weights !== genome.weights || old.frontFirst !== genome.frontFirst || old.mixed !== genome.mixed) return 0;
    if (this.keptDepths !== depths) return 0;
    let step = 0;
    while (step < this.length) {
      const item = this.sequence[step] as number;
      if (this.keptSequence[step] !== item || old.lay[item] !== genome.lay[item] || old.room[item] !== genome.room[item]) break;
      step += 1;
    }
    // The last step is done again, so that there is a snapshot to go on from.
    return Math.max(0, Math.min(step, this.length - 1, this.kept.length - 1));
  }

  private restore(start: number, depths: readonly number[]): void {
    this.tops.fill(0);
    this.missed = 0;
    this.room.fill(-1);
    if (start === 0) {
      for (const [index, room] of this.prepared.rooms.entries()) {
        const depth = depths[index] as number;
        this.counts[index] = depth > 0 ? SPACE : 0;
        (this.spaces[index] as Int32Array).set([0, 0, 0, room.w, room.h, depth]);
      }
      for (const box of this.prepared.locked) this.settle(box, depths, 0);
      return;
    }
    const { spaces, starts } = this.kept[start] as Snapshot;
    for (let room = 0; room < this.counts.length; room += 1) {
      const from = starts[room] as number;
      const to = starts[room + 1] as number;
      const own = this.spaces[room] as Int32Array;
      for (let at = from; at < to; at += 1) own[at - from] = spaces[at] as number;
      this.counts[room] = to - from;
    }
    for (const box of this.prepared.locked) {
      this.room[box.item] = box.room;
      this.tops[box.room] = Math.max(this.tops[box.room] as number, box.z + box.d);
    }
    for (let step = 0; step < start; step += 1) {
      const item = this.sequence[step] as number;
      const room = this.keptRoom[item] as number;
      this.room[item] = room;
      if (room < 0) {
        this.missed += this.missCost[item] as number;
        continue;
      }
      this.x[item] = this.keptX[item] as number;
      this.y[item] = this.keptY[item] as number;
      this.z[item] = this.keptZ[item] as number;
      this.lay[item] = this.keptLay[item] as number;
      const top = (this.z[item] as number) + this.depth(item);
      if (top > (this.tops[room] as number)) this.tops[room] = top;
    }
  }

  private snapshot(step: number): void {
    const rooms = this.counts.length;
    let total = 0;
    for (let room = 0; room < rooms; room += 1) total += this.counts[room] as number;
    let snapshot = this.tried[step];
    if (snapshot === undefined || snapshot.spaces.length < total) {
      snapshot = { spaces: new Int32Array(Math.max(96, 2 * total)), starts: new Int32Array(rooms + 1) };
      this.tried[step] = snapshot;
    }
    let at = 0;
    for (let room = 0; room < rooms; room += 1) {
      snapshot.starts[room] = at;
      const own = this.spaces[room] as Int32Array;
      const count = this.counts[room] as number;
      for (let i = 0; i < count; i += 1) snapshot.spaces[at + i] = own[i] as number;
      at += count;
    }
    snapshot.starts[rooms] = at;
  }

  /** Lays one thing where the score is lowest; false where nothing takes it. */
  private place(item: number, genome: Genome, depths: readonly number[], next: number): boolean {
    const pinned = this.prepared.pinned[item] ?? null;
    const onlyRoom = pinned === null ? (genome.room[item] as number) : -1;
    const { found } = this;
    found.item = item;
    found.room = -1;
    this.best = Number.POSITIVE_INFINITY;
    for (let room = 0; room < this.counts.length; room += 1) {
      if (onlyRoom >= 0 && onlyRoom !== room) continue;
      if (pinned !== null && pinned !== this.prepared.rooms[room]?.compartment) continue;
      this.searchRoom(item, room, genome, depths[room] as number);
    }
    if (found.room < 0) return false;
    this.lay[item] = found.lay - (this.layAt[item] as number);
    this.settle(found, depths, next);
    return true;
  }

  /** Looks through a room for a place that scores less than what is found; lays are counted through all things. */
  private searchRoom(item: number, room: number, genome: Genome, depth: number): void {
    const [p0, p1, p2, p3, p4, p5, p6] = genome.weights;
    const { lw, lh, ld } = this;
    const forced = genome.lay[item] as number;
    const firstLay = forced >= 0 ? (this.layAt[item] as number) + forced : (this.layAt[item] as number);
    const endLay = forced >= 0 ? firstLay + 1 : (this.layAt[item + 1] as number);
    const isFirst = this.reach[item] === 1;
    const isFar = p5 > 0.5;
    const leastDepth = (this.prepared.least[item] as readonly [number, number, number])[2];
    const list = this.spaces[room] as Int32Array;
    const count = this.counts[room] as number;
    const isTop = this.roomTop[room] === 1;
    const isAtFront = isFirst && genome.frontFirst;
    const roomHigh = (this.prepared.rooms[room] as Room).h;
    const top = this.tops[room] as number;
    let { best } = this;
    for (let at = 0; at < count; at += SPACE) {
      const ax = list[at] as number;
      const ay = list[at + 1] as number;
      const az = list[at + 2] as number;
      const bx = list[at + 3] as number;
      const by = list[at + 4] as number;
      const bz = list[at + 5] as number;
      if (isFirst && (isTop ? by < roomHigh : bz < depth)) continue;
      // No weight is negative, so nothing in this space can score less than its corner and its least depth.
      const corner = p4 * (ax + ay);
      const floor = isAtFront && !isTop ? bz : az + leastDepth;
      if (corner + p1 * floor + (floor > top ? p0 * (floor - top) : 0) >= best) continue;
      for (let lay = firstLay; lay < endLay; lay += 1) {
        const d = ld[lay] as number;
        const restD = bz - az - d;
        if (restD < 0) continue;
        const restW = bx - ax - (lw[lay] as number);
        if (restW < 0) continue;
        const restH = by - ay - (lh[lay] as number);
        if (restH < 0) continue;
        const reached = isAtFront && !isTop ? bz : az + d;
        const growth = reached > top ? reached - top : 0;
        const rest = p2 * Math.min(restW, restH) + p3 * Math.max(restW, restH);
        const score = p0 * growth + p1 * reached + rest + corner + p6 * Math.min(restD, 400);
        if (score >= best) continue;
        const x = isFar ? bx - (lw[lay] as number) : ax;
        const y = isAtFront && isTop ? by - (lh[lay] as number) : ay;
        if (this.hasSecond && !this.reachHolds(this.boxAt(this.trial, item, room, x, y, reached - d, lay), isTop)) continue;
        best = score;
        this.boxAt(this.found, item, room, x, y, reached - d, lay);
      }
    }
    this.best = best;
  }

  /** Writes a box with the measures of a lay. */
  private boxAt(box: Box, item: number, room: number, x: number, y: number, z: number, lay: number): Box {
    box.item = item;
    box.room = room;
    box.x = x;
    box.y = y;
    box.z = z;
    box.w = this.lw[lay] as number;
    box.h = this.lh[lay] as number;
    box.d = this.ld[lay] as number;
    box.lay = lay;
    return box;
  }

  private settle({ item, room, x, y, z, w, h, d }: Box, depths: readonly number[], next: number): void {
    this.room[item] = room;
    this.x[item] = x;
    this.y[item] = y;
    this.z[item] = z;
    if (z + d > (this.tops[room] as number)) this.tops[room] = z + d;
    const isTop = this.roomTop[room] === 1;
    const isFirst = this.reach[item] === 1;
    const farY = isFirst && isTop ? (this.prepared.rooms[room] as Room).h : y + h;
    const farZ = isFirst && !isTop ? (depths[room] as number) : z + d;
    this.exclude(room, x, y, z, x + w, Math.max(farY, y + h), Math.max(farZ, z + d), next);
  }

  /** Class 2: at most one thing in front. Only things of class 2 have to be counted; what lies before class 1 is out of the spaces. */
  private reachHolds({ item, room, x, y, z, w, h, d }: Box, isTop: boolean): boolean {
    let before = 0;
    for (let other = 0; other < this.n; other += 1) {
      if (this.room[other] !== room || other === item) continue;
      const isSecond = this.reach[other] === 2;
      if (!isSecond && this.reach[item] !== 2) continue;
      const [ox, oy, oz] = [this.x[other] as number, this.y[other] as number, this.z[other] as number];
      const at = (this.layAt[other] as number) + (this.lay[other] as number);
      const [ow, oh, od] = [this.lw[at] as number, this.lh[at] as number, this.ld[at] as number];
      if (ox >= x + w || x >= ox + ow) continue;
      if (isTop ? oz >= z + d || z >= oz + od : oy >= y + h || y >= oy + oh) continue;
      if (this.reach[item] === 2 && (isTop ? oy >= y + h : oz >= z + d)) {
        before += 1;
        if (before > 1) return false;
      }
      if (isSecond && (isTop ? y >= oy + oh : z >= oz + od) && this.countBefore(other, item, room, isTop) > 0) return false;
    }
    return true;
  }

  private countBefore(item: number, except: number, room: number, isTop: boolean): number {
    const [x, y, z, w, h, d] = [
      this.x[item] as number,
      this.y[item] as number,
      this.z[item] as number,
      this.width(item),
      this.height(item),
      this.depth(item),
    ];
    let count = 0;
    for (let other = 0; other < this.n; other += 1) {
      if (this.room[other] !== room || other === item || other === except) continue;
      const [ox, oy, oz] = [this.x[other] as number, this.y[other] as number, this.z[other] as number];
      if (ox >= x + w || x >= ox + this.width(other)) continue;
      if (isTop) {
        if (oy >= y + h && oz < z + d && z < oz + this.depth(other)) count += 1;
      } else if (oz >= z + d && oy < y + h && y < oy + this.height(other)) count += 1;
    }
    return count;
  }

  /**
   * Takes a box out of all spaces it meets: each leaves what remains of it at each of the box's six faces. Pieces too small
   * for anything still to come are dropped, and those within another space. A piece can lie only within another piece at the
   * same face, or within a space that ends at that face, for any other space around it would have met the box.
   */
  private exclude(room: number, x: number, y: number, z: number, x2: number, y2: number, z2: number, next: number): void {
    const now = this.spaces[room] as Int32Array;
    const length = this.counts[room] as number;
    const out = this.spare;
    const { hits, box, least } = this;
    box[0] = x;
    box[1] = y;
    box[2] = z;
    box[3] = x2;
    box[4] = y2;
    box[5] = z2;
    for (let axis = 0; axis < 3; axis += 1) least[axis] = this.leastFrom[3 * next + axis] as number;
    const [minW, minH, minD] = [least[0] as number, least[1] as number, least[2] as number];
    let kept = 0;
    let hitCount = 0;
    for (let at = 0; at < length; at += SPACE) {
      const ax = now[at] as number;
      const ay = now[at + 1] as number;
      const az = now[at + 2] as number;
      const bx = now[at + 3] as number;
      const by = now[at + 4] as number;
      const bz = now[at + 5] as number;
      if (bx - ax < minW || by - ay < minH || bz - az < minD) continue;
      if (x >= bx || x2 <= ax || y >= by || y2 <= ay || z >= bz || z2 <= az) {
        out[kept] = ax;
        out[kept + 1] = ay;
        out[kept + 2] = az;
        out[kept + 3] = bx;
        out[kept + 4] = by;
        out[kept + 5] = bz;
        kept += SPACE;
      } else {
        hits[hitCount] = at;
        hitCount += 1;
      }
    }
    let end = kept;
    for (let axis = 0; axis < 3; axis += 1) {
      end = this.pieces(now, hitCount, out, kept, end, axis, axis + 3, box[axis] as number);
      end = this.pieces(now, hitCount, out, kept, end, axis + 3, axis, box[axis + 3] as number);
    }
    this.spare = now;
    this.spaces[room] = out;
    this.counts[room] = end;
  }

  /** What the hit spaces leave at one face: on the low side of it (their far corner moves to the face) or on the high side. */
  private pieces(
    now: Int32Array,
    hitCount: number,
    out: Int32Array,
    kept: number,
    start: number,
    side: number,
    moved: number,
    face: number,
  ): number {
    const { hits } = this;
    const min = this.least[side < 3 ? side : side - 3] as number;
    const isLow = side < 3;
    let end = start;
    for (let hit = 0; hit < hitCount; hit += 1) {
      const at = hits[hit] as number;
      const size = isLow ? face - (now[at + side] as number) : (now[at + side] as number) - face;
      if (size < min || end + SPACE > out.length) continue;
      const ax = moved === 0 ? face : (now[at] as number);
      const ay = moved === 1 ? face : (now[at + 1] as number);
      const az = moved === 2 ? face : (now[at + 2] as number);
      const bx = moved === 3 ? face : (now[at + 3] as number);
      const by = moved === 4 ? face : (now[at + 4] as number);
      const bz = moved === 5 ? face : (now[at + 5] as number);
      let isWithin = false;
      for (let other = 0; other < kept && !isWithin; other += SPACE) {
        isWithin =
          out[other + moved] === face &&
          (out[other] as number) <= ax &&
          (out[other + 1] as number) <= ay &&
          (out[other + 2] as number) <= az &&
          (out[other + 3] as number) >= bx &&
          (out[other + 4] as number) >= by &&
          (out[other + 5] as number) >= bz;
      }
      for (let other = start; other < end && !isWithin; other += SPACE) {
        const [ox, oy, oz] = [out[other] as number, out[other + 1] as number, out[other + 2] as number];
        const [px, py, pz] = [out[other + 3] as number, out[other + 4] as number, out[other + 5] as number];
        if (ox <= ax && oy <= ay && oz <= az && px >= bx && py >= by && pz >= bz) isWithin = true;
        else if (ax <= ox && ay <= oy && az <= oz && bx >= px && by >= py && bz >= pz) {
          end -= SPACE;
          for (let i = 0; i < SPACE; i += 1) out[other + i] = out[end + i] as number;
          other -= SPACE;
        }
      }
      if (isWithin) continue;
      out[end] = ax;
      out[end + 1] = ay;
      out[end + 2] = az;
      out[end + 3] = bx;
      out[end + 4] = by;
      out[end + 5] = bz;
      end += SPACE;
    }
    return end;
  }
}
