import type { Decoder } from './decoder.ts';
import { type Genome, LEFT_OUT, WEIGHT_PRESETS, type Weights } from './genome.ts';
import type { Prepared } from './prepare.ts';
import type { Random } from './random.ts';
import type { Wishes } from './wishes.ts';

/** Of moves for a better order, those that bring together what lies apart. */
const GATHER = 0.2;
const GATHER_ALL = 0.5;

/** What a cycle is after: thinner, thinner than a given depth, all things in at all, what is wished for, or tidier at the same thickness. */
export type Goal = 'thin' | 'capped' | 'fill' | 'order' | 'tidy';

/** What the moves of a search go by. */
export interface Moving {
  random: Random;
  prepared: Prepared;
  decoder: Decoder;
  wishes: Wishes | null;
  goal: Goal;
}

/** A genome one or two moves on. */
export function movedOn(genome: Genome, at: Moving): Genome {
  const next = {
    order: [...genome.order],
    lay: [...genome.lay],
    room: [...genome.room],
    weights: genome.weights,
    frontFirst: genome.frontFirst,
    mixed: genome.mixed,
  };
  move(next, at);
  if (at.random.next() < 0.3) move(next, at);
  return next;
}

function move(genome: Genome, at: Moving): void {
  const { random, prepared, decoder, goal } = at;
  const n = genome.order.length;
  const kind = random.next();
  const a = random.below(n);
  const b = random.below(n);
  if (goal === 'fill' && random.next() < 0.1) {
    // Where not all goes in, it is worth trying which thing hurts least to leave out, and taking it back in.
    const out = genome.lay.indexOf(LEFT_OUT);
    if (out >= 0) genome.lay[out] = -1;
    else if (random.next() < 0.4) genome.lay[a] = LEFT_OUT;
    return;
  }
  if (goal === 'order' && prepared.rooms.length > 1 && random.next() < GATHER && gather(genome, at)) return;
  const missed = decoder.keptMissed;
  if (missed.length > 0 && random.next() < 0.6) {
    // What stayed out goes in earlier, or another way round.
    const item = missed[random.below(missed.length)] as number;
    const place = genome.order.indexOf(item);
    if (kind < 0.4) genome.order.splice(random.below(place + 1), 0, ...genome.order.splice(place, 1));
    else if (kind < 0.7) [genome.order[place], genome.order[b]] = [genome.order[b] as number, item];
    else genome.lay[item] = random.next() < 0.3 ? -1 : random.below(prepared.lays[item]?.length ?? 1);
    return;
  }
  if (kind < 0.35) [genome.order[a], genome.order[b]] = [genome.order[b] as number, genome.order[a] as number];
  else if (kind < 0.62) genome.order.splice(b, 0, ...genome.order.splice(a, 1));
  else if (kind < 0.86) {
    const lays = prepared.lays[a]?.length ?? 1;
    genome.lay[a] = random.next() < 0.45 ? -1 : random.below(lays);
  } else if (kind < 0.93 && prepared.rooms.length > 1) genome.room[a] = random.next() < 0.3 ? -1 : random.below(prepared.rooms.length);
  else if (kind < 0.89 && prepared.reach.includes(1)) genome.frontFirst = !genome.frontFirst;
  else if (kind < 0.92 && prepared.reach.includes(2)) genome.mixed = !genome.mixed;
  else genome.weights = changedWeights(genome.weights, random);
}

/** Brings one thing, or all, to the others that they belong with; false where nothing lies apart. */
function gather(genome: Genome, { wishes, random, decoder, prepared }: Moving): boolean {
  const { groups = [] } = wishes ?? {};
  const group = groups[random.below(Math.max(1, groups.length))] ?? [];
  const counts = prepared.rooms.map(() => 0);
  for (const item of group)
    if ((decoder.room[item] as number) >= 0) counts[decoder.room[item] as number] = (counts[decoder.room[item] as number] ?? 0) + 1;
  const most = counts.indexOf(Math.max(...counts));
  const apart = group.filter((item) => decoder.room[item] !== most);
  if (apart.length === 0) return false;
  const all = random.next() < GATHER_ALL;
  const one = apart[random.below(apart.length)];
  for (const item of apart) if (all || item === one) genome.room[item] = most;
  return true;
}

function changedWeights(weights: Weights, random: Random): Weights {
  if (random.next() < 0.3) return WEIGHT_PRESETS[random.below(WEIGHT_PRESETS.length)] as Weights;
  const next = [...weights] as [number, number, number, number, number, number, number];
  const at = random.below(next.length);
  next[at] = at === 5 ? 1 - (next[at] as number) : (next[at] as number) * (0.4 + 1.4 * random.next()) + 0.005 * random.next();
  return next;
}
