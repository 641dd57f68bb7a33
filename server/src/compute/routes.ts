import { type BuyingProblem, BuyingProblemSchema } from '@ivrak/core/buying';
import { type CoverageProblem, coverage } from '@ivrak/core/coverage';
import { FitProblemSchema } from '@ivrak/core/fit';
import { judgeKit } from '@ivrak/core/kit';
import {
  BriefSchema,
  ConditionSchema,
  CoverageSchema,
  FindingSchema,
  HeatSampleSchema,
  KitDraftSchema,
  NeedIdSchema,
  type PlainDate,
  PlainDateSchema,
  SchoolSchema,
  SKILLS,
} from '@ivrak/core/model';
import { deriveNeeds } from '@ivrak/core/needs';
import { readScan } from '@ivrak/core/scan';
import { type Heat, heatOf, REFERENCE_CELSIUS } from '@ivrak/core/upkeep';
import * as z from 'zod';
import { containerOf, KIND_CATALOG, schoolOf } from '../catalog/catalog.ts';
import { unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { unitIssues } from '../kits/check.ts';
import { findingsOf } from '../kits/view.ts';
import type { Queues } from './queues.ts';

/** A school by its id, or as data of one's own. */
const SchoolRefSchema = z.union([z.string(), SchoolSchema]);
const resolveSchool = (ref: z.output<typeof SchoolRefSchema>) => {
  const school = typeof ref === 'string' ? schoolOf(ref) : ref;
  if (school === undefined) throw unacceptable([{ path: 'school', message: `unknown school "${String(ref)}"` }]);
  return school;
};

const TermSchema = z.object({ op: z.enum(['add', 'times', 'atLeast']), value: z.number(), label: z.string() });
const amount = () => z.number().int().nonnegative('must not be negative').max(10_000);

const CoverageBodySchema = z.object({
  needs: z
    .array(z.object({ need: NeedIdSchema, least: amount(), ideal: amount(), windowS: z.number().nonnegative().nullable().optional() }))
    .max(NeedIdSchema.options.length)
    .refine((needs) => new Set(needs.map(({ need }) => need)).size === needs.length, 'each need once'),
  school: SchoolRefSchema,
  on: PlainDateSchema,
  skills: z.array(z.enum(SKILLS)).optional(),
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

function checkKinds(kits: z.output<typeof CoverageBodySchema>['kits']): void {
  const issues = kits.flatMap((kit, kitIndex) =>
    kit.units.flatMap(({ kind }, index) =>
      KIND_CATALOG.has(kind) ? [] : [{ path: `kits.${kitIndex}.units.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
    ),
  );
  const ids = kits.flatMap((kit) => kit.units.map(({ id }) => id));
  if (new Set(ids).size !== ids.length) issues.push({ path: 'kits', message: 'unit ids must differ' });
  if (issues.length > 0) throw unacceptable(issues);
}

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
  placed: z.array(
    z.object({
      id: z.string(),
      compartment: z.string(),
      xMm: z.number(),
      yMm: z.number(),
      zMm: z.number(),
      wMm: z.number(),
      hMm: z.number(),
      dMm: z.number(),
      folded: z.boolean(),
      slot: z.string().optional(),
    }),
  ),
  unplaced: z.array(z.string()),
  blockedBy: z.record(z.string(), z.array(z.string())),
  outer: z.object({ wMm: z.number(), hMm: z.number(), tMm: z.number() }).optional(),
  reasons: z.array(z.object({ code: z.string(), text: z.string(), items: z.array(z.string()).optional(), overMm: z.number().optional() })),
  seed: z.number(),
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

/** Ids that stand twice, which would leave it open whose price or shipping counts. */
function buyingIssues({ need, offers, suppliers }: BuyingProblem): { path: string; message: string }[] {
  const twice = (keys: readonly string[], name: string, field: string) =>
    keys.flatMap((key, index) =>
      keys.indexOf(key) < index ? [{ path: `${name}.${index}.${field}`, message: `"${key}" stands twice` }] : [],
    );
  return [
    ...twice(
      need.map(({ kind }) => kind),
      'need',
      'kind',
    ),
    ...twice(
      offers.map(({ id }) => id),
      'offers',
      'id',
    ),
    ...twice(
      suppliers.map(({ id }) => id),
      'suppliers',
      'id',
    ),
  ];
}

export const computeRoutes = (today: () => PlainDate, queues: Queues): RouteSpec[] => [
  route({
    method: 'post',
    path: '/api/compute/heat',
    summary: 'Mean kinetic temperature and ageing factor of a temperature log',
    body: z.object({
      samples: z.array(HeatSampleSchema).min(1, 'holds no samples').max(20_000, 'holds more than 20,000 samples'),
      refCelsius: z.number().min(-80).max(120).default(REFERENCE_CELSIUS),
    }),
    response: z.object({ mktCelsius: z.number(), ageingFactor: z.number(), maxCelsius: z.number(), meanCelsius: z.number() }),
    handle: ({ body }) => heatOf(body.samples, body.refCelsius) as Heat, // there is a sample
  }),
  route({
    method: 'post',
    path: '/api/compute/scan',
    summary: 'Read a GS1 element string, an article number or a HIBC supplier label',
    body: z.object({ text: z.string(), today: PlainDateSchema.optional() }),
    response: z.object({
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
    handle: ({ body }) => {
      const answer = readScan(body.text, body.today ?? today());
      if (!answer.ok) throw unacceptable([{ path: 'text', message: answer.message }]);
      return answer.scan;
    },
  }),
  route({
    method: 'post',
    path: '/api/compute/needs',
    summary: 'Needs of a brief under a school, in its order',
    body: z.object({ brief: BriefSchema, school: SchoolRefSchema }),
    response: z.object({
      needs: z.array(
        z.object({
          need: NeedIdSchema,
          least: z.number(),
          ideal: z.number(),
          windowS: z.number().nullable(),
          reason: z.string(),
          terms: z.object({ least: z.array(TermSchema), ideal: z.array(TermSchema) }),
        }),
      ),
    }),
    handle: ({ body }) => ({ needs: deriveNeeds(body.brief, resolveSchool(body.school)) }),
  }),
  route({
    method: 'post',
    path: '/api/compute/rules',
    summary: 'Run the rules on a kit that is sent along',
    body: z.object({ kit: KitDraftSchema, on: PlainDateSchema.optional(), packedMm: z.number().nonnegative().nullable().default(null) }),
    response: z.object({ findings: z.array(FindingSchema) }),
    handle: ({ body: { kit, on, packedMm } }) => {
      const school = schoolOf(kit.schoolId);
      if (school === undefined) throw unacceptable([{ path: 'kit.schoolId', message: `unknown school "${kit.schoolId}"` }]);
      const issues = kit.units.flatMap((unit, index) => unitIssues(unit, `kit.units.${index}.`));
      if (issues.length > 0) throw unacceptable(issues);
      const day = on ?? today();
      const judgement = judgeKit(
        { id: 'kit', brief: kit.brief, units: kit.units },
        school,
        containerOf(kit.containerId),
        day,
        KIND_CATALOG,
      );
      return { findings: findingsOf(kit, judgement, packedMm === null ? null : { thicknessMm: packedMm, feasible: true }, day) };
    },
  }),
  route({
    method: 'post',
    path: '/api/compute/coverage',
    summary: 'Assign pieces to needs, exactly',
    body: CoverageBodySchema,
    response: CoverageSchema,
    handle: ({ body }) => {
      checkKinds(body.kits);
      const problem: CoverageProblem = {
        ...body,
        school: resolveSchool(body.school),
        skills: body.skills ?? SKILLS,
        kits: body.kits as CoverageProblem['kits'],
      };
      return coverage(problem, KIND_CATALOG);
    },
  }),
  route({
    method: 'post',
    path: '/api/compute/fit',
    summary: 'Pack things into a container',
    body: FitProblemSchema,
    response: FitResultSchema,
    handle: ({ body }) => queues.fits.ask(body),
  }),
  route({
    method: 'post',
    path: '/api/compute/buying',
    summary: 'The least outlay for what is needed: whole packs, shipping with free-from limits; proven, or with the bound that was shown',
    body: BuyingProblemSchema,
    response: BuyingPlanSchema,
    handle: ({ body }) => {
      const issues = buyingIssues(body);
      if (issues.length > 0) throw unacceptable(issues);
      return queues.buying.ask(body);
    },
  }),
];
