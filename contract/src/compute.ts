import { BuyingProblemSchema } from '@ivrak/core/buying';
import { FitProblemSchema } from '@ivrak/core/fit';
import {
  AskedLineSchema,
  AskedNeedSchema,
  BriefSchema,
  ConditionSchema,
  CoverageSchema,
  FindingSchema,
  HeatSampleSchema,
  KindSchema,
  KitDraftSchema,
  NeedIdSchema,
  PlainDateSchema,
  SchoolSchema,
  SKILLS,
} from '@ivrak/core/model';
import { REFERENCE_CELSIUS } from '@ivrak/core/upkeep';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { PlacedBoxSchema } from './packed.ts';

/** A school by its id, or as data of one's own. */
export const SchoolRefSchema = z.union([z.string(), SchoolSchema]);

const TermSchema = z.object({ op: z.enum(['add', 'times', 'atLeast']), value: z.number(), label: z.string() });

const amount = () => z.number().int().nonnegative('must not be negative').max(10_000);

/** Needs in the school's order. */
export const NeedsAskedSchema = z
  .array(
    z.object({
      need: NeedIdSchema,
      least: amount(),
      ideal: amount(),
      windowS: z.number().nonnegative().nullable().optional(),
      lines: z
        .array(AskedLineSchema.extend({ least: amount() }))
        .max(200)
        .optional(),
      secondBest: AskedNeedSchema.shape.secondBest,
    }),
  )
  .max(NeedIdSchema.options.length)
  .refine((needs) => new Set(needs.map(({ need }) => need)).size === needs.length, 'each need once');

export const CoverageBodySchema = z.object({
  needs: NeedsAskedSchema,
  school: SchoolRefSchema,
  on: PlainDateSchema,
  skills: z.array(z.enum(SKILLS)).optional(),
  /** The kit has to pass security checks: what is barred there does not count. */
  isChecked: z.boolean().optional(),
  /** Kinds in place of those of the catalogue. */
  kinds: z.array(KindSchema).max(2000).optional(),
  kits: z
    .array(
      z.object({
        id: z.string(),
        reachS: z.number().nonnegative().nullable().optional(),
        units: z
          .array(
            z.object({
              id: z.string(),
              kind: z.string(),
              count: z.number().int().positive('must be at least 1').max(1000),
              piecesUsed: z.number().int().nonnegative().optional(),
              expiresOn: PlainDateSchema.nullable().optional(),
              condition: ConditionSchema,
            }),
          )
          .max(2000),
      }),
    )
    .max(50),
});

const FitResultSchema = z.object({
  verdict: z.enum(['fits', 'may', 'cannot']),
  feasible: z.boolean(),
  thicknessMm: z.number(),
  perCompartment: z.array(
    z.object({
      id: z.string(),
      thicknessMm: z.number(),
      wMm: z.number(),
      hMm: z.number(),
      profileMm: z.array(z.number()),
      massG: z.number(),
      balance: z.object({ rightMm: z.number(), upMm: z.number(), forwardMm: z.number() }).nullable(),
    }),
  ),
  fill: z.number(),
  bound: z.object({ valueMm: z.number(), kind: z.string(), items: z.array(z.string()).optional() }),
  proven: z.boolean(),
  placed: z.array(PlacedBoxSchema.extend({ slot: z.string().optional() })),
  unplaced: z.array(z.string()),
  blockedBy: z.record(z.string(), z.array(z.string())),
  outer: z.object({ wMm: z.number(), hMm: z.number(), tMm: z.number() }).optional(),
  reasons: z.array(z.object({ code: z.string(), text: z.string(), items: z.array(z.string()).optional(), overMm: z.number().optional() })),
  seed: z.number(),
  /** Of zip bags that close: film that is left where it is tightest. */
  spare: z.object({ acrossMm: z.number(), alongMm: z.number(), ease: z.enum(['comfortable', 'tight']) }).optional(),
  pressed: z.number().optional(),
  wishes: z.object({ buried: z.number(), exit: z.number(), apart: z.number(), fronts: z.number() }).optional(),
  blocks: z.array(z.object({ id: z.string(), items: z.array(z.string()), across: z.number(), up: z.number(), deep: z.number() })),
  decodes: z.number(),
});

