import type { Circle } from '../model/need.ts';
import { type Booking, type Demand, EVERY, type Profile, type Spare, type Supplier } from './booking.ts';
import { BookingNet, GRADES, SOURCE } from './bookingNet.ts';
import { ALONE, BESIDE, OFF, servingsOf } from './servings.ts';

/** How many of each composite are granted with their companions set aside, and how many there may be at most. */
interface Bounds {
  granted: readonly number[];
  most: readonly number[];
}
interface Raised {
  values: Int32Array;
  byTools: Int32Array;
}
/** Arcs, givers and slots that matter for a question. */
interface InPlay {
  arcs: Int32Array;
  givers: Int32Array;
  slots: Int32Array;
}

/**
 * Edges that all searches for companions at one table may go over together, a step over all of them: kits as people pack them take far
 * less than a tenth of it. Once they are spent a quick descent finds an answer, which may not be the best one.
 */
export const MOST_EDGES_SEARCHED = 800_000;

/**
 * Demands and suppliers on the table. The network behind them is laid out once; each question sets what may flow and asks slot after
 * slot, so that leaving one thing out costs no more than asking again.
 */
export class Table {
  private readonly on: BookingNet;
  /** By profile: the demand and grade that it alone is for where only leasts are asked, as `demand * GRADES + grade`; -1: several. */
  private readonly onlyFor: Int32Array;
  private readonly groupOf: Int32Array;
  private readonly forAll: InPlay;
  private readonly forLeast: InPlay;
  private readonly leastSlots = new Map<Circle, Int32Array>();
  private searched = 0;

  // What one question is about.
  private asked: InPlay;
  private present: Uint8Array | null = null;
  private readonly pieces: Int32Array;
  /** By demand and grade: pieces that need not go through the network, and how many of them are booked. */
  private readonly stock: Int32Array;
  private readonly stockBooked: Int32Array;
  private readonly modes: Uint8Array;
  private readonly grades: Uint8Array;
  /** By sort: the best grade that is there (0: none), and what tools give to it. */
  private readonly best: Uint8Array;
  private readonly sortTools: Int32Array;
  private readonly free: Uint8Array;
  private readonly costly: Int32Array;

  constructor(
    private readonly demands: readonly Demand[],
    private readonly suppliers: readonly Supplier[],
  ) {
    const on = new BookingNet(demands, suppliers);
    this.on = on;
    this.pieces = new Int32Array(on.profiles.length);
    this.stock = new Int32Array(demands.length * GRADES);
    this.stockBooked = new Int32Array(demands.length * GRADES);
    this.modes = new Uint8Array(on.arcs.profile.length);
    this.grades = new Uint8Array(on.arcs.profile.length);
    this.best = new Uint8Array(on.sorts.demand.length);
    this.sortTools = new Int32Array(on.sorts.demand.length);
    this.free = new Uint8Array(on.things.length);
    this.costly = new Int32Array(on.things.length);
    this.onlyFor = this.findOnlyFor();
    this.groupOf = on.profileOf.map((profile) => {
      const at = this.onlyFor[profile] as number;
      return (on.profiles[profile] as Profile).isTool ? -1 : at >= 0 ? on.profiles.length + at : profile;
    });
    this.forAll = { arcs: upTo(on.arcs.profile.length), givers: upTo(on.givers.edge.length), slots: upTo(on.slots.edge.length) };
    this.forLeast = this.playForLeast();
    this.asked = this.forAll;
  }

  /** Things that serve one least only, alone: nothing else wants them, so they are counted rather than sent through the network. */
  private findOnlyFor(): Int32Array {
    const { arcs, profiles, provided } = this.on;
    const only = new Int32Array(profiles.length).fill(-1);
    const counts = new Int32Array(profiles.length);
    for (let arc = 0; arc < arcs.profile.length; arc += 1) {
      const profile = arcs.profile[arc] as number;
      const { least, circle } = this.demands[arcs.demand[arc] as number] as Demand; // arcs lead to these demands
      if (least === 0 || (arcs.grade[arc] === 3 && circle === 0)) continue;
      const isPlain = arcs.isTool[arc] === 0 && (arcs.sort[arc] as number) < 0 && (arcs.thing[arc] as number) < 0;
      counts[profile] = (counts[profile] as number) + (isPlain ? 1 : 2);
      only[profile] = (arcs.demand[arc] as number) * GRADES + (arcs.grade[arc] as number);
    }
    for (let profile = 0; profile < only.length; profile += 1)
      if (counts[profile] !== 1 || (provided[profile]?.length ?? 0) > 0) only[profile] = -1;
    return only;
  }

