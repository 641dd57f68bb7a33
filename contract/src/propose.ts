import { ContainerSchema, KindSchema, NeedCoverageSchema, NeedIdSchema, PlainDateSchema, SKILLS } from '@ivrak/core/model';
import { ALONGS, FIRSTS } from '@ivrak/core/propose';
import * as z from 'zod';
import { NeedsAskedSchema, SchoolRefSchema } from './compute.ts';
import { endpoint } from './endpoint.ts';

/** A container by its id, or as measures of one's own. */
const RoomSchema = z.union([
  z.string(),
  ContainerSchema.extend({
    id: ContainerSchema.shape.id.default('own'),
    name: ContainerSchema.shape.name.default('own container'),
    massG: ContainerSchema.shape.massG.default(0),
    wallMm: ContainerSchema.shape.wallMm.default(0),
    opening: ContainerSchema.shape.opening.default('none'),
  }),
]);

const count = () => z.number().int().positive('must be at least 1').max(500);
const CountSchema = z.object({ kind: z.string(), count: z.number().int() });

const QuestionFields = {
  needs: NeedsAskedSchema,
  school: SchoolRefSchema,
  /** The day from which dates are looked at; absent: today. */
  on: PlainDateSchema.optional(),
  /** Kinds in place of those of the catalogue. */
  kinds: z.array(KindSchema).max(600, 'at most 600 kinds at once').optional(),
  skills: z.array(z.enum(SKILLS)).optional(),
  /** The kit has to pass security checks: what is barred there is not proposed. */
  isChecked: z.boolean().optional(),
  /** The last need that is asked; absent: all. */
  upTo: NeedIdSchema.optional(),
  /** Kinds that are not to be proposed. */
  barred: z.array(z.string()).max(2000).optional(),
  seed: z.number().int().nonnegative().max(0xffffffff).optional(),
  /** Work that may be spent: 1 is what a page waits for. */
  effort: z.number().min(0.1).max(20).optional(),
};

export const ProposeBodySchema = z.object({
  ...QuestionFields,
  /** What lies in stores and may be taken, at no cost. */
  stock: z
    .array(z.object({ id: z.string(), kind: z.string(), count: count(), expiresOn: PlainDateSchema.nullable().optional() }))
    .max(5000)
    .optional(),
  limits: z
    .object({
      /** Minor units. */
      money: z.number().int().nonnegative('must not be negative').max(100_000_000).optional(),
      massG: z.number().nonnegative('must not be negative').max(1_000_000).optional(),
      container: RoomSchema.optional(),
      /** Where it is carried: a position by its id. */
      position: z.string().optional(),
      /** Outside, packed. */
      thicknessMm: z.number().positive('must be above 0 mm').max(2000).optional(),
    })
    .default({}),
  goal: z.enum(['least', 'ideal']).optional(),
  /** What counts among equals, the first most. */
  first: z.array(z.enum(FIRSTS)).max(FIRSTS.length).optional(),
  /** What must be in it. */
  locked: z
    .array(z.object({ kind: z.string(), count: count() }))
    .max(200)
    .optional(),
});

export const LadderBodySchema = z.object({
  ...QuestionFields,
  along: z.enum(ALONGS),
  container: RoomSchema.optional(),
  position: z.string().optional(),
});

const RelaxedSchema = z.object({
  what: z.enum(['money', 'massG', 'thicknessMm', 'skill', 'barred', 'checked', 'nothing']),
  by: z.union([z.number(), z.string()]).nullable(),
});
const WhySchema = z.object({
  need: NeedIdSchema,
  /** A limit that would do if it were so much wider, alone; or a skill, a kind that was barred, or nothing that is known. */
  relax: RelaxedSchema,
  /** A second limit that would have to give at the same time. */
  and: RelaxedSchema.optional(),
});

const ProposalSchema = z.object({
  first: z.enum(FIRSTS),
  things: z.array(CountSchema.extend({ fromStock: z.array(z.string()).optional(), state: z.string().optional() })),
  total: z.object({ money: z.number().int(), massG: z.number(), thicknessMm: z.number().nullable(), things: z.number().int() }),
  needs: z.array(NeedCoverageSchema),
  firstLapse: PlainDateSchema.nullable(),
  press: z.number(),
  proven: z.boolean(),
  bound: z.object({ what: z.enum(['money', 'massG', 'litres', 'things', 'seconds']), value: z.number() }).nullable(),
});

export const computePropose = endpoint({
  method: 'post',
  path: '/api/compute/propose',
  summary: 'What to put in: the most in the order of booking within money, mass and room, proven or with what bounds it',
  body: ProposeBodySchema,
  answer: ProposalSchema.extend({ why: z.array(WhySchema) }),
});

const StepSchema = z.object({
  need: NeedIdSchema,
  value: z.number(),
  adds: z.array(CountSchema),
  drops: z.array(CountSchema),
  proven: z.boolean(),
});

export const computeLadder = endpoint({
  method: 'post',
  path: '/api/compute/ladder',
  summary: 'The least money, mass or thickness that holds the first need, the first two, and so on',
  body: LadderBodySchema,
  answer: z.object({ steps: z.array(StepSchema), nested: z.array(StepSchema), regret: z.number(), never: z.array(NeedIdSchema) }),
});
