import type { Booking, GradeCode, Serving, Supplier } from './booking.ts';
import type { BookingNet } from './bookingNet.ts';

/** How an arc is open: not at all, alone, or beside a companion that is used up. */
export const OFF = 0;
export const ALONE = 1;
export const BESIDE = 2;

interface Booked {
  on: BookingNet;
  suppliers: readonly Supplier[];
  modes: Uint8Array;
  grades: Uint8Array;
  /** By slot: pieces that tools give. */
  byTools: Int32Array;
}
interface Giver {
  supplier: number;
  pieces: number;
}

/** Who gives what, read off the network: servings by supplier and demand, and what is used up beside others. */
export function servingsOf(booked: Booked): Pick<Booking, 'servings' | 'companions'> {
  const { suppliers } = booked;
  const companions = suppliers.map(() => 0);
  const found = new Map<number, Serving>();
  const demands = booked.on.demands.length;
  const serve = (supplier: number, demand: number, grade: GradeCode, part: 'towardLeast' | 'towardIdeal', pieces: number) => {
    const at = supplier * demands + demand;
    const serving = found.get(at) ?? { supplier, demand, grade, towardLeast: 0, towardIdeal: 0 };
    found.set(at, serving);
    serving[part] += pieces;
  };
  shareTools(booked, serve);
  shareFlow(booked, serve, companions);
  return { servings: [...found.values()], companions };
}

type Serve = (supplier: number, demand: number, grade: GradeCode, part: 'towardLeast' | 'towardIdeal', pieces: number) => void;

/** Shares what each profile gives out among its suppliers: leasts first, by the one that stands last. */
function shareFlow({ on, modes }: Booked, serve: Serve, companions: number[]): void {
  const { net, arcs, givers, sortEdges, companionEdges } = on;
  const left = new Map<string, Giver[]>();
  for (let giver = 0; giver < givers.edge.length; giver += 1) {
    const pieces = net.flow(givers.edge[giver] as number);
    if (pieces === 0) continue;
    const at = giverKey(givers.profile[giver] as number, givers.arc[giver] as number);
    const known = left.get(at);
    const own = { supplier: givers.supplier[giver] as number, pieces };
    if (known === undefined) left.set(at, [own]);
    else known.unshift(own);
  }
  const hand = (at: string, amount: number, give: (supplier: number, pieces: number) => void) => {
    let open = amount;
    for (const giver of left.get(at) ?? []) {
      const given = Math.min(open, giver.pieces);
      if (given === 0) continue;
      give(giver.supplier, given);
      giver.pieces -= given;
      open -= given;
    }
  };
  const ways = Array.from(arcs.profile.keys()).flatMap((arc) => {
    const isBeside = modes[arc] === BESIDE;
    return modes[arc] === OFF
      ? []
      : [
          {
            arc,
            giver: giverKey(arcs.profile[arc] as number, arcs.isTool[arc] === 1 ? arc : -1),
            grade: (isBeside ? arcs.besideGrade : arcs.grade)[arc] as GradeCode,
            least: (isBeside ? arcs.besideLeast : arcs.least)[arc] as number,
            ideal: (isBeside ? arcs.besideIdeal : arcs.ideal)[arc] as number,
            intoSort: (isBeside ? arcs.besideSort : arcs.intoSort)[arc] as number,
          },
        ];
  });
  const give = ({ arc, giver, grade }: (typeof ways)[number], amount: number, part: 'towardLeast' | 'towardIdeal') => {
    if (amount > 0) hand(giver, amount, (supplier, pieces) => serve(supplier, arcs.demand[arc] as number, grade, part, pieces));
  };
  for (const way of ways) give(way, net.flow(way.least), 'towardLeast');
  const sortLeast = new Map<string, number>();
  for (let at = 0; at < sortEdges.sort.length; at += 1)
    sortLeast.set(`${sortEdges.sort[at]}:${sortEdges.grade[at]}`, net.flow(sortEdges.least[at] as number));
  for (const way of ways) {
    const through = net.flow(way.intoSort);
    if (through === 0) continue;
    const at = `${arcs.sort[way.arc]}:${way.grade}`;
    const toLeast = Math.min(through, sortLeast.get(at) ?? 0);
    sortLeast.set(at, (sortLeast.get(at) ?? 0) - toLeast);
    give(way, toLeast, 'towardLeast');
    give(way, through - toLeast, 'towardIdeal');
  }
  for (const way of ways) give(way, net.flow(way.ideal), 'towardIdeal');
  for (let at = 0; at < companionEdges.edge.length; at += 1)
    hand(giverKey(companionEdges.profile[at] as number, -1), net.flow(companionEdges.edge[at] as number), (supplier, pieces) => {
      companions[supplier] = (companions[supplier] as number) + pieces;
    });
}

const giverKey = (profile: number, arc: number): string => `${profile}:${arc}`;

/** Tools that are booked: of each sort and grade by the one that stands last. */
function shareTools({ on, suppliers, modes, grades, byTools }: Booked, serve: Serve): void {
  const { arcs, slots, profileOf, profiles, demands } = on;
  const given = new Map<string, number>();
  for (let slot = 0; slot < byTools.length; slot += 1) {
    let open = byTools[slot] as number;
    if (open === 0) continue;
    const demand = slots.demand[slot] as number;
    const grade = slots.grade[slot] as GradeCode;
    const keyOf = new Map<number, number>();
    for (let arc = 0; arc < arcs.profile.length; arc += 1)
      if (arcs.isTool[arc] === 1 && arcs.demand[arc] === demand && modes[arc] === ALONE && grades[arc] === grade)
        keyOf.set(arcs.profile[arc] as number, profiles[arcs.profile[arc] as number]?.uses.find((use) => use.demand === demand)?.key ?? -1);
    for (let supplier = suppliers.length - 1; supplier >= 0 && open > 0; supplier -= 1) {
      const profile = profileOf[supplier] as number;
      const key = keyOf.get(profile);
      if (key === undefined) continue;
      const cap = key < 0 ? Number.POSITIVE_INFINITY : (demands[demand]?.caps?.[key] ?? 0);
      const ofSupplier = `${supplier}/${demand}`;
      const ofSort = `${demand}:${key}`;
      const { pieces } = suppliers[supplier] as Supplier;
      const most = Math.min(open, cap - (given.get(ofSort) ?? 0), pieces - (given.get(ofSupplier) ?? 0));
      if (most <= 0) continue;
      given.set(ofSupplier, (given.get(ofSupplier) ?? 0) + most);
      if (key >= 0) given.set(ofSort, (given.get(ofSort) ?? 0) + most);
      serve(supplier, demand, grade, slots.isIdeal[slot] === 0 ? 'towardLeast' : 'towardIdeal', most);
      open -= most;
    }
  }
}