  private playForLeast(): InPlay {
    const { arcs, givers, provided, slots } = this.on;
    const isContested = (profile: number): boolean => (this.onlyFor[profile] as number) < 0;
    const wanted = this.forAll.arcs.filter(
      (arc) => (this.demands[arcs.demand[arc] as number]?.least ?? 0) > 0 && isContested(arcs.profile[arc] as number),
    );
    const inPlay = new Set(Array.from(wanted, (arc) => arcs.profile[arc] as number));
    const gives = (giver: number): boolean => {
      const profile = givers.profile[giver] as number;
      return inPlay.has(profile) || (provided[profile]?.length ?? 0) > 0;
    };
    return { arcs: wanted, givers: this.forAll.givers.filter(gives), slots: this.forAll.slots.filter((slot) => slots.isIdeal[slot] === 0) };
  }

  /** What is there, what may serve alone, beside something or not at all, and how much need not go through the network. */
  private lookOver(present: Uint8Array | null, isForLeast: boolean): void {
    const { pieces, stock, modes, grades, best, free, costly, on } = this;
    this.present = present;
    this.asked = isForLeast ? this.forLeast : this.forAll;
    pieces.fill(0);
    stock.fill(0);
    modes.fill(OFF);
    best.fill(0);
    for (let index = 0; index < this.suppliers.length; index += 1)
      if (present === null || present[index] === 1) {
        const profile = on.profileOf[index] as number;
        addTo(pieces, profile, (this.suppliers[index] as Supplier).pieces);
      }
    this.lookForCompanions();
    const { arcs } = on;
    for (const arc of this.asked.arcs) {
      const profile = arcs.profile[arc] as number;
      const there = pieces[profile] as number;
      if (there === 0) continue;
      const thing = arcs.thing[arc] as number;
      let mode = ALONE;
      let grade = arcs.grade[arc] as number;
      if (thing >= 0 && free[thing] === 0) {
        const others = costly[thing] as number;
        const ofItself = arcs.isTool[arc] === 0 && on.provided[profile]?.includes(thing) === true ? there : 0;
        // A single piece is not its own companion.
        if (others === 0 || (others === ofItself && there < 2)) continue;
        mode = BESIDE;
        grade = arcs.besideGrade[arc] as number;
      }
      if (grade === 3) {
        const { circle, least } = this.demands[arcs.demand[arc] as number] as Demand; // arcs lead to these demands
        if (circle === 0 || least === 0) continue;
      }
      modes[arc] = mode;
      grades[arc] = grade;
      const sort = arcs.sort[arc] as number;
      if (sort >= 0 && (best[sort] === 0 || grade < (best[sort] as number))) best[sort] = grade;
    }
    this.lookAtTools();
    if (!isForLeast) return;
    for (let profile = 0; profile < pieces.length; profile += 1) {
      const at = this.onlyFor[profile] as number;
      if (at >= 0) addTo(stock, at, pieces[profile] as number);
    }
  }

  private lookForCompanions(): void {
    const { free, costly, pieces, on } = this;
    free.fill(0);
    costly.fill(0);
    if (on.things.length === 0) return;
    for (let profile = 0; profile < pieces.length; profile += 1) {
      const there = pieces[profile] as number;
      if (there === 0) continue;
      for (const thing of on.provided[profile] ?? []) {
        if (on.profiles[profile]?.isTool === true) free[thing] = 1;
        else addTo(costly, thing, there);
      }
    }
  }

