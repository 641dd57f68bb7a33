import { type Demand, type GradeCode, type Profile, type Slot, type Supplier, slotsOf, type Use } from './booking.ts';
import { FlowNetwork } from './flow.ts';

export const SOURCE = 0;
const SINK = 1;
const FIRST = 2;
/** Room for grades 1 to 3 of a demand. */
export const GRADES = 4;

/** A list of whole numbers that grows while the network is laid out and is packed tight for the questions. */
class Column {
  private readonly list: number[] = [];
  add(value: number): number {
    return this.list.push(value) - 1;
  }
  pack(): Int32Array {
    return new Int32Array(this.list);
  }
}
const columns = <K extends string>(...names: readonly K[]): Record<K, Column> =>
  Object.fromEntries(names.map((name) => [name, new Column()])) as Record<K, Column>;
const pack = <K extends string>(table: Record<K, Column>): Record<K, Int32Array> =>
  Object.fromEntries(Object.entries<Column>(table).map(([name, column]) => [name, column.pack()])) as Record<K, Int32Array>;

/** Edges of one way in which a use may be filled; -1: it has none. */
interface Way {
  least: number;
  ideal: number;
  intoSort: number;
}
const NO_WAY: Way = { least: -1, ideal: -1, intoSort: -1 };

/**
 * The network behind a table, laid out once: suppliers by profile, through sorts and what limits composites, to slots. Everything is in
 * columns of numbers, as questions go over all of it again and again.
 */
export class BookingNet {
  readonly net: FlowNetwork;
  readonly profiles: readonly Profile[];
  readonly profileOf: Int32Array;
  /** Companions that something here asks for; and of those what each profile provides. */
  readonly things: readonly number[];
  readonly provided: readonly (readonly number[])[];
  /** Uses with their ways: alone, and beside a companion (at most as a substitute, behind a limit). */
  readonly arcs;
  /** What each supplier sends into: its profile (`arc` -1), or of a tool one use that takes something beside it. */
  readonly givers;
  readonly sorts;
  /** Pieces of one sort at one grade. */
  readonly sortEdges;
  readonly companionEdges;
  /** By thing: edges for companions that were granted, and for more. */
  readonly reserves;
  readonly slots;
  /** Arcs that take something beside them. */
  readonly composites: Int32Array;

  constructor(
    readonly demands: readonly Demand[],
    suppliers: readonly Supplier[],
  ) {
    const numbers = new Map<Profile, number>();
    this.profileOf = new Int32Array(suppliers.length);
    for (const [index, { profile }] of suppliers.entries()) {
      const number = numbers.get(profile) ?? numbers.size;
      numbers.set(profile, number);
      this.profileOf[index] = number;
    }
    this.profiles = [...numbers.keys()];
    const leanedOn = new Set(this.profiles.flatMap(({ uses }) => uses.flatMap(({ companion }) => (companion >= 0 ? [companion] : []))));
    this.things = [...leanedOn];
    this.provided = this.profiles.map(({ provides }) =>
      provides.flatMap((thing) => (leanedOn.has(thing) ? [this.things.indexOf(thing)] : [])),
    );
    const layout = new Layout(this, slotsOf(demands));
    this.net = layout.net;
    this.arcs = pack(layout.arcs);
    this.givers = pack(layout.givers);
    this.sorts = pack(layout.sorts);
    this.sortEdges = pack(layout.sortEdges);
    this.companionEdges = pack(layout.companionEdges);
    this.reserves = pack(layout.reserves);
    this.slots = pack(layout.slots);
    this.composites = layout.composites.pack();
  }
}

