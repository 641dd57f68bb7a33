import { ContentListSchema, OfferBookSchema, OrderSchema, StoresMinimumsSchema } from '@ivrak/core/buying';
import { StoredKindSchema } from '@ivrak/core/catalog';
import { DebriefSchema, UseEntrySchema } from '@ivrak/core/incident';
import {
  ArticleSchema,
  ConditionSchema,
  ContainerSchema,
  DiscrepancySchema,
  DrillSchema,
  HeatLogSchema,
  InspectionSchema,
  KitHeadFields,
  KitIdSchema,
  KitSetSchema,
  KitUpkeepSchema,
  LoadoutSchema,
  LotSchema,
  MadeReadyFields,
  NoticeSchema,
  OwnTraitsSchema,
  PatternSchema,
  PersonIdSchema,
  PersonSchema,
  PlaceSchema,
  PlacesPlanSchema,
  PlainDateSchema,
  PositionSchema,
  plainUpkeep,
  ReachTimeSchema,
  SchoolSchema,
  SetAsideSchema,
  TimeSchema,
  TripSchema,
  UnitIdSchema,
  WeekPlanSchema,
} from '@ivrak/core/model';
import { ReachChangesRowSchema } from '@ivrak/core/reach';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { PutAsideSchema } from './useLogs.ts';

const version = z.number().int().positive();

const count = z.number().int().nonnegative();

/** Everything a crew holds, versioned. Field order is fixed, so that exporting an import gives the same text. */
export const ExportFileSchema = z.strictObject({
  format: z.literal('ivrak'),
  formatVersion: z.literal([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], {
    error: 'this program reads format versions 1 to 12',
  }),
  // Version 1 knew none of these three.
  ownKinds: z.array(z.strictObject({ id: z.string(), data: StoredKindSchema, version })).default([]),
  ownSchools: z.array(z.strictObject({ id: z.string(), data: SchoolSchema, version })).default([]),
  contentLists: z.array(z.strictObject({ id: z.string(), data: ContentListSchema, version })).default([]),
  // Versions 1 and 2 knew neither of these.
  ownContainers: z.array(z.strictObject({ id: z.string(), data: ContainerSchema, version })).default([]),
  ownPositions: z.array(z.strictObject({ id: z.string(), data: PositionSchema, version })).default([]),
  // Versions 1 to 3 knew none of these four.
  heatLogs: z.array(HeatLogSchema.strict()).default([]),
  inspections: z.array(InspectionSchema.strict()).default([]),
  notices: z.array(z.strictObject({ id: z.string(), data: NoticeSchema })).default([]),
  loadouts: z.array(z.strictObject({ id: z.string(), data: LoadoutSchema, version })).default([]),
  // Versions 1 to 4 knew none of these three, nor what people are trained for.
  weekPlans: z.array(z.strictObject({ id: PersonIdSchema, data: WeekPlanSchema, version })).default([]),
  reachTimes: z.array(ReachTimeSchema.strict()).default([]),
  plans: z
    .array(
      z.strictObject({
        id: z.string(),
        data: z.discriminatedUnion('id', [ReachChangesRowSchema, PlacesPlanSchema, OfferBookSchema, StoresMinimumsSchema]),
        version,
      }),
    )
    .default([]),
  people: z.array(PersonSchema.extend({ version: version.default(1) }).strict()),
  lots: z.array(LotSchema.strict()),
  kits: z.array(
    z.strictObject({
      id: KitIdSchema,
      ...KitHeadFields,
      setAside: z.array(SetAsideSchema).default([]),
      ...MadeReadyFields,
      packing: z.unknown(),
      upkeep: KitUpkeepSchema.default(plainUpkeep()),
      inspectedOn: PlainDateSchema.nullable(),
      retiredOn: PlainDateSchema.nullable(),
      position: count,
      version,
    }),
  ),
  units: z.array(
    z.strictObject({
      id: UnitIdSchema,
      kind: z.string(),
      count: z.number().int().min(1, 'must be at least 1').max(1000),
      piecesUsed: count,
      condition: ConditionSchema,
      state: z.string(),
      lotId: z.string().nullable(),
      own: OwnTraitsSchema.default({}),
      place: PlaceSchema,
      kitId: z.string().nullable(),
      position: count,
      version,
    }),
  ),
  uses: z.array(z.strictObject({ id: z.string().min(1), kitId: z.string(), at: TimeSchema })),
  useEvents: z.array(
    z.strictObject({
      id: z.string().min(1),
      useId: z.string(),
      at: TimeSchema,
      unitId: z.string(),
      kind: z.string(),
      pieces: z.number().int().min(1),
      note: z.string().max(500),
    }),
  ),
  // Versions 1 to 5 knew neither of these.
  useLogs: z
    .array(
      z.strictObject({
        id: z.string().min(1),
        kitIds: z.array(z.string()).min(1, 'a log belongs to a kit at least'),
        startedAt: TimeSchema,
        isOpen: z.boolean(),
        debriefs: z.array(DebriefSchema),
        version,
        entries: z.array(UseEntrySchema),
        // Versions 1 to 6 knew neither of these.
        received: z.record(z.string(), TimeSchema).default({}),
        putAside: z.array(PutAsideSchema.strict()).default([]),
      }),
    )
    .default([]),
  orders: z.array(z.strictObject({ id: z.string(), data: OrderSchema, version })).default([]),
  // Versions 1 to 8 did not know it.
  kitSets: z.array(z.strictObject({ id: z.string(), data: KitSetSchema, version })).default([]),
  // Versions 1 to 9 knew neither of these, nor what is planned and left out.
  patterns: z.array(z.strictObject({ id: z.string(), data: PatternSchema, version })).default([]),
  trips: z.array(z.strictObject({ id: z.string(), data: TripSchema, version })).default([]),
  // Versions 1 to 10 did not know it.
  drills: z.array(z.strictObject({ id: z.string(), data: DrillSchema, version })).default([]),
  discrepancies: z.array(z.strictObject({ id: z.string(), data: DiscrepancySchema, version })).default([]),
  gtins: z.array(z.strictObject({ gtin: ArticleSchema, kind: z.string() })),
  settings: z.array(z.strictObject({ key: z.string(), value: z.unknown() })),
  journal: z.array(
    z.strictObject({ at: TimeSchema, who: z.string(), what: z.string(), subject: z.string(), before: z.unknown(), after: z.unknown() }),
  ),
});

export const exportAll = endpoint({
  method: 'get',
  path: '/api/export',
  summary: 'Everything, as one versioned file',
  answer: ExportFileSchema,
  isStreamed: true,
});

export const importAll = endpoint({
  method: 'post',
  path: '/api/import',
  summary: 'Replace everything by an exported file: all of it or nothing',
  body: ExportFileSchema,
  isStreamed: true,
  answer: z.object({ kits: z.number(), units: z.number(), lots: z.number() }),
});
