import type { AskedKit } from '../coverage/coverage.ts';
import type { StockUnit } from '../coverage/prepare.ts';
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
  for (const kind of new Set(pieces.map((piece) => piece.kind))) {
    const own = pieces.filter((piece) => piece.kind === kind);
    const places = [...kits.keys(), null];
    const evicted: Piece[] = [];
    const vacant = new Map<number | null, number>();
    for (const place of places) {
      const staying = own.filter((piece) => !home.has(piece) && piece.kit === place).sort((a, b) => (a.expiresOn < b.expiresOn ? -1 : 1));
      const coming = own.filter((piece) => home.get(piece) === place && place !== null);
      const room = own.filter(({ kit }) => kit === place).length - coming.length;
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

/** The units of a kit after the moves. */
export function afterMoves(
  kitId: string,
  kits: readonly RotationKit[],
  spares: readonly StockUnit[],
  moves: readonly RotationMove[],
): StockUnit[] {
  const all = new Map([...kits.flatMap(({ units }) => units), ...spares].map((unit) => [unit.id, unit]));
  const own = kits.find(({ id }) => id === kitId)?.units ?? [];
  const stay = own.flatMap((unit) => {
    const gone = moves.reduce((sum, move) => sum + (move.unitId === unit.id && move.from === kitId ? move.count : 0), 0);
    return gone >= unit.count ? [] : [gone === 0 ? unit : { ...unit, count: unit.count - gone }];
  });
  const come = moves.flatMap((move) => {
    const unit = all.get(move.unitId);
    return move.to !== kitId || unit === undefined ? [] : [{ ...unit, id: `${unit.id}>${kitId}`, count: move.count }];
  });
  return [...stay, ...come];
}
