import * as z from 'zod';
import { type PlainDate, PlainDateSchema } from './plainDate.ts';
import { COLOURS } from './traits.ts';

const id = (what: string) => z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, `must be a ${what} id: letters, digits, - and _, at most 64`);
export const UnitIdSchema = id('unit').brand('UnitId');
export type UnitId = z.infer<typeof UnitIdSchema>;
export const KitIdSchema = id('kit').brand('KitId');
export type KitId = z.infer<typeof KitIdSchema>;
export const LotIdSchema = id('lot').brand('LotId');
export type LotId = z.infer<typeof LotIdSchema>;
export const PersonIdSchema = id('person').brand('PersonId');
export type PersonId = z.infer<typeof PersonIdSchema>;

export const CONDITIONS = ['ready', 'notStaged', 'opened', 'suspect', 'practice', 'used', 'damaged', 'expired'] as const;
export const ConditionSchema = z.enum(CONDITIONS);
export type Condition = z.infer<typeof ConditionSchema>;

export const CONDITION_NAMES: Record<Condition, string> = {
  ready: 'ready',
  notStaged: 'not staged',
  opened: 'opened',
  suspect: 'suspect',
  practice: 'practice only',
  used: 'used',
  damaged: 'damaged',
  expired: 'expired',
};

export const PLACES = ['kit', 'stores', 'practice', 'used', 'discarded'] as const;
export const PlaceSchema = z.enum(PLACES);
export type Place = z.infer<typeof PlaceSchema>;

/** The number of an article on its label: a GTIN of 14 digits, or issuer and number of a HIBC label with its `+`. */
export const ArticleSchema = z.string().regex(/^(\d{14}|\+[A-Z][A-Z0-9]{4,21})$/, 'must be a GTIN of 14 digits or a HIBC article');

/** What came in together: same maker's batch, same date, same seller. */
export const LotSchema = z.object({
  id: LotIdSchema,
  kind: z.string(),
  lot: z.string().max(40).nullable(),
  gtin: ArticleSchema.nullable(),
  expiresOn: PlainDateSchema.nullable(),
  producedOn: PlainDateSchema.nullable(),
  seller: z.string().max(80).nullable(),
  /** Null: not known. */
  authorised: z.boolean().nullable(),
  priceMinor: z.number().int().nonnegative().max(100_000_000).nullable(),
});
export type Lot = z.infer<typeof LotSchema>;

const lengthMm = () => z.number().positive().max(2000);

/** What only the thing in hand has, where it is known; the rest is as its kind has it. */
export const OwnTraitsSchema = z.object({
  /** Made, or bought where nothing is printed: the age of gloves. */
  madeOn: PlainDateSchema.optional(),
  /** To whom it is prescribed, or whose it is. */
  whose: z.string().trim().min(1).max(60).optional(),
  colour: z.enum(COLOURS).optional(),
  /** As it was measured, and how it lay then; lying otherwise it is as large as its kind. Of one of the count. */
  measured: z.object({ state: z.string(), wMm: lengthMm(), hMm: lengthMm(), tMm: lengthMm() }).optional(),
  massG: z.number().positive().max(50_000).optional(),
});
export type OwnTraits = z.infer<typeof OwnTraitsSchema>;

/** One physical thing, or a counted pack of identical small ones, in exactly one place. */
export const UnitSchema = z.object({
  id: UnitIdSchema,
  kind: z.string(),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  /** Pieces already taken out of an opened pack. */
  piecesUsed: z.number().int().nonnegative().default(0),
  condition: ConditionSchema,
  state: z.string().default('asSold'),
  lot: z.string().max(40).nullable().default(null),
  expiresOn: PlainDateSchema.nullable().default(null),
  own: OwnTraitsSchema.optional(),
});
export type Unit = z.infer<typeof UnitSchema>;

/** One of a kind, ready, as it was sold, with nothing read off it yet. */
export const plainUnit = (id: Unit['id'], kind: string): Unit => ({
  id,
  kind,
  count: 1,
  piecesUsed: 0,
  condition: 'ready',
  state: 'asSold',
  lot: null,
  expiresOn: null,
});

/** Pieces left in a unit, of `perUnit` pieces each. */
export const piecesLeft = (unit: { count: number; piecesUsed: number }, perUnit: number): number =>
  Math.max(0, unit.count * perUnit - unit.piecesUsed);

/** A printed date is good through that day; it lapses on the day after. */
export const isGoodOn = (expiresOn: PlainDate | null, on: PlainDate): boolean => expiresOn === null || expiresOn >= on;
