import {
  CoverageSchema,
  FindingSchema,
  InSetSchema,
  KitDraftSchema,
  KitIdSchema,
  KitViewSchema,
  PlainDateSchema,
  UnitIdSchema,
} from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { PlacedBoxSchema } from './packed.ts';

const VersionSchema = z.number().int().positive();

const SentToSchema = z.record(UnitIdSchema, z.enum(['stores', 'discarded', 'practice'])).default({});

/** What the browser packed; checked here by the independent checker before it is believed. */
const PackingBodySchema = z.object({
  fingerprint: z.string().max(100_000),
  result: z.looseObject({
    verdict: z.enum(['fits', 'may', 'cannot']),
    feasible: z.boolean(),
    thicknessMm: z.number().nonnegative(),
    placed: z.array(PlacedBoxSchema),
    unplaced: z.array(z.string()),
    /** What lies in front of each thing; how soon it is in the hand follows from it. */
    blockedBy: z.record(z.string().max(120), z.array(z.string().max(120)).max(300)).optional(),
  }),
});

export const listKits = endpoint({
  method: 'get',
  path: '/api/kits',
  summary: 'All kits with container, position, units and what follows from them today',
  answer: z.object({
    kits: z.array(KitViewSchema.omit({ packing: true }).extend({ inSet: InSetSchema.pick({ id: true, name: true }).nullable() })),
    today: PlainDateSchema,
  }),
});

export const createKit = endpoint({
  method: 'post',
  path: '/api/kits',
  summary: 'Make a kit',
  status: 201,
  body: KitDraftSchema.extend({ id: KitIdSchema.optional() }),
  answer: KitViewSchema,
});

export const MOST_COPIES = 12;

export const copyKit = endpoint({
  method: 'post',
  path: '/api/kits/:id/copies',
  summary: 'Make kits after another one, all of them or none; as twins they join its pattern, or begin one',
  status: 201,
  body: z.object({
    copies: z.array(KitDraftSchema).min(1, 'make one copy at least').max(MOST_COPIES),
    asTwins: z.boolean().default(false),
  }),
  answer: z.object({ ids: z.array(KitIdSchema), patternId: z.string().nullable() }),
});

export const getKit = endpoint({
  method: 'get',
  path: '/api/kits/:id',
  summary: 'One kit',
  answer: KitViewSchema,
});

export const saveKit = endpoint({
  method: 'put',
  path: '/api/kits/:id',
  summary: 'Save a kit as a whole; 409 with the current kit where the version is old',
  // What a program does not know of it does not send, and it stays as it was.
  body: z.object({
    version: VersionSchema,
    draft: KitDraftSchema.extend({
      planned: KitDraftSchema.shape.planned.unwrap().optional(),
      leftOut: KitDraftSchema.shape.leftOut.unwrap().optional(),
    }),
    sentTo: SentToSchema,
  }),
  answer: KitViewSchema,
});

export const retireKit = endpoint({
  method: 'delete',
  path: '/api/kits/:id',
  summary: 'Retire a kit; what is in it goes to the stores',
  query: z.object({ version: z.coerce.number().int() }),
  answer: z.object({ retired: z.string(), toStores: z.number() }),
});

export const getKitCoverage = endpoint({
  method: 'get',
  path: '/api/kits/:id/coverage',
  summary: 'Which unit serves which need on a day',
  query: z.object({ on: PlainDateSchema.optional() }),
  answer: CoverageSchema,
});

export const getKitRules = endpoint({
  method: 'get',
  path: '/api/kits/:id/rules',
  summary: 'What the rules say of a kit on a day: stops, warnings, notes, with reasons and fixes; and what was set aside',
  query: z.object({ on: PlainDateSchema.optional() }),
  answer: z.object({
    findings: z.array(FindingSchema),
    setAside: z.array(z.object({ rule: z.string(), reason: z.string(), on: PlainDateSchema })),
  }),
});

export const savePacking = endpoint({
  method: 'put',
  path: '/api/kits/:id/packing',
  summary: 'Keep a packing that was worked out for the kit as it is now',
  body: PackingBodySchema,
  answer: KitViewSchema,
});

export const recordInspection = endpoint({
  method: 'post',
  path: '/api/kits/:id/inspections',
  summary: 'Record that the kit was opened and looked through',
  body: z.object({ on: PlainDateSchema.optional() }),
  answer: KitViewSchema,
});
