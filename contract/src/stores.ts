import { SupplierTermsSchema } from '@ivrak/core/buying';
import { ConditionSchema, KitIdSchema, PlacedUnitSchema, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { IntakeSchema } from './orders.ts';

export const SupplierArticleSchema = z.object({
  gtin: z.string(),
  kind: z.string(),
  perPack: z.number().int(),
  priceMinor: z.number().int(),
  supplier: z.string(),
  authorised: z.boolean(),
  leadDays: z.number().int(),
  /** Shelf life promised on delivery, days; null: nothing dated. */
  shelfDays: z.number().int().nullable(),
});

const MOST_ROWS = 5000;

export const CorrectUnitSchema = z.object({
  version: z.number().int(),
  condition: ConditionSchema.optional(),
  count: z.number().int().min(1, 'must be at least 1').max(1000).optional(),
  lot: z.string().trim().max(40).nullable().optional(),
  expiresOn: PlainDateSchema.nullable().optional(),
  reason: z.string().max(200).optional(),
});

export const MoveUnitSchema = z
  .object({
    version: z.number().int(),
    to: z.enum(['kit', 'stores', 'practice', 'discarded']),
    kitId: KitIdSchema.optional(),
    count: z.number().int().min(1, 'must be at least 1').optional(),
    /** Of a device, for this move: sent again, it is made once. */
    deed: z
      .string()
      .regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -')
      .optional(),
  })
  .refine(({ to, kitId }) => (to === 'kit') === (kitId !== undefined), {
    message: 'is needed to move into a kit, and only then',
    path: ['kitId'],
  });

export const getSupplierFeed = endpoint({
  method: 'get',
  path: '/api/devices/supplier',
  summary: 'The simulated feed of suppliers: articles with kind, pack, price and lead time',
  answer: z.object({ articles: z.array(SupplierArticleSchema), suppliers: z.array(SupplierTermsSchema) }),
});

export const importUnits = endpoint({
  method: 'post',
  path: '/api/stores/batch',
  summary: 'Take many units in: all of them or none',
  status: 201,
  body: z.object({
    rows: z
      .array(IntakeSchema.omit({ id: true }))
      .min(1, 'holds no rows')
      .max(MOST_ROWS, `holds more than ${MOST_ROWS} rows`),
  }),
  answer: z.object({ taken: z.number(), suspect: z.number() }),
});

export const getStores = endpoint({
  method: 'get',
  path: '/api/stores',
  summary: 'Spare and practice units, soonest to lapse first, and the article numbers that are known',
  answer: z.object({
    units: z.array(PlacedUnitSchema),
    gtins: z.array(z.object({ gtin: z.string(), kind: z.string() })),
    today: PlainDateSchema,
  }),
});

export const receiveUnit = endpoint({
  method: 'post',
  path: '/api/stores',
  summary: 'Take a unit in',
  status: 201,
  body: IntakeSchema,
  answer: PlacedUnitSchema,
});

export const correctUnit = endpoint({
  method: 'patch',
  path: '/api/units/:id',
  summary: 'Put right what is known of a unit',
  body: CorrectUnitSchema,
  answer: PlacedUnitSchema,
});

export const moveUnit = endpoint({
  method: 'post',
  path: '/api/units/:id/move',
  summary: 'Move a unit, or some of a stack, to a kit, the stores, practice or out',
  body: MoveUnitSchema,
  answer: PlacedUnitSchema,
});
