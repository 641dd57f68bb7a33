import { type Genome, startGenome, WEIGHT_PRESETS } from './genome.ts';
import type { Prepared } from './prepare.ts';
import type { Wishes } from './wishes.ts';

const STARTS = 50;

/** Constructive beginnings: five sort keys by weights, and what is wished for before them. */
export function constructiveStarts(prepared: Prepared, wishes: Wishes | null): Genome[] {
  const { lays, volume, reach } = prepared;
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
  const byUrgency = wishes === null ? [] : wishedStarts(prepared, wishes, indices, area);
  return [
    ...byUrgency,
    ...keys.flatMap((order) =>
      WEIGHT_PRESETS.flatMap((weights) => [
        startGenome(prepared, order, weights, false),
        ...(reach.includes(1) ? [startGenome(prepared, order, weights, true)] : []),
      ]),
    ),
  ].slice(0, STARTS);
}

/** What is needed last goes in first; life-saving things together into one compartment after another. */
function wishedStarts(prepared: Prepared, wishes: Wishes, indices: readonly number[], area: readonly number[]): Genome[] {
  const { urgency, lifeSaving } = wishes;
  const order = [...indices].sort(
    (a, b) =>
      (lifeSaving[a] as number) - (lifeSaving[b] as number) ||
      (urgency[a] as number) - (urgency[b] as number) ||
      (area[b] as number) - (area[a] as number) ||
      a - b,
  );
  const { rooms } = prepared;
  const into = rooms.length === 1 ? [-1] : [-1, ...rooms.keys()];
  return into.flatMap((vital) =>
    WEIGHT_PRESETS.slice(0, vital < 0 ? WEIGHT_PRESETS.length : 2).map((weights): Genome => {
      const start = startGenome(prepared, order, weights, false);
      return { ...start, room: vital < 0 ? start.room : roomsAround(prepared, vital, lifeSaving) };
    }),
  );
}

/** Life-saving things into one room, the others into the rest by what is left of each; what is more than they hold goes anywhere. */
function roomsAround({ rooms, volume }: Prepared, vital: number, lifeSaving: Wishes['lifeSaving']): number[] {
  const left = rooms.map(({ w, h, d }, room) => (room === vital ? 0 : 0.8 * w * h * d));
  const into = volume.map((_, item) => (lifeSaving[item] === 1 ? vital : -1));
  for (const item of volume.map((_, index) => index).sort((a, b) => (volume[b] as number) - (volume[a] as number) || a - b)) {
    if (into[item] !== -1) continue;
    const roomiest = left.reduce((most, size, room) => (size > (left[most] as number) ? room : most), 0);
    if ((left[roomiest] as number) < (volume[item] as number)) continue;
    into[item] = roomiest;
    left[roomiest] = (left[roomiest] as number) - (volume[item] as number);
  }
  return into;
}
