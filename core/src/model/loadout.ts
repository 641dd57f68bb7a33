import * as z from 'zod';
import { BearerSchema } from './container.ts';
import { FamilySchema } from './family.ts';
import { GradeSchema } from './kind.ts';
import { NeedIdSchema } from './need.ts';
import { ConditionsSchema } from './reach.ts';
import { KitIdSchema, PersonIdSchema } from './unit.ts';

export const WAYS = ['foot', 'boat'] as const;

/** A kit that is in a loadout: on the body or at hand (0 m), or some way off. */
export const CarriedKitSchema = z.object({
  kitId: KitIdSchema,
  /** From where the work is, metres, one way. */
  distanceM: z.number().min(0, 'must not be negative').max(50_000, 'must be at most 50,000 m').default(0),
  /** Or minutes, one way, where a way is known by its time; null: by its metres. */
  minutes: z.number().min(0, 'must not be negative').max(1440, 'must be at most a day').nullable().default(null),
  by: z.enum(WAYS).default('foot'),
  /** Somebody else brings it: the way is made once. */
  isBrought: z.boolean().default(false),
  /** Carried elsewhere than usual in this loadout; null: where the kit is carried otherwise. */
  positionId: z.string().max(80).nullable().default(null),
});
export type CarriedKit = z.infer<typeof CarriedKitSchema>;

/** On the body or at hand: nothing of it is some way off. */
export const isAtHand = ({ distanceM, minutes }: Pick<CarriedKit, 'distanceM' | 'minutes'>): boolean => (minutes ?? distanceM) === 0;
/** "60 m", "12 min" */
export const showWay = ({ distanceM, minutes }: Pick<CarriedKit, 'distanceM' | 'minutes'>): string =>
  minutes === null ? `${distanceM} m` : `${minutes} min`;

/** Somebody's own thing, in no kit: what it can do, how well, and what speaks against it. */
export const OwnThingSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give it a name').max(60),
  /** What sort of thing it is, so that a phone in a pocket and one in a kit are one means to call. */
  family: FamilySchema.default('other'),
  /** Not used up by use. */
  isTool: z.boolean().default(true),
  grades: z.partialRecord(NeedIdSchema, GradeSchema),
  drawback: z.string().trim().max(160).default(''),
  /** Seconds to the hand. Planning value. */
  drawS: z.number().min(0, 'must not be negative').max(600, 'must be at most 600 s'),
  massG: z.number().min(0).max(20_000).default(0),
  barredAtSecurity: z.boolean().default(false),
});
export type OwnThing = z.infer<typeof OwnThingSchema>;

/** What is worn, carried, driven or moored in a situation. */
export const LoadoutSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the loadout a name').max(60),
  /** "on the water, cockpit" */
  situation: z.string().trim().max(120).default(''),
  personId: PersonIdSchema.nullable().default(null),
  kits: z.array(CarriedKitSchema).max(20),
  /** Clothes, vessel and building that are there; null: not said, so every carry position is. */
  bearers: z.array(BearerSchema).nullable().default(null),
  own: z.array(OwnThingSchema).max(20).default([]),
  conditions: ConditionsSchema.prefault({}),
  /** It passes a security check: what is barred there stays behind. */
  passesSecurity: z.boolean().default(false),
});
export type Loadout = z.infer<typeof LoadoutSchema>;

export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** Which loadouts somebody has on which day of the week, in the order of the day. */
export const WeekPlanSchema = z.object({
  /** The person's. */
  id: PersonIdSchema,
  days: z.record(z.enum(WEEKDAYS), z.array(z.string().max(64)).max(6)),
});
export type WeekPlan = z.infer<typeof WeekPlanSchema>;
export const emptyWeek = (id: WeekPlan['id']): WeekPlan => ({
  id,
  days: { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [], sun: [] },
});
