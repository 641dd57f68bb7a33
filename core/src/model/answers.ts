import * as z from 'zod';
import { CoursesSchema, PractisedSchema } from './course.ts';
import { FamilySchema } from './family.ts';
import { GradeSchema } from './kind.ts';
import { FitChoicesSchema, KitHeadFields, LeftOutSchema, ModuleSchema, PlannedThingSchema, StagingSchema } from './kit.ts';
import { OwnThingSchema } from './loadout.ts';
import { AskedLineSchema, HeldLineSchema, NeedIdSchema, RUNGS, SKILLS, SkillSchema } from './need.ts';
import { PlainDateSchema } from './plainDate.ts';
import { SetAsideSchema } from './setAside.ts';
import { KitIdSchema, PersonIdSchema, PlaceSchema, UnitIdSchema, UnitSchema } from './unit.ts';
import { KitUpkeepSchema } from './upkeep.ts';

/** What server and browser say to each other, beyond what a person edits. */

export const NeedStateSchema = z.enum(['off', 'elsewhere', 'gap', 'thin', 'held', 'full']);

/** How much of a need a brief asks for, in counts of a plain thing, and within how many seconds; null: no window. */
export const AskedNeedSchema = z.object({
  need: NeedIdSchema,
  least: z.number(),
  ideal: z.number(),
  windowS: z.number().nullable(),
  lines: z.array(AskedLineSchema).optional(),
  secondBest: z.array(FamilySchema).optional(),
  elsewhere: z.boolean().optional(),
});

export const NeedCoverageSchema = AskedNeedSchema.extend({
  lines: z.array(HeldLineSchema).optional(),
  have: z.number(),
  state: NeedStateSchema,
  lapsesOn: PlainDateSchema.nullable(),
  late: z.number(),
  singlePoint: z.boolean(),
  by: z.array(z.object({ unitId: z.string(), kind: z.string(), grade: GradeSchema, count: z.number(), part: z.string().optional() })),
  ifNeedBe: z.array(z.object({ unitId: z.string(), grade: GradeSchema, leavesOpen: NeedIdSchema.nullable() })),
});

export const CoverageSchema = z.object({
  needs: z.array(NeedCoverageSchema),
  sharedTools: z.array(z.object({ unitId: z.string(), needs: z.array(NeedIdSchema), alone: z.array(NeedIdSchema) })),
  wantedTwice: z.array(z.object({ unitId: z.string(), bookedFor: NeedIdSchema, notFor: NeedIdSchema })),
  singlePoints: z.array(z.object({ need: NeedIdSchema, unitId: z.string() })),
});

/** A unit as it is sent: with what is known of its lot, and the version for the next write. */
export const StoredUnitSchema = UnitSchema.extend({
  lotId: z.string().nullable(),
  gtin: z.string().nullable(),
  seller: z.string().nullable(),
  authorised: z.boolean().nullable(),
  priceMinor: z.number().int().nullable(),
  version: z.number().int(),
});
export type StoredUnit = z.output<typeof StoredUnitSchema>;

export const PlacedUnitSchema = StoredUnitSchema.extend({ place: PlaceSchema, kitId: z.string().nullable() });
export type PlacedUnit = z.output<typeof PlacedUnitSchema>;

export const UpkeepEventSchema = z.object({
  type: z.enum(['gap', 'lapse', 'skillLapse', 'unitLapse', 'orderBy', 'inspect', 'dateMissing']),
  on: PlainDateSchema,
  kitId: z.string(),
  kitName: z.string(),
  need: NeedIdSchema.nullable(),
  unitIds: z.array(z.string()),
  kind: z.string().nullable(),
  text: z.string(),
});

/** What a kit is by what lies in it, and what it lacks for the next class; `lacking` is empty where there is none. */
export const KitClassSchema = z.object({
  name: z.string(),
  sentence: z.string(),
  lacking: z.array(z.object({ need: NeedIdSchema, missing: z.number() })),
  next: z.string().nullable(),
});
export type KitClassView = z.output<typeof KitClassSchema>;

export const OuterSchema = z.object({ wMm: z.number(), hMm: z.number(), tMm: z.number() });

/** What a kit holds of each need, and what it leaves to others that are carried as one with it. */
const NeedShareSchema = z.object({
  need: NeedIdSchema,
  here: z.number(),
  others: z.array(z.object({ kitId: z.string(), pieces: z.number() })),
  alone: z.object({ have: z.number(), least: z.number() }).nullable(),
});

export const KitSummarySchema = z.object({
  rungs: z.array(z.object({ rung: z.enum(RUNGS), state: NeedStateSchema, have: z.number(), least: z.number() })),
  /** Needs whose least is met, of those that ask for something. */
  held: z.number(),
  asked: z.number(),
  massG: z.number(),
  massLimitG: z.number().nullable(),
  priceMinor: z.number(),
  /** Packed, walls included, mm, as it was measured or else worked out; null until it was packed as it is now. */
  thicknessMm: z.number().nullable(),
  /** Somebody closed it with what is in it now, and measured it. */
  isMeasured: z.boolean(),
  thicknessLimitMm: z.number(),
  /** Whether everything goes in; null until it was packed as it is now. */
  allIn: z.boolean().nullable(),
  readyUntil: PlainDateSchema.nullable(),
  gap: z.string().nullable(),
  /** What it takes up outside, packed as it is now, mm; null: not packed so. */
  outer: OuterSchema.nullable(),
  /** Of a kit that is carried as one with others; empty: it is by itself. */
  shares: z.array(NeedShareSchema),
  next: UpkeepEventSchema.nullable(),
});
export type KitSummary = z.output<typeof KitSummarySchema>;

