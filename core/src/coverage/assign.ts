import { type Bits, hasBit } from './bits.ts';
import { FlowNetwork } from './flow.ts';

/** Grades by number, so that the solver knows nothing of names: 1 primary, 2 substitute, 3 improvised, 0 does not serve. */
export type GradeCode = 0 | 1 | 2 | 3;

export interface Supplier {
  pieces: number;
  /** One code a need, in the order of the demands. */
  grades: readonly GradeCode[];
}
export interface Demand {
  least: number;
  ideal: number;
}
export interface Serving {
  supplier: number;
  demand: number;
  grade: GradeCode;
  /** Pieces that count toward the least, and those beyond it toward the ideal. */
  towardLeast: number;
  towardIdeal: number;
}
export interface Assignment {
  servings: Serving[];
  /** Pieces toward the least, and beyond, one entry a demand. */
  least: number[];
  extra: number[];
}

const GRADE_CODES = [1, 2, 3] as const;

/** Suppliers with the same list of grades (units of one kind) share a node; each keeps an edge of its own from the source. */
interface Class {
  members: number[];
  pieces: number;
  /** The demands that it serves, with the edges toward the least and beyond it. */
  arcs: { demand: number; grade: GradeCode; leastEdge: number; extraEdge: number }[];
}

function classesOf(suppliers: readonly Supplier[]): Class[] {
  const known = new Map<readonly GradeCode[], Class>();
  for (const [index, { grades, pieces }] of suppliers.entries()) {
    const found = known.get(grades) ?? { members: [], pieces: 0, arcs: [] };
    known.set(grades, found);
    found.members.push(index);
    found.pieces += pieces;
  }
  return [...known.values()];
}

/**
 * Assigns pieces to needs, exactly, in this order of importance: (1) need by need, most of the least; (2) need by need,
 * fewest improvised, then fewest substitute pieces among those; (3) need by need, most of the ideal, and there too fewest
 * makeshift ones; (4) suppliers that stand first in the list are used last. The list's order is the caller's way to break
 * ties, so the same list gives the same picture.
 */
export function assignPieces(demands: readonly Demand[], suppliers: readonly Supplier[]): Assignment {
  const n = demands.length;
  const source = 0;
  const sink = 1;
  const classes = classesOf(suppliers);
  const perNeed = 8; // least and extra node, and three grade nodes for each
  const needNode = (demand: number, extra: boolean) => 2 + classes.length + demand * perNeed + (extra ? 4 : 0);
  const gradeNode = (demand: number, grade: number, extra: boolean) => needNode(demand, extra) + grade;
  const serves = classes.map(({ members }) => servedDemands(demands, suppliers[members[0] as number]?.grades ?? [])); // no class is empty
  const arcCount = serves.reduce((sum, positions) => sum + positions.length, 0);
  const net = new FlowNetwork(2 + classes.length + n * perNeed, suppliers.length + perNeed * n + 2 * arcCount);

  const supplierEdges = new Array<number>(suppliers.length);
  for (const [index, own] of classes.entries()) {
    for (const member of own.members) supplierEdges[member] = net.addEdge(source, 2 + index, suppliers[member]?.pieces ?? 0);
  }
  const gradeEdges = (extra: boolean) =>
    demands.map((_, demand) =>
      GRADE_CODES.map((grade) => net.addEdge(gradeNode(demand, grade, extra), needNode(demand, extra), Number.MAX_SAFE_INTEGER)),
    );
  const leastGrades = gradeEdges(false);
  const extraGrades = gradeEdges(true);
  for (const [index, own] of classes.entries()) {
    for (const demand of serves[index] ?? []) {
      const grade = suppliers[own.members[0] as number]?.grades[demand] ?? 0;
      const leastEdge = net.addEdge(2 + index, gradeNode(demand, grade, false), own.pieces);
      const extraEdge = net.addEdge(2 + index, gradeNode(demand, grade, true), own.pieces);
      own.arcs.push({ demand, grade, leastEdge, extraEdge });
    }
  }
  const leastEdges = demands.map((demand, index) => net.addEdge(needNode(index, false), sink, Math.min(demand.least, demand.ideal)));
  const extraEdges = demands.map((demand, index) => net.addEdge(needNode(index, true), sink, Math.max(0, demand.ideal - demand.least)));

  const least = leastEdges.map((edge) => net.maximise(edge, source));
  const preferGood = (edges: number[][]) => {
    for (const [, substitute, improvised] of edges) {
      net.minimise(improvised as number); // three grades a need, built above
      net.minimise(substitute as number);
    }
  };
  preferGood(leastGrades);
  const extra = extraEdges.map((edge) => net.maximise(edge, source));
  preferGood(extraGrades);
  for (const edge of supplierEdges) net.minimise(edge);
  return { servings: classes.flatMap((own) => shareOut(own, net, supplierEdges)), least, extra };
}

function servedDemands(demands: readonly Demand[], grades: readonly GradeCode[]): number[] {
  const served: number[] = [];
  for (let demand = 0; demand < grades.length; demand += 1)
    if ((grades[demand] as number) > 0 && (demands[demand]?.ideal ?? 0) > 0) served.push(demand);
  return served;
}

