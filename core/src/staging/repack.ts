import * as z from 'zod';
import { type PlainDate, PlainDateSchema, showDate } from '../model/plainDate.ts';
import { piecesLeft, type Unit, type UnitId } from '../model/unit.ts';

const size = (what: string) =>
  z.number(`${what} must be a number`).positive(`${what} must be above 0`).max(500, `${what} must be at most 500`);

/** What is filled into a length of sealed tube: pieces in a row, or a powder. Millimetres and millilitres. */
export const RepackSchema = z.discriminatedUnion('what', [
  z.object({
    what: z.literal('pieces'),
    count: z.number().int().min(1, 'at least 1 piece').max(100, 'at most 100 pieces'),
    lengthMm: size('length'),
    widthMm: size('width'),
    thickMm: size('thickness'),
  }),
  z.object({ what: z.literal('powder'), volumeMl: size('volume'), tubeWidthMm: size('tube width') }),
]);
export type Repack = z.infer<typeof RepackSchema>;

/** Planning values: a seal at each end, and room to tear it open without cutting what is in it. */
export const SEAL_MM = 6;
export const TEAR_MM = 8;
/** Between pieces, so that the film lies flat. */
const GAP_MM = 1;
/** A tube that is filled bulges to an oval; it holds this share of the circle its film would make. */
const FILL = 0.7;

export interface RepackPlan {
  /** Cut off the tube. */
  lengthMm: number;
  /** Width of the tube laid flat: at least this. */
  flatWidthMm: number;
  terms: { label: string; valueMm: number }[];
}

/** Length and width of the tube to cut. */
export function repackPlan(repack: Repack): RepackPlan {
  const ends = [
    { label: 'two seals', valueMm: 2 * SEAL_MM },
    { label: 'to tear it open', valueMm: TEAR_MM },
  ];
  const sum = (terms: RepackPlan['terms']) => Math.ceil(terms.reduce((total, { valueMm }) => total + valueMm, 0));
  if (repack.what === 'pieces') {
    const row = repack.count * repack.lengthMm + (repack.count - 1) * GAP_MM;
    const terms = [{ label: `${repack.count} in a row`, valueMm: row }, ...ends];
    // Film goes round the piece: half of its girth, and a millimetre at each side.
    return { lengthMm: sum(terms), flatWidthMm: Math.ceil(repack.widthMm + repack.thickMm + 2), terms };
  }
  const diameter = (2 * repack.tubeWidthMm) / Math.PI;
  const section = FILL * Math.PI * (diameter / 2) ** 2;
  const terms = [{ label: 'powder', valueMm: (repack.volumeMl * 1000) / section }, ...ends];
  return { lengthMm: sum(terms), flatWidthMm: repack.tubeWidthMm, terms };
}

/**
 * Inner width that a stiff tube or a hole needs for a tablet to pass, mm: the tablet goes lengthwise, as a box, whichever of its sides is
 * the length. What is rounder than a box passes more easily.
 */
export function passesFrom({ lengthMm, widthMm, thickMm }: { lengthMm: number; widthMm: number; thickMm: number }): number {
  const [thin = 0, middle = 0] = [lengthMm, widthMm, thickMm].sort((a, b) => a - b);
  return Math.ceil(Math.hypot(thin, middle) * 10) / 10;
}

/** How many tubes of so many pieces a bottle gives, and what stays in it. */
export const tubesFrom = (pieces: number, perTube: number): { tubes: number; left: number } => ({
  tubes: Math.floor(pieces / perTube),
  left: pieces % perTube,
});

/**
 * Books pieces of a thing out of it into a thing of their own: same kind, lot, date and owner, so that no date is made later. Null where
 * it does not hold as many. Nothing is left of the first where all are taken.
 */
export function bookedOut(unit: Unit, perUnit: number, pieces: number, newId: UnitId): { rest: Unit | null; part: Unit } | null {
  const left = piecesLeft(unit, perUnit) - pieces;
  if (pieces < 1 || left < 0) return null;
  const holding = (of: Unit, held: number): Unit => {
    const count = Math.ceil(held / perUnit);
    return { ...of, count, piecesUsed: count * perUnit - held };
  };
  return { rest: left === 0 ? null : holding(unit, left), part: holding({ ...unit, id: newId }, pieces) };
}

/** A leak bag for a gel or a liquid: its film goes round the sachet, with a seal all around. */
export const leakBag = (thing: { wMm: number; hMm: number; tMm: number }): { wMm: number; hMm: number } => ({
  wMm: Math.ceil(thing.wMm + thing.tMm + 2 * SEAL_MM),
  hMm: Math.ceil(thing.hMm + thing.tMm + 2 * SEAL_MM + TEAR_MM),
});

export const RepackLabelSchema = z.object({
  name: z.string().trim().min(1, 'write what it is').max(60),
  dose: z.string().trim().min(1, 'write the dose').max(40),
  count: z.number().int().min(1).max(100),
  lot: z.string().trim().max(40),
  /** As printed on the packet it came from; never a later one. */
  expiresOn: PlainDateSchema,
});
export type RepackLabel = z.infer<typeof RepackLabelSchema>;

/** The lines of the label. */
export const labelLines = ({ name, dose, count, lot, expiresOn }: RepackLabel): string[] => [
  name,
  `${count} × ${dose}`,
  ...(lot === '' ? [] : [`lot ${lot}`]),
  `use by ${showDate(expiresOn as PlainDate)}`, // as printed on the original packet
];