  /** Of a sort, what is made for it best speaks for it; what tools give counts at most once a piece and as often as the sort does. */
  private lookAtTools(): void {
    const { pieces, stock, modes, grades, best, sortTools } = this;
    const { arcs, sorts } = this.on;
    sortTools.fill(0);
    for (const arc of this.asked.arcs) {
      if (modes[arc] === OFF) continue;
      const sort = arcs.sort[arc] as number;
      if (sort >= 0 && best[sort] !== grades[arc]) {
        modes[arc] = OFF;
        continue;
      }
      if (arcs.isTool[arc] === 0 || modes[arc] !== ALONE) continue;
      const there = pieces[arcs.profile[arc] as number] as number;
      if (sort >= 0) addTo(sortTools, sort, there);
      else addTo(stock, (arcs.demand[arc] as number) * GRADES + (grades[arc] as number), there);
    }
    for (let sort = 0; sort < sortTools.length; sort += 1) {
      const byTools = Math.min(sorts.cap[sort] as number, sortTools[sort] as number);
      sortTools[sort] = byTools;
      const at = (sorts.demand[sort] as number) * GRADES + (best[sort] as number);
      addTo(stock, at, byTools);
    }
  }

  /** Opens the edges of what was looked over, within bounds on composites. */
  private open({ most }: Bounds): void {
    const { modes, present, on, suppliers } = this;
    const { net, arcs, givers, sortEdges, sorts, companionEdges } = on;
    net.clear();
    for (const giver of this.asked.givers) {
      const supplier = givers.supplier[giver] as number;
      if (present !== null && present[supplier] !== 1) continue;
      const arc = givers.arc[giver] as number;
      if (arc >= 0 && modes[arc] !== BESIDE) continue;
      net.setCapacity(givers.edge[giver] as number, (suppliers[supplier] as Supplier).pieces);
    }
    for (const arc of this.asked.arcs) {
      if (modes[arc] === ALONE) {
        net.allow(arcs.least[arc] as number, EVERY);
        net.allow(arcs.ideal[arc] as number, EVERY);
        net.allow(arcs.intoSort[arc] as number, EVERY);
      } else if (modes[arc] === BESIDE) {
        net.allow(arcs.besideLeast[arc] as number, EVERY);
        net.allow(arcs.besideIdeal[arc] as number, EVERY);
        net.allow(arcs.besideSort[arc] as number, EVERY);
        const composite = arcs.composite[arc] as number;
        net.setCapacity(arcs.limit[arc] as number, Math.min(most[composite] ?? EVERY, this.pieces[arcs.profile[arc] as number] as number));
      }
    }
    for (let at = 0; at < sortEdges.sort.length; at += 1) {
      const sort = sortEdges.sort[at] as number;
      const cap = (sorts.cap[sort] as number) - (this.sortTools[sort] as number);
      if (this.best[sort] !== sortEdges.grade[at] || cap <= 0) continue;
      net.setCapacity(sortEdges.through[at] as number, cap);
      net.allow(sortEdges.least[at] as number, EVERY);
      net.allow(sortEdges.ideal[at] as number, EVERY);
    }
    for (let at = 0; at < companionEdges.edge.length; at += 1)
      net.setCapacity(companionEdges.edge[at] as number, this.pieces[companionEdges.profile[at] as number] as number);
  }

  /** Raises slot after slot as far as it goes; null where the companions that were granted are not there. */
  private raise(wanted: Int32Array, bounds: Bounds): Raised | null {
    const { net, slots, reserves } = this.on;
    this.open(bounds);
    for (let thing = 0; thing < reserves.granted.length; thing += 1) {
      const granted = this.grantedOf(thing, bounds);
      if (granted === 0) continue;
      net.setCapacity(reserves.granted[thing] as number, granted);
      if (net.maximise(reserves.granted[thing] as number, SOURCE) < granted) return null;
    }
    const met = new Int32Array(this.demands.length);
    const taken = new Int32Array(this.stock.length);
    const values = new Int32Array(wanted.length);
    const byTools = new Int32Array(wanted.length);
    for (let index = 0; index < wanted.length; index += 1) {
      const slot = wanted[index] as number;
      const demand = slots.demand[slot] as number;
      const { least, ideal } = this.demands[demand] as Demand; // slots are of these demands
      const at = demand * GRADES + (slots.grade[slot] as number);
      const open = (slots.isIdeal[slot] === 0 ? least : Math.max(least, ideal)) - (met[demand] as number);
      const fromStock = Math.max(0, Math.min(open, (this.stock[at] as number) - (taken[at] as number)));
      let value = fromStock;
      if (open > fromStock) {
        const edge = slots.edge[slot] as number;
        net.setCapacity(edge, open - fromStock);
        value += net.maximise(edge, SOURCE);
      }
      taken[at] = (taken[at] as number) + fromStock;
      values[index] = value;
      byTools[index] = fromStock;
      met[demand] = (met[demand] as number) + value;
    }
    return { values, byTools };
  }

