import type { RotationMove } from '@ivrak/core/stock';
import type { StoredKit } from '../installation/storedKit.ts';
import type { horizonKits } from '../upkeep/horizonKits.ts';

type Known = Awaited<ReturnType<typeof horizonKits>>[number];

/** Kits as they change things: those that are carried as one are one, since what one of them gives may be what another leans on. */
export function asOne(kits: readonly Known[]): Known[] {
  const sets = new Map<string, Known[]>();
  for (const kit of kits) {
    const key = kit.stored.inSet === null ? kit.id : keyOf(kit.stored.inSet.id);
    const members = sets.get(key);
    if (members === undefined) sets.set(key, [kit]);
    else members.push(kit);
  }
  return [...sets].flatMap(([key, members]) => {
    const [first] = members;
    if (first === undefined) return [];
    if (first.stored.inSet === null) return [first];
    const most = (figure: (kit: Known) => number) => Math.max(...members.map(figure));
    return [
      {
        ...first,
        id: key,
        name: first.stored.inSet.name,
        units: members.flatMap(({ units }) => units),
        inspectEveryDays: most(({ inspectEveryDays }) => inspectEveryDays),
      },
    ];
  });
}

const keyOf = (setId: string): string => `set:${setId}`;

/** Moves between kits themselves: what comes into a set goes where it gave a thing of that kind, so that each kit keeps its counts. */
export function betweenKits(moves: readonly RotationMove[], kits: readonly Pick<StoredKit, 'id' | 'units' | 'inSet'>[]): RotationMove[] {
  const kitOf = new Map(kits.flatMap(({ id, units }) => units.map((unit) => [unit.id as string, id as string] as const)));
  const firstOf = new Map<string, string>();
  for (const { id, inSet } of kits) if (inSet !== null && !firstOf.has(keyOf(inSet.id))) firstOf.set(keyOf(inSet.id), id);
  const isSet = (id: string | null): id is string => id !== null && firstOf.has(id);
  const gave = new Map<string, string[]>();
  const givers = (set: string, kind: string): string[] => {
    const key = `${set} ${kind}`;
    const known = gave.get(key) ?? [];
    gave.set(key, known);
    return known;
  };
  for (const { unitId, kind, count, from } of moves)
    if (isSet(from)) givers(from, kind).push(...Array.from({ length: count }, () => kitOf.get(unitId) ?? firstOf.get(from) ?? from));
  return moves.flatMap((move) => {
    const from = isSet(move.from) ? (kitOf.get(move.unitId) ?? null) : move.from;
    const { to } = move;
    if (!isSet(to)) return [{ ...move, from }];
    const counts = new Map<string, number>();
    for (let piece = 0; piece < move.count; piece += 1) {
      const target = givers(to, move.kind).shift() ?? firstOf.get(to) ?? to;
      counts.set(target, (counts.get(target) ?? 0) + 1);
    }
    return [...counts].map(([target, count]) => ({ ...move, from, to: target, count }));
  });
}