/** Shares what a class gives to each demand out among its members: leasts first, by the member that stands last. */
function shareOut({ members, arcs }: Class, net: FlowNetwork, supplierEdges: readonly number[]): Serving[] {
  const left = members.map((supplier) => ({ supplier, pieces: net.flow(supplierEdges[supplier] as number) })).reverse();
  const servings = new Map<string, Serving>();
  let at = 0;
  const hand = (amount: number, demand: number, grade: GradeCode, part: 'towardLeast' | 'towardIdeal') => {
    for (let open = amount; open > 0; ) {
      const giver = left[at] as (typeof left)[number]; // the members' flows add up to what the class gives
      const given = Math.min(open, giver.pieces);
      if (given > 0) {
        const key = `${giver.supplier}:${demand}`;
        const serving = servings.get(key) ?? { supplier: giver.supplier, demand, grade, towardLeast: 0, towardIdeal: 0 };
        servings.set(key, serving);
        serving[part] += given;
        giver.pieces -= given;
        open -= given;
      }
      if (giver.pieces === 0) at += 1;
    }
  };
  for (const { demand, grade, leastEdge } of arcs) hand(net.flow(leastEdge), demand, grade, 'towardLeast');
  for (const { demand, grade, extraEdge } of arcs) hand(net.flow(extraEdge), demand, grade, 'towardIdeal');
  return [...servings.values()];
}

export interface LeastMet {
  /** Pieces of each least that are met. */
  met: number[];
  /** Pieces of each group that no least needs: losing that many changes nothing. */
  left: number[];
}

/**
 * Only step (1): how much of each least is met. Suppliers are given as counted groups that serve the same needs, which
 * keeps it fast enough to be asked again for every lapse date and every single unit.
 * @param masks which demands each group serves
 * @param pieces how many pieces each group holds
 */
export function leastMet(demands: readonly Demand[], masks: readonly Bits[], pieces: readonly number[]): LeastMet {
  const flow = new LeastFlow(demands.length, masks, pieces);
  const met = demands.map(({ least }, demand) => {
    let got = 0;
    while (got < least) {
      const taken = flow.take(demand, least - got);
      if (taken === 0) break;
      got += taken;
    }
    return got;
  });
  return { met, left: flow.left };
}

/** Pieces handed from groups to demands, one demand after the other; a full group hands a piece on by taking it off another demand. */
class LeastFlow {
  readonly left: number[];
  private readonly groups: number;
  /** [group * demands + demand]: pieces of the group that serve the demand, and whether it can. */
  private readonly used: Int32Array;
  private readonly can: Uint8Array;
  private readonly from: Int32Array;
  private readonly fromDemand: Int32Array;
  private readonly queue: Int32Array;

  constructor(
    private readonly demands: number,
    masks: readonly Bits[],
    pieces: readonly number[],
  ) {
    this.left = pieces.slice();
    this.groups = masks.length;
    this.used = new Int32Array(this.groups * demands);
    this.can = new Uint8Array(this.groups * demands);
    for (const [group, mask] of masks.entries())
      for (let demand = 0; demand < demands; demand += 1) if (hasBit(mask, demand)) this.can[group * demands + demand] = 1;
    this.from = new Int32Array(this.groups);
    this.fromDemand = new Int32Array(this.groups);
    this.queue = new Int32Array(this.groups);
  }

  /** Breadth first from the demand over groups; gives how many pieces the way that it found carries, 0 where there is none. */
  take(demand: number, wanted: number): number {
    const { demands: n, groups, used, can, from, fromDemand, queue, left } = this;
    from.fill(-2);
    let read = 0;
    let write = 0;
    for (let group = 0; group < groups; group += 1) {
      if (can[group * n + demand] === 0) continue;
      from[group] = -1;
      fromDemand[group] = demand;
      if ((left[group] as number) > 0) return this.follow(group, wanted);
      queue[write++] = group;
    }
    while (read < write) {
      const group = queue[read++] as number;
      for (let other = 0; other < n; other += 1) {
        if ((used[group * n + other] as number) === 0) continue;
        for (let target = 0; target < groups; target += 1) {
          if (from[target] !== -2 || can[target * n + other] === 0) continue;
          from[target] = group;
          fromDemand[target] = other;
          if ((left[target] as number) > 0) return this.follow(target, wanted);
          queue[write++] = target;
        }
      }
    }
    return 0;
  }

  private follow(end: number, wanted: number): number {
    const { demands: n, used, from, fromDemand, left } = this;
    let amount = Math.min(wanted, left[end] as number);
    for (let group = end; (from[group] as number) >= 0; group = from[group] as number) {
      amount = Math.min(amount, used[(from[group] as number) * n + (fromDemand[group] as number)] as number);
    }
    left[end] = (left[end] as number) - amount;
    for (let group = end; ; ) {
      const demand = fromDemand[group] as number;
      used[group * n + demand] = (used[group * n + demand] as number) + amount;
      const back = from[group] as number;
      if (back < 0) return amount;
      used[back * n + demand] = (used[back * n + demand] as number) - amount;
      group = back;
    }
  }
}