  private grantedOf(thing: number, { granted }: Bounds): number {
    const { arcs, composites } = this.on;
    let sum = 0;
    for (let index = 0; index < composites.length; index += 1)
      if (arcs.thing[composites[index] as number] === thing) sum += granted[index] ?? 0;
    return sum;
  }

  /** Sets companions aside for what goes beyond those that were granted; the composite that goes short, or -1 where all have theirs. */
  private findShort({ granted }: Bounds): number {
    const { net, arcs, composites, reserves } = this.on;
    const flows = Array.from(composites, (arc) => net.flow(arcs.limit[arc] as number));
    // Whatever is led another way afterwards, no more than this takes something beside it.
    for (const arc of composites) net.freeze(arcs.limit[arc] as number);
    if (flows.every((flow) => flow === 0)) return -1;
    for (let thing = 0; thing < reserves.granted.length; thing += 1) {
      const own = flows.map((flow, index) => (arcs.thing[composites[index] as number] === thing ? flow : 0));
      const open = own.reduce((sum, flow) => sum + flow, 0) - net.flow(reserves.granted[thing] as number);
      if (open <= 0) continue;
      const more = reserves.more[thing] as number;
      net.setCapacity(more, open);
      if (net.maximise(more, SOURCE) < open) return own.findIndex((flow, index) => flow > (granted[index] ?? 0));
    }
    return -1;
  }

  /**
   * The most in the order of the slots, with a companion for every composite: a search over how many of each there are, which cuts off
   * what cannot be better. Leaves the best in the network. Once what may be searched is spent, the best so far, or what is left when
   * all that goes short of a companion is held to what has one.
   */
  private fill(slots: Int32Array): Raised {
    const count = this.on.composites.length;
    const none = new Array<number>(count).fill(0);
    const nothing: Bounds = { granted: none, most: none };
    let best: { raised: Raised; bounds: Bounds } | null = null;
    let last: Bounds | null = null;
    const open: Bounds[] = [{ granted: none, most: none.map(() => EVERY) }];
    for (let bounds = open.pop(); bounds !== undefined; bounds = open.pop()) {
      const isSpent = this.searched >= MOST_EDGES_SEARCHED;
      if (isSpent && best !== null) break;
      this.searched += this.on.net.size;
      const raised = this.raise(slots, bounds);
      last = bounds;
      if (raised === null || (best !== null && !isMore(raised.values, best.raised.values))) continue;
      const short = count === 0 ? -1 : this.findShort(bounds);
      if (short < 0) {
        best = { raised, bounds };
        continue;
      }
      if (isSpent) {
        open.splice(0, open.length, this.withoutMore(bounds, short));
        continue;
      }
      const granted = bounds.granted[short] as number; // one entry a composite
      open.push({ ...bounds, granted: bounds.granted.with(short, granted + 1) });
      open.push({ ...bounds, most: bounds.most.with(short, granted) });
    }
    if (best !== null && last === best.bounds) return best.raised;
    // With nothing granted and none allowed there is always an answer.
    const bounds = best?.bounds ?? nothing;
    const raised = this.raise(slots, bounds) as Raised;
    this.findShort(bounds);
    return raised;
  }

  /** No more of all that takes the same companion as one that goes short. */
  private withoutMore({ granted, most }: Bounds, short: number): Bounds {
    const { arcs, composites } = this.on;
    const thingOf = (composite: number): number => arcs.thing[composites[composite] as number] as number;
    return { granted, most: most.map((own, index) => (thingOf(index) === thingOf(short) ? (granted[index] as number) : own)) };
  }