class Layout {
  readonly net: FlowNetwork;
  readonly arcs = columns(
    'profile',
    'isTool',
    'demand',
    'grade',
    'sort',
    'thing',
    'least',
    'ideal',
    'intoSort',
    'besideGrade',
    'besideLeast',
    'besideIdeal',
    'besideSort',
    'limit',
    'composite',
  );
  readonly givers = columns('supplier', 'profile', 'edge', 'arc');
  readonly sorts = columns('demand', 'cap');
  readonly sortEdges = columns('sort', 'grade', 'through', 'least', 'ideal');
  readonly companionEdges = columns('profile', 'edge');
  readonly reserves = columns('granted', 'more');
  readonly slots = columns('demand', 'isIdeal', 'grade', 'edge');
  readonly composites = new Column();

  private nodes = FIRST;
  private readonly wanted: readonly (readonly Use[])[];
  private readonly members: readonly (readonly number[])[];
  private readonly slotNodes: Int32Array;
  private readonly sortNodes = new Map<number, number>();
  private readonly sortNumbers = new Map<number, number>();
  private readonly thingNodes: readonly number[];

  constructor(
    private readonly of: Pick<BookingNet, 'demands' | 'profiles' | 'profileOf' | 'things' | 'provided'>,
    slots: readonly Slot[],
  ) {
    const isWanted = ({ demand }: Use): boolean => {
      const asked = of.demands[demand];
      return asked !== undefined && Math.max(asked.least, asked.ideal) > 0;
    };
    this.wanted = of.profiles.map(({ uses }) => uses.filter(isWanted));
    const members = of.profiles.map((): number[] => []);
    for (const [supplier, profile] of of.profileOf.entries()) members[profile]?.push(supplier);
    this.members = members;
    const { nodes, edges } = this.sizeFor(slots.length);
    this.net = new FlowNetwork(nodes, edges);
    this.slotNodes = new Int32Array(2 * of.demands.length * GRADES).fill(-1);
    for (const slot of slots) this.addSlot(slot);
    this.thingNodes = of.things.map(() => this.nodes++);
    for (const node of this.thingNodes) {
      this.reserves.granted.add(this.net.addEdge(node, SINK, 0));
      this.reserves.more.add(this.net.addEdge(node, SINK, 0));
    }
    for (const profile of of.profiles.keys()) this.addProfile(profile);
  }

  /** Room, at most: a use has edges to two slots, or into a sort, once alone and once beside a companion. */
  private sizeFor(slots: number): { nodes: number; edges: number } {
    let nodes = FIRST + slots + this.of.things.length;
    let edges = slots + 2 * this.of.things.length;
    for (const [profile, uses] of this.wanted.entries()) {
      const own = this.members[profile]?.length ?? 0;
      nodes += 1;
      edges += own + (this.of.provided[profile]?.length ?? 0);
      for (const { key, companion } of uses) {
        const ways = companion >= 0 ? 2 : 1;
        edges += ways * (key >= 0 ? 4 : 2) + (companion >= 0 ? 1 + own : 0);
        nodes += ways * (key >= 0 ? 2 : 0) + (companion >= 0 ? 2 : 0);
      }
    }
    return { nodes, edges };
  }

  private addSlot({ demand, part, grade }: Slot): void {
    const node = this.nodes++;
    this.slotNodes[slotAt(demand, part, grade)] = node;
    this.slots.demand.add(demand);
    this.slots.isIdeal.add(part === 'ideal' ? 1 : 0);
    this.slots.grade.add(grade);
    this.slots.edge.add(this.net.addEdge(node, SINK, 0));
  }

  private toSlot(from: number, demand: number, part: Slot['part'], grade: GradeCode): number {
    const to = this.slotNodes[slotAt(demand, part, grade)] as number; // one entry for each
    return to < 0 ? -1 : this.net.addEdge(from, to, 0);
  }

  private addProfile(profile: number): void {
    const { isTool } = this.of.profiles[profile] as Profile; // counted over these
    const own = isTool ? -1 : this.nodes++;
    if (!isTool) this.give(own, profile, -1);
    for (const use of this.wanted[profile] ?? []) this.addUse(profile, use, own);
    if (isTool) return;
    for (const thing of this.of.provided[profile] ?? []) {
      this.companionEdges.profile.add(profile);
      this.companionEdges.edge.add(this.net.addEdge(own, this.thingNodes[thing] as number, 0));
    }
  }