const money = z.number().int();

const BuyingPlanSchema = z.object({
  orders: z.array(
    z.object({
      supplier: z.string(),
      lines: z.array(z.object({ offer: z.string(), kind: z.string(), packs: z.number(), units: z.number(), priceMinor: money })),
      goodsMinor: money,
      shippingMinor: money,
      discount: z.object({ percent: z.number(), code: z.string(), until: PlainDateSchema.nullable(), savedMinor: money }).nullable(),
    }),
  ),
  total: money,
  leftover: z.array(z.object({ kind: z.string(), count: z.number() })),
  perUnit: z.array(z.object({ kind: z.string(), units: z.number(), outlayMinor: money, eachMinor: z.number() })),
  servedBy: z.array(z.object({ kind: z.string(), by: z.array(z.object({ kind: z.string(), count: z.number() })) })),
  unmet: z.array(z.object({ kind: z.string(), count: z.number(), why: z.string() })),
  proven: z.boolean(),
  comparedMinor: z.number(),
  boundMinor: z.number(),
});

export const computeHeat = endpoint({
  method: 'post',
  path: '/api/compute/heat',
  summary: 'Mean kinetic temperature and ageing factor of a temperature log',
  body: z.object({
    samples: z.array(HeatSampleSchema).min(1, 'holds no samples').max(20_000, 'holds more than 20,000 samples'),
    refCelsius: z.number().min(-80).max(120).default(REFERENCE_CELSIUS),
  }),
  answer: z.object({ mktCelsius: z.number(), ageingFactor: z.number(), maxCelsius: z.number(), meanCelsius: z.number() }),
});

export const computeScan = endpoint({
  method: 'post',
  path: '/api/compute/scan',
  summary: 'Read a GS1 element string, an article number or a HIBC supplier label',
  body: z.object({ text: z.string(), today: PlainDateSchema.optional() }),
  answer: z.object({
    scheme: z.enum(['gs1', 'gtin', 'hibc']),
    gtin: z.string().optional(),
    article: z.string().optional(),
    lot: z.string().optional(),
    serial: z.string().optional(),
    expiresOn: PlainDateSchema.optional(),
    producedOn: PlainDateSchema.optional(),
    count: z.number().optional(),
    warnings: z.array(z.string()),
  }),
});

export const computeNeeds = endpoint({
  method: 'post',
  path: '/api/compute/needs',
  summary: 'Needs of a brief under a school, in its order',
  body: z.object({ brief: BriefSchema, school: SchoolRefSchema, on: PlainDateSchema.optional() }),
  answer: z.object({
    needs: z.array(
      AskedNeedSchema.extend({
        reason: z.string(),
        terms: z.object({ least: z.array(TermSchema), ideal: z.array(TermSchema) }),
      }),
    ),
  }),
});

export const computeRules = endpoint({
  method: 'post',
  path: '/api/compute/rules',
  summary: 'Run the rules on a kit that is sent along',
  body: z.object({ kit: KitDraftSchema, on: PlainDateSchema.optional(), packedMm: z.number().nonnegative().nullable().default(null) }),
  answer: z.object({ findings: z.array(FindingSchema) }),
});

export const computeCoverage = endpoint({
  method: 'post',
  path: '/api/compute/coverage',
  summary: 'Assign pieces to needs, exactly',
  body: CoverageBodySchema,
  answer: CoverageSchema,
});

export const computeFit = endpoint({
  method: 'post',
  path: '/api/compute/fit',
  summary: 'Pack things into a container',
  body: FitProblemSchema,
  answer: FitResultSchema,
});

export const computeBuying = endpoint({
  method: 'post',
  path: '/api/compute/buying',
  summary: 'The least outlay for what is needed: whole packs, shipping with free-from limits; proven, or with the bound that was shown',
  body: BuyingProblemSchema,
  answer: BuyingPlanSchema,
});