  /** How much of each least is met by those that are present (null: all), to the last circle asked for. */
  leastMet(present: Uint8Array | null = null, lastCircle: Circle = 2): number[] {
    const { slots } = this.on;
    const wanted = this.slotsTo(lastCircle);
    this.lookOver(present, true);
    const { values, byTools } = this.fill(wanted);
    const met = new Array<number>(this.demands.length).fill(0);
    this.stockBooked.fill(0);
    for (let index = 0; index < wanted.length; index += 1) {
      const demand = slots.demand[wanted[index] as number] as number;
      met[demand] = (met[demand] as number) + (values[index] as number);
      this.stockBooked[demand * GRADES + (slots.grade[wanted[index] as number] as number)] = byTools[index] as number;
    }
    return met;
  }

  /** How far each step of the order is met, as `slotsOf` has them. */
  stepsMet(): number[] {
    this.lookOver(null, false);
    return Array.from(this.fill(this.forAll.slots).values);
  }

  private slotsTo(lastCircle: Circle): Int32Array {
    const isWithin = (slot: number): boolean => (this.demands[this.on.slots.demand[slot] as number]?.circle ?? 0) <= lastCircle;
    const known = this.leastSlots.get(lastCircle) ?? this.forLeast.slots.filter(isWithin);
    this.leastSlots.set(lastCircle, known);
    return known;
  }

  /**
   * What may go without changing what was met when last asked, to the last circle: each supplier is of a group, and of each group so
   * many pieces are spare. Of tools and what they make possible nothing is told: their group is -1.
   */
  spare(): Spare {
    const { profiles, givers, net } = this.on;
    const left = new Int32Array(profiles.length + this.stock.length);
    for (let giver = 0; giver < givers.edge.length; giver += 1) {
      const supplier = givers.supplier[giver] as number;
      if ((givers.arc[giver] as number) >= 0 || (this.present !== null && this.present[supplier] !== 1)) continue;
      const profile = givers.profile[giver] as number;
      const { pieces } = this.suppliers[supplier] as Supplier;
      addTo(left, profile, pieces - net.flow(givers.edge[giver] as number));
    }
    for (let at = 0; at < this.stock.length; at += 1)
      left[profiles.length + at] = (this.stock[at] as number) - (this.stockBooked[at] as number);
    return { groupOf: this.groupOf, left };
  }

  /**
   * Books pieces for demands, exactly, in the order of `slotsOf`; then what stands first in the list of suppliers is used last, so that
   * the same list gives the same picture. A piece of what is used up serves one demand; a tool serves each demand once a piece. A
   * composite takes a piece of its companion with it. Source: without composites a flow on which one slot after the other is raised and
   * frozen, which is lexicographic optimisation; with them a branch and bound over it.
   */
  book(): Booking {
    const { net, givers, slots } = this.on;
    this.lookOver(null, false);
    const { values, byTools } = this.fill(this.forAll.slots);
    const inOrder = upTo(givers.edge.length).sort((a, b) => (givers.supplier[a] as number) - (givers.supplier[b] as number));
    for (const giver of inOrder) net.minimise(givers.edge[giver] as number);
    const least = this.demands.map(() => 0);
    const extra = this.demands.map(() => 0);
    for (let slot = 0; slot < values.length; slot += 1) {
      const into = slots.isIdeal[slot] === 0 ? least : extra;
      const demand = slots.demand[slot] as number;
      into[demand] = (into[demand] as number) + (values[slot] as number);
    }
    return { ...servingsOf({ on: this.on, suppliers: this.suppliers, modes: this.modes, grades: this.grades, byTools }), least, extra };
  }
}

/** Adds, up to what still counts. */
function addTo(column: Int32Array, at: number, amount: number): void {
  column[at] = Math.min(EVERY, (column[at] as number) + amount);
}

function upTo(count: number): Int32Array {
  const all = new Int32Array(count);
  for (let index = 0; index < count; index += 1) all[index] = index;
  return all;
}

/** Whether the first list of amounts is more, earlier slots first. */
function isMore(a: Int32Array, b: Int32Array): boolean {
  for (let index = 0; index < a.length; index += 1) if (a[index] !== b[index]) return (a[index] as number) > (b[index] as number);
  return false;
}