  private give(to: number, profile: number, arc: number): void {
    for (const supplier of this.members[profile] ?? []) {
      this.givers.supplier.add(supplier);
      this.givers.profile.add(profile);
      this.givers.edge.add(this.net.addEdge(SOURCE, to, 0));
      this.givers.arc.add(arc);
    }
  }

  /** A tool goes through the network only where it takes something beside it, by itself for each such use. */
  private addUse(profile: number, use: Use, own: number): void {
    const isTool = own < 0;
    const isBeside = use.companion >= 0;
    const sort = this.sortOf(use);
    const from = isTool && isBeside ? this.nodes++ : own;
    const alone = isTool ? NO_WAY : this.wayFrom(from, use, sort, use.grade);
    const arc = this.arcs.profile.add(profile);
    this.arcs.isTool.add(isTool ? 1 : 0);
    this.arcs.demand.add(use.demand);
    this.arcs.grade.add(use.grade);
    this.arcs.sort.add(sort);
    this.arcs.thing.add(this.of.things.indexOf(use.companion));
    this.arcs.least.add(alone.least);
    this.arcs.ideal.add(alone.ideal);
    this.arcs.intoSort.add(alone.intoSort);
    let limit = -1;
    let beside = NO_WAY;
    const grade = use.grade === 1 ? 2 : use.grade;
    if (isBeside) {
      const limited = this.nodes++;
      limit = this.net.addEdge(from, limited, 0);
      beside = this.wayFrom(limited, use, sort, grade);
      if (isTool) this.give(from, profile, arc);
    }
    this.arcs.besideGrade.add(grade);
    this.arcs.besideLeast.add(beside.least);
    this.arcs.besideIdeal.add(beside.ideal);
    this.arcs.besideSort.add(beside.intoSort);
    this.arcs.limit.add(limit);
    this.arcs.composite.add(isBeside ? this.composites.add(arc) : -1);
  }

  private sortOf({ demand, key }: Use): number {
    if (key < 0) return -1;
    const at = demand * KEYS + key;
    const known = this.sortNumbers.get(at);
    if (known !== undefined) return known;
    const sort = this.sorts.demand.add(demand);
    this.sorts.cap.add(this.of.demands[demand]?.caps?.[key] ?? 0);
    this.sortNumbers.set(at, sort);
    return sort;
  }

  private wayFrom(from: number, { demand }: Use, sort: number, grade: GradeCode): Way {
    if (sort >= 0) return { ...NO_WAY, intoSort: this.net.addEdge(from, this.sortNode(demand, sort, grade), 0) };
    return { least: this.toSlot(from, demand, 'least', grade), ideal: this.toSlot(from, demand, 'ideal', grade), intoSort: -1 };
  }

  private sortNode(demand: number, sort: number, grade: GradeCode): number {
    const at = sort * GRADES + grade;
    const known = this.sortNodes.get(at);
    if (known !== undefined) return known;
    const into = this.nodes++;
    const out = this.nodes++;
    this.sortNodes.set(at, into);
    this.sortEdges.sort.add(sort);
    this.sortEdges.grade.add(grade);
    this.sortEdges.through.add(this.net.addEdge(into, out, 0));
    this.sortEdges.least.add(this.toSlot(out, demand, 'least', grade));
    this.sortEdges.ideal.add(this.toSlot(out, demand, 'ideal', grade));
    return into;
  }
}

/** More sorts than any need tells apart. */
const KEYS = 100_000;
const slotAt = (demand: number, part: Slot['part'], grade: GradeCode): number => (2 * demand + (part === 'least' ? 0 : 1)) * GRADES + grade;
