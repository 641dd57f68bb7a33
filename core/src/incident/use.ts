import * as z from 'zod';
import type { Kind } from '../model/kind.ts';
import { TimeSchema } from '../model/time.ts';
import { piecesLeft, type Unit, UnitIdSchema } from '../model/unit.ts';

export const UseEventSchema = z.object({
  at: TimeSchema,
  unitId: UnitIdSchema,
  /** Pieces used. */
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  note: z.string().max(500).default(''),
});
export const UseInputSchema = z.object({
  at: TimeSchema,
  events: z.array(UseEventSchema).min(1, 'log at least one thing').max(200),
});
export type UseInput = z.infer<typeof UseInputSchema>;

export type UsedResult =
  | {
      ok: true;
      /** What stays in the kit; null where nothing is left. */
      rest: Unit | null;
      /** Pieces of an opened sterile pack beside whole ones: they are gone with it. */
      spoiled: number;
    }
  | { ok: false; reason: 'notEnough'; left: number };

/**
 * Takes pieces out of a unit. A sterile pack that is opened but not used up counts no more: a single one stays behind as
 * opened, one out of a stack of several is spoiled.
 */
export function takePieces(unit: Unit, kind: Kind, pieces: number): UsedResult {
  const left = piecesLeft(unit, kind.pieces);
  if (pieces > left) return { ok: false, reason: 'notEnough', left };
  if (pieces === left) return { ok: true, rest: null, spoiled: 0 };
  const usedInAll = unit.piecesUsed + pieces;
  const whole = unit.count - Math.floor(usedInAll / kind.pieces);
  const piecesUsed = usedInAll % kind.pieces;
  if (piecesUsed === 0 || !kind.sterile) return { ok: true, spoiled: 0, rest: { ...unit, count: whole, piecesUsed } };
  if (whole === 1) return { ok: true, spoiled: 0, rest: { ...unit, count: 1, piecesUsed, condition: 'opened' } };
  return { ok: true, spoiled: kind.pieces - piecesUsed, rest: { ...unit, count: whole - 1, piecesUsed: 0 } };
}
