import type { AskedKit } from '../coverage/coverage.ts';
import type { StockUnit } from '../coverage/problem.ts';
import type { PlainDate } from '../model/plainDate.ts';

export interface RotationKit extends AskedKit {
  /** Days between inspections. */
  inspectEveryDays: number;
  /** Seconds until the kit is at hand, and whether it is sealed: what is far or sealed is hard to inspect. */
  fetchS: number;
  isSealed: boolean;
}

export const NEVER = '9999-12-31' as PlainDate;

export interface RotationMove {
  unitId: string;
  kind: string;
  count: number;
  expiresOn: PlainDate | null;
  /** Kit, or null for stores. */
  from: string | null;
  to: string | null;
}
/** One thing of a stack, where it is now. */
export interface Piece {
  unitId: string;
  kind: string;
  expiresOn: PlainDate;
  kit: number | null;
}

/**
 * Moves that bring the pieces home, and let every place keep its number of things: what lapses first makes room, and what
 * made room fills the places that were left.
 */
export function movesFor(home: ReadonlyMap<Piece, number>, pieces: readonly Piece[], kits: readonly RotationKit[]): RotationMove[] {
  const moves: { piece: Piece; to: number | null }[] = [];
  const places = [...kits.keys(), null];
  for (const own of grouped(pieces, ({ kind }) => kind).values()) {
    const evicted: Piece[] = [];
    const vacant = new Map<number | null, number>();
    const there = grouped(own, ({ kit }) => kit);
    const wanted = grouped(
      own.filter((piece) => home.has(piece)),
      (piece) => home.get(piece) ?? null,
    );
    for (const place of places) {
      const here = there.get(place) ?? [];
      const staying = here.filter((piece) => !home.has(piece)).sort((a, b) => (a.expiresOn < b.expiresOn ? -1 : 1));
      const coming = place === null ? [] : (wanted.get(place) ?? []);
      const room = here.length - coming.length;
      evicted.push(...staying.slice(0, Math.max(0, staying.length - room)));
      vacant.set(place, Math.max(0, room - staying.length));
      moves.push(...coming.map((piece) => ({ piece, to: place })));
    }
    evicted.sort((a, b) => (a.expiresOn > b.expiresOn ? -1 : 1));
    for (const place of places)
      for (let left = vacant.get(place) ?? 0; left > 0; left -= 1) {
        const piece = evicted.shift();
        if (piece !== undefined) moves.push({ piece, to: place });
      }
  }
  return summed(
    moves.filter(({ piece, to }) => piece.kit !== to),
    kits,
  );
}

export function grouped<T, K>(things: readonly T[], keyOf: (thing: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const thing of things) {
    const own = groups.get(keyOf(thing));
    if (own === undefined) groups.set(keyOf(thing), [thing]);
    else own.push(thing);
  }
  return groups;
}

function summed(moves: readonly { piece: Piece; to: number | null }[], kits: readonly RotationKit[]): RotationMove[] {
  const rows = new Map<string, RotationMove>();
  for (const { piece, to } of moves) {
    const [from, target] = [piece.kit, to].map((index) => (index === null ? null : (kits[index]?.id ?? null))) as [
      string | null,
      string | null,
    ]; // two in, two out
    const key = `${piece.unitId} ${target}`;
    const row = rows.get(key);
    if (row === undefined)
      rows.set(key, {
        unitId: piece.unitId,
        kind: piece.kind,
        count: 1,
        expiresOn: piece.expiresOn === NEVER ? null : piece.expiresOn,
        from,
        to: target,
      });
    else row.count += 1;
  }
  return [...rows.values()];
}

/** What every kit that the moves touch holds after them, by the kit's id. */
export function afterMoves(
  kits: readonly RotationKit[],
  spares: readonly StockUnit[],
  moves: readonly RotationMove[],
): Map<string, StockUnit[]> {
  const all = new Map([...kits.flatMap(({ units }) => units), ...spares].map((unit) => [unit.id, unit]));
  const leaving = grouped(moves, ({ from }) => from);
  const coming = grouped(moves, ({ to }) => to);
  const after = new Map<string, StockUnit[]>();
  for (const { id, units } of kits) {
    const gone = new Map<string, number>();
    for (const { unitId, count } of leaving.get(id) ?? []) gone.set(unitId, (gone.get(unitId) ?? 0) + count);
    const come = coming.get(id) ?? [];
    if (gone.size === 0 && come.length === 0) continue;
    const stay = units.flatMap((unit) => {
      const less = gone.get(unit.id) ?? 0;
      return less >= unit.count ? [] : [less === 0 ? unit : { ...unit, count: unit.count - less }];
    });
    after.set(id, [
      ...stay,
      ...come.flatMap(({ unitId, count }) => {
        const unit = all.get(unitId);
        return unit === undefined ? [] : [{ ...unit, id: `${unitId}>${id}`, count }];
      }),
    ]);
  }
  return after;
}
