import { toTenths } from './lays.ts';
import { type Box, isInFrontOf, type Prepared, type Room } from './prepare.ts';
import type { FitItem, FitProblem } from './problem.ts';

/** What is wished for of a packing beside that it closes: what comes out first, and what lies together. */
export interface Wishes {
  /** By item, as a share of the most urgent. */
  urgency: readonly number[];
  /** By item: 1 life-saving, -1 day to day, 0 neither. */
  lifeSaving: readonly (1 | 0 | -1)[];
  /** Items that belong into one compartment. */
  groups: readonly (readonly number[])[];
}

const LIFE_SAVING = 'life-saving';
/** As a share of the most urgent: what is needed about as soon as that comes out before anything else. Planning value. */
const FIRST_OF_ALL = 0.7;

/** Null: nothing is wished for, so the thinnest packing is the best. */
export function wishesOf(items: readonly Pick<FitItem, 'urgency' | 'lifeSaving' | 'together'>[]): Wishes | null {
  const most = Math.max(0, ...items.map(({ urgency = 0 }) => urgency));
  const groups = new Map<string, number[]>();
  for (const [index, { together = [], lifeSaving }] of items.entries())
    for (const word of lifeSaving === true ? [...together, LIFE_SAVING] : together) groups.set(word, [...(groups.get(word) ?? []), index]);
  const shared = [...groups.values()].filter(({ length }) => length > 1);
  const sides = items.map(({ lifeSaving }) => (lifeSaving === undefined ? 0 : lifeSaving ? 1 : -1));
  if (most === 0 && shared.length === 0 && !(sides.includes(1) && sides.includes(-1))) return null;
  return { urgency: items.map(({ urgency = 0 }) => (most === 0 ? 0 : urgency / most)), lifeSaving: sides, groups: shared };
}

/** How far a packing is from what is wished for; 0 is all of it. */
export interface WishesMissed {
  /**
   * Things in front and layers to open, of each thing, weighted by its urgency: before what is needed first of all, any; before the rest
   * those beyond the first, which is brushed aside.
   */
  buried: number;
  /** All of them. */
  exit: number;
  /** Compartments too many of what belongs together, and day-to-day things before life-saving ones. */
  apart: number;
  /** Things in front of one another, whoever they are. */
  fronts: number;
}

export function wishesMissed(wishes: Wishes, { rooms }: Pick<Prepared, 'rooms'>, boxes: readonly Box[]): WishesMissed {
  const { urgency, lifeSaving, groups } = wishes;
  let buried = 0;
  let exit = 0;
  let apart = 0;
  let all = 0;
  for (const own of boxes) {
    const room = rooms[own.room] as Room;
    let fronts = room.layers;
    for (const other of boxes) {
      if (other === own || !(other.room === room.behind || isInFrontOf(other, own, room.top))) continue;
      fronts += 1;
      if (lifeSaving[own.item] === 1 && lifeSaving[other.item] === -1) apart += 1;
    }
    const weight = urgency[own.item] as number;
    exit += weight * fronts;
    buried += weight * Math.max(0, fronts - (weight >= FIRST_OF_ALL ? 0 : 1));
    all += fronts;
  }
  if (rooms.length > 1 && groups.length > 0) apart += compartmentsTooMany(groups, rooms, boxes);
  return { buried, apart, exit, fronts: all };
}

function compartmentsTooMany(groups: Wishes['groups'], rooms: readonly Room[], boxes: readonly Box[]): number {
  const lies = new Map<number, string>();
  for (const { item, room } of boxes) lies.set(item, rooms[room]?.compartment ?? '');
  let over = 0;
  for (const group of groups) {
    const used = new Set<string>();
    for (const item of group) {
      const compartment = lies.get(item);
      if (compartment !== undefined) used.add(compartment);
    }
    over += Math.max(0, used.size - 1);
  }
  return over;
}

/** Thickness inside up to which thinner is no better: what the place leaves, and what the container is made for. Tenths of a millimetre. */
export function limitTenths({ container, placeBounds, outside = [] }: Pick<FitProblem, 'container' | 'placeBounds' | 'outside'>): number {
  const depths = container.compartments.map(({ dMm }) => dMm);
  const isSummed = container.facing === true || container.lies === 'behind' || container.lies === 'trays';
  const isFilm = container.make === 'flatBag' || container.make === 'vacuumRoll';
  const own = isFilm ? Number.MAX_SAFE_INTEGER : isSummed ? depths.reduce((sum, depth) => sum + depth, 0) : Math.max(...depths);
  const left = placeBounds === undefined ? own : placeBounds.tMm - Math.max(0, ...outside.map(({ tMm }) => tMm));
  return toTenths(Math.max(0, Math.min(own, left)));
}
