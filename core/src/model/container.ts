import * as z from 'zod';

export const SlotSchema = z.object({
  id: z.string(),
  wMm: z.number().positive().max(2000),
  hMm: z.number().positive().max(2000),
  dMm: z.number().positive().max(2000),
  stretchMm: z.number().nonnegative().max(500).optional(),
  stickOutMm: z.number().nonnegative().max(500).optional(),
});

export const LooseRoomSchema = z.object({
  wMm: z.number().positive().max(2000),
  hMm: z.number().positive().max(2000),
  dMm: z.number().positive().max(2000),
  isBefore: z.boolean(),
});

/** How several compartments lie to each other; of trays the first is on top, and is lifted to reach the next. */
export const LIES = ['beside', 'above', 'behind', 'trays'] as const;

/** A loop, clip or sleeve on the outside of a container: what hangs there is in the hand in one step. */
const OutsidePointSchema = z.object({
  id: z.string().min(1).max(40),
  name: z.string().trim().min(1, 'name the loop, clip or sleeve').max(60),
  /** The largest thing that it takes, lying in any way. */
  wMm: z.number().positive().max(2000),
  hMm: z.number().positive().max(2000),
  tMm: z.number().positive().max(2000),
});
export type OutsidePoint = z.infer<typeof OutsidePointSchema>;

export const CompartmentSchema = z.object({
  id: z.string().min(1),
  wMm: z.number().positive().max(2000),
  hMm: z.number().positive().max(2000),
  dMm: z.number().positive().max(2000),
  maxDMm: z.number().positive().max(2000).optional(),
  access: z.enum(['front', 'top']),
  /** Elastic slots; a compartment that has them holds other things only in its loose room. */
  slots: z.array(SlotSchema).max(40).optional(),
  /** Room for what is in no slot, as it is with the slots full: before them, or beside them. */
  loose: LooseRoomSchema.optional(),
});
export type Compartment = z.infer<typeof CompartmentSchema>;

export const OPENINGS = [
  'hookAndLoop',
  'zip',
  'clamshell',
  'tearAway',
  'zipBag',
  'rollTop',
  'latchedCase',
  'rubberBand',
  'slit',
  'none',
] as const;
export type Opening = (typeof OPENINGS)[number];

export const ContainerMakeSchema = z.enum(['rigid', 'soft', 'flatBag', 'vacuumRoll', 'bundle']);

export const ContainerSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().trim().min(1, 'give it a name').max(60),
  make: ContainerMakeSchema,
  compartments: z.array(CompartmentSchema).min(1, 'give at least one compartment').max(8),
  /** Two panels that close on each other. */
  facing: z.boolean().optional(),
  /** Compartments behind each other add up in thickness; absent: beside or above, and the thickest counts. */
  lies: z.enum(LIES).optional(),
  outside: z.array(OutsidePointSchema).max(12).optional(),
  /** Width of a vacuum roll laid flat, mm. */
  rollWidthMm: z.number().positive().max(2000).optional(),
  /** Outside when closed, where that is not the largest compartment: a band goes round an ankle. Millimetres. */
  outline: z.object({ wMm: z.number().positive(), hMm: z.number().positive() }).optional(),
  massG: z.number().nonnegative(),
  /** Wall added to the packed depth, both walls together, mm. */
  wallMm: z.number().nonnegative(),
  opening: z.enum(OPENINGS),
  /** What is opened after that: a zip, and then a panel that is torn away. */
  thenOpening: z.enum(OPENINGS).optional(),
});
export type Container = z.infer<typeof ContainerSchema>;

/** What a carry position hangs on: clothes, a vessel, a building. Without one of these it is not there. */
export const BEARERS = [
  'shorts',
  'trousers',
  'cargoTrousers',
  'jacket',
  'belt',
  'harness',
  'lifeVest',
  'pack',
  'vehicle',
  'boat',
  'building',
] as const;
export const BearerSchema = z.enum(BEARERS);
export type Bearer = z.infer<typeof BearerSchema>;
export const BEARER_NAMES: Record<Bearer, string> = {
  shorts: 'shorts',
  trousers: 'trousers',
  cargoTrousers: 'cargo trousers',
  jacket: 'jacket',
  belt: 'belt',
  harness: 'harness or vest',
  lifeVest: 'life vest',
  pack: 'pack',
  vehicle: 'vehicle',
  boat: 'boat',
  building: 'building',
};

/** Where on a body a position is. */
export const BODY_SPOTS = [
  'chest',
  'vest',
  'lifeVest',
  'side',
  'hip',
  'thigh',
  'ankle',
  'seat',
  'smallOfBack',
  'back',
  'hipLeft',
  'thighLeft',
  'seatLeft',
  'chestRight',
] as const;
export const BodySpotSchema = z.enum(BODY_SPOTS);
export type BodySpot = z.infer<typeof BodySpotSchema>;

export const PositionSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().trim().min(1, 'give it a name').max(60),
  /** Envelope in which a kit is comfortable, mm. */
  wMm: z.number().positive(),
  hMm: z.number().positive(),
  tMm: z.number().positive(),
  /** Comfortable mass, g; null where mass does not matter. */
  massG: z.number().positive().nullable(),
  onBody: z.boolean(),
  heat: z.enum(['cool', 'room', 'warm', 'hot']),
  hands: z.enum(['left', 'right', 'both']),
  /** Seconds from deciding to having the kit in the hand. Planning value. */
  drawS: z.number().nonnegative(),
  /** Whether it is comfortable, and reached, while sitting or driving. */
  seated: z.boolean(),
  /** A pocket lets a kit stick out at its opening by so much. Planning value, mm. */
  stickOutMm: z.number().nonnegative().max(200).optional(),
  /** Any one of these bears it; empty: it is there whatever is worn. */
  bearers: z.array(BearerSchema).max(BEARERS.length).default([]),
  /** Null: not on a body, or not drawn on one. */
  spot: BodySpotSchema.nullable().default(null),
  /** Others see that something is carried there. */
  isSeen: z.boolean().default(false),
});
export type Position = z.infer<typeof PositionSchema>;
