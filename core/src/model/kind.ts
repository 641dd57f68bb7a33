import * as z from 'zod';
import { NeedIdSchema, RUNGS, SkillSchema } from './need.ts';

export const GRADES = ['primary', 'substitute', 'improvised'] as const;
export const GradeSchema = z.enum(GRADES);
/** How well a kind serves a need: made for it, accepted second, makeshift. */
export type Grade = z.infer<typeof GradeSchema>;

export const DRAWINGS = [
  'strapBundle',
  'elasticRoll',
  'zfold',
  'packet',
  'barBandage',
  'sealPair',
  'airwayTube',
  'tube',
  'roll',
  'gloves',
  'shears',
  'cutter',
  'pen',
  'blanket',
  'card',
  'eyeShields',
  'triangle',
  'splint',
  'lamp',
  'whistle',
  'mask',
  'oximeter',
  'ampoule',
  'strips',
  'bag',
] as const;
export type DrawingId = (typeof DRAWINGS)[number];

/** A way the thing may lie in a kit: as sold, outer wrapper off, laid flat. Millimetres. */
export const KindStateSchema = z.object({
  id: z.string(),
  label: z.string(),
  wMm: z.number().positive(),
  hMm: z.number().positive(),
  tMm: z.number().positive(),
});
export type KindState = z.infer<typeof KindStateSchema>;

export const KindSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1, 'give it a name'),
  rung: z.enum(RUNGS),
  /** `slab` keeps its thickness along the depth; `brick` and `rigid` turn freely; `tube` has w as length, h = t as diameter. */
  shape: z.enum(['slab', 'soft', 'brick', 'rigid', 'tube']),
  drawing: z.enum(DRAWINGS),
  states: z.array(KindStateSchema).min(1),
  foldable: z.boolean(),
  /** Share of the thickness that firm pressing takes away, 0 to 1. Planning value. */
  give: z.number().min(0).max(1),
  massG: z.number().positive(),
  /** Usual price of one unit in minor units of money. */
  priceMinor: z.number().int().nonnegative(),
  /** `printed` carries an expiry date; the others go by condition, by battery, or last. */
  dating: z.enum(['printed', 'condition', 'battery', 'none']),
  /** Pieces in one unit; needs are counted in pieces. */
  pieces: z.number().int().positive(),
  pieceName: z.string(),
  /** Once opened, what is left no longer counts. */
  sterile: z.boolean(),
  grades: z.partialRecord(NeedIdSchema, GradeSchema),
  /** Serves that need only where something providing the named thing lies beside it. */
  requires: z.partialRecord(NeedIdSchema, z.string()),
  provides: z.array(z.string()),
  /** Without this skill in the brief it does not count; null: what the need itself asks for, if anything. */
  skill: SkillSchema.nullable(),
  /** Shown wherever the thing is chosen or used. */
  caution: z.string().nullable(),
  barredAtSecurity: z.boolean(),
  /** Bought from an unverified cheap seller it is suspect. */
  sellerMatters: z.boolean(),
  /** Where mass and size come from. */
  source: z.enum(['practice', 'memory']),
});
export type Kind = z.infer<typeof KindSchema>;

/** What a kind is unless something else is said of it. */
export const PLAIN_KIND = {
  foldable: false,
  dating: 'none',
  sterile: false,
  requires: {},
  provides: [],
  skill: null,
  caution: null,
  barredAtSecurity: false,
  sellerMatters: false,
  source: 'memory',
} satisfies Partial<Kind>;
export type KindCatalog = ReadonlyMap<string, Kind>;

/** The measures of a kind in a state; an unknown state falls back to the first, which is how the thing is sold. */
export function measuresOf(kind: Kind, stateId: string): KindState {
  const state = kind.states.find((candidate) => candidate.id === stateId) ?? kind.states[0];
  if (state === undefined) throw new RangeError(`kind ${kind.id} has no states`);
  return state;
}