/** What a kit is carried as one with, as that kit sees it. */
export const InSetSchema = z.object({
  id: z.string(),
  name: z.string(),
  version: z.number().int(),
  kitIds: z.array(KitIdSchema),
  own: z.array(OwnThingSchema),
  alone: z.array(NeedIdSchema),
  others: z.array(z.object({ id: KitIdSchema, name: z.string(), units: z.array(StoredUnitSchema) })),
});
export type InSetView = z.output<typeof InSetSchema>;

export const KitViewSchema = z.object({
  id: KitIdSchema,
  ...KitHeadFields,
  setAside: z.array(SetAsideSchema),
  /** What lies on the sheet and is not there yet: it counts nowhere but on Bench, Fit and Buy. */
  planned: z.array(PlannedThingSchema),
  leftOut: z.array(LeftOutSchema),
  fit: FitChoicesSchema,
  stage: StagingSchema,
  modules: z.array(ModuleSchema),
  units: z.array(StoredUnitSchema),
  container: z.object({ id: z.string(), name: z.string() }),
  position: z.object({ id: z.string(), name: z.string() }),
  packing: z.unknown(),
  upkeep: KitUpkeepSchema,
  inspectedOn: PlainDateSchema.nullable(),
  version: z.number().int(),
  /** A use of the kit that nobody has debriefed yet; it is not ready until then. */
  openUse: z.object({ logId: z.string(), startedAt: z.string() }).nullable(),
  summary: KitSummarySchema,
  class: KitClassSchema,
  /** Null: it is by itself. */
  inSet: InSetSchema.nullable(),
});
export type KitView = z.output<typeof KitViewSchema>;

const NeedFiguresSchema = z.object({ state: NeedStateSchema, have: z.number(), least: z.number(), ideal: z.number() });
const NeedChangeSchema = z.object({ need: NeedIdSchema, before: NeedFiguresSchema, after: NeedFiguresSchema });

const TakenSchema = z.object({
  unitId: z.string(),
  kind: z.string(),
  grade: GradeSchema,
  pieces: z.number(),
  expiresOn: PlainDateSchema.nullable(),
  lot: z.string().nullable(),
  /** Whole units to take off the stack, and the stack's version. */
  take: z.number(),
  version: z.number(),
});

export const RestockSchema = z.object({
  kits: z.array(
    z.object({
      kitId: z.string(),
      kitName: z.string(),
      lines: z.array(
        z.object({
          need: NeedIdSchema,
          missing: z.number(),
          fromStores: z.array(TakenSchema),
          /** Where stores do not fill it: what kits farther from the body could lend, and what that would do to them. */
          fromKits: z.array(
            TakenSchema.omit({ lot: true }).extend({
              kitId: z.string(),
              kitName: z.string(),
              effect: z.array(NeedChangeSchema),
              opensGap: z.boolean(),
            }),
          ),
          toBuy: z.array(z.object({ kind: z.string(), count: z.number(), priceMinor: z.number() })),
        }),
      ),
      /** On the sheet and not there yet: what of it lies in stores, and how many are to be bought. */
      planned: z.array(z.object({ kind: z.string(), count: z.number(), fromStores: z.array(TakenSchema), toBuy: z.number() })),
      /** Used lately and not put back, beyond the least. */
      asBefore: z.array(z.object({ kind: z.string(), count: z.number(), fromStores: z.array(TakenSchema) })),
    }),
  ),
});
export type Restock = z.output<typeof RestockSchema>;

export const StoredUseSchema = z.object({
  id: z.string(),
  kitId: z.string(),
  at: z.string(),
  events: z.array(z.object({ id: z.string(), at: z.string(), unitId: z.string(), kind: z.string(), count: z.number(), note: z.string() })),
});
export type StoredUse = z.output<typeof StoredUseSchema>;

export const FindingSchema = z.object({
  rule: z.string(),
  severity: z.enum(['stop', 'warn', 'note']),
  reason: z.string(),
  lookedAt: z.array(z.string()),
  fix: z
    .discriminatedUnion('do', [
      z.object({ do: z.literal('add'), label: z.string(), kind: z.string() }),
      z.object({ do: z.literal('swap'), label: z.string(), unitId: UnitIdSchema, kind: z.string() }),
      z.object({ do: z.literal('takeOut'), label: z.string(), unitId: UnitIdSchema }),
      z.object({ do: z.literal('setState'), label: z.string(), unitId: UnitIdSchema, state: z.string() }),
      z.object({ do: z.literal('gather'), label: z.string(), unitIds: z.array(UnitIdSchema), compartment: z.string() }),
    ])
    .nullable(),
});

export const PersonSchema = z.object({
  id: PersonIdSchema,
  name: z.string().trim().min(1, 'give a name').max(80),
  role: z.string().trim().max(200).default(''),
  skills: z.array(SkillSchema).max(SKILLS.length).default([]),
  /** Of the skills that need authority: those allowed here. */
  authorised: z.array(SkillSchema).max(SKILLS.length).default([]),
  /** Kits that this person has been told of. */
  told: z.array(z.string()).max(500).default([]),
  courses: CoursesSchema.default([]),
  practised: PractisedSchema.default({}),
});
export type Person = z.output<typeof PersonSchema>;
