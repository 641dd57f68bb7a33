import { checkPlacement } from '@ivrak/core/fit';
import { fitFingerprint } from '@ivrak/core/kit';
import {
  CoverageSchema,
  FindingSchema,
  KitDraftSchema,
  KitIdSchema,
  type KitView,
  KitViewSchema,
  type PlainDate,
  PlainDateSchema,
  UnitIdSchema,
} from '@ivrak/core/model';
import { siftFindings } from '@ivrak/core/rules';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { kits, units } from '../db/schema.ts';
import { Problem, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { createKit, findKit, listKits, type SentTo, saveKit, staleKit, touchKit } from './store.ts';
import { findingsOf, fitProblemOf, judge, packedOf, viewOf } from './view.ts';

const VersionSchema = z.number().int().positive();
const SentToSchema = z.record(UnitIdSchema, z.enum(['stores', 'discarded', 'practice'])).default({});

/** What the browser packed; checked here by the independent checker before it is believed. */
const PackingBodySchema = z.object({
  fingerprint: z.string().max(100_000),
  result: z.looseObject({
    verdict: z.enum(['fits', 'may', 'cannot']),
    feasible: z.boolean(),
    thicknessMm: z.number().nonnegative(),
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
      }),
    ),
    unplaced: z.array(z.string()),
    /** What lies in front of each thing; how soon it is in the hand follows from it. */
    blockedBy: z.record(z.string().max(120), z.array(z.string().max(120)).max(300)).optional(),
  }),
});

export const kitRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/kits',
    summary: 'All kits with container, position, units and what follows from them today',
    response: z.object({ kits: z.array(KitViewSchema.omit({ packing: true })), today: PlainDateSchema }),
    handle: async () => ({ kits: (await listKits(db)).map((kit) => listed(viewOf(kit, today()))), today: today() }),
  }),
  route({
    method: 'post',
    path: '/api/kits',
    summary: 'Make a kit',
    status: 201,
    body: KitDraftSchema.extend({ id: KitIdSchema.optional() }),
    response: KitViewSchema,
    handle: async ({ body: { id, ...draft }, who }) => viewOf(await createKit(db, who, id ?? crypto.randomUUID(), draft), today()),
  }),
  route({
    method: 'get',
    path: '/api/kits/:id',
    summary: 'One kit',
    response: KitViewSchema,
    handle: async ({ params }) => viewOf(await findKit(db, params.id ?? ''), today()),
  }),
  route({
    method: 'put',
    path: '/api/kits/:id',
    summary: 'Save a kit as a whole; 409 with the current kit where the version is old',
    body: z.object({ version: VersionSchema, draft: KitDraftSchema, sentTo: SentToSchema }),
    response: KitViewSchema,
    handle: async ({ params, body, who }) =>
      viewOf(await saveKit(db, who, params.id ?? '', body.version, body.draft, body.sentTo as SentTo), today()),
  }),
  route({
    method: 'delete',
    path: '/api/kits/:id',
    summary: 'Retire a kit; what is in it goes to the stores',
    query: z.object({ version: z.coerce.number().int() }),
    response: z.object({ retired: z.string(), toStores: z.number() }),
    handle: ({ params, query, who }) => retire(db, who, params.id ?? '', query.version, today()),
  }),
  route({
    method: 'get',
    path: '/api/kits/:id/coverage',
    summary: 'Which unit serves which need on a day',
    query: z.object({ on: PlainDateSchema.optional() }),
    response: CoverageSchema,
    handle: async ({ params, query }) => judge(await findKit(db, params.id ?? ''), query.on ?? today()).coverage,
  }),
  route({
    method: 'get',
    path: '/api/kits/:id/rules',
    summary: 'What the rules say of a kit on a day: stops, warnings, notes, with reasons and fixes; and what was set aside',
    query: z.object({ on: PlainDateSchema.optional() }),
    response: z.object({
      findings: z.array(FindingSchema),
      setAside: z.array(z.object({ rule: z.string(), reason: z.string(), on: PlainDateSchema })),
    }),
    handle: async ({ params, query }) => {
      const kit = await findKit(db, params.id ?? '');
      const on = query.on ?? today();
      const judgement = judge(kit, on);
      const { open, aside } = siftFindings(findingsOf(kit, judgement, packedOf(kit, judgement), on), kit.setAside);
      return {
        findings: open.map(({ before: _, ...finding }) => finding),
        setAside: aside.map(({ entry: { rule, reason, on: since } }) => ({ rule, reason, on: since })),
      };
    },
  }),
  route({
    method: 'put',
    path: '/api/kits/:id/packing',
    summary: 'Keep a packing that was worked out for the kit as it is now',
    body: PackingBodySchema,
    response: KitViewSchema,
    handle: async ({ params, body }) => {
      const kit = await findKit(db, params.id ?? '');
      const problem = fitProblemOf(kit, judge(kit, today()));
      if (problem === null || fitFingerprint(problem) !== body.fingerprint)
        throw new Problem(409, 'Changed meanwhile', 'The kit is not what was packed.', { current: viewOf(kit, today()) });
      const violations = checkPlacement(problem, body.result.placed);
      const isComplete = body.result.placed.length + body.result.unplaced.length === problem.items.length;
      if (violations.length > 0 || !isComplete) {
        const issues = violations.map(({ id, detail }) => ({ path: `result.placed.${id}`, message: detail }));
        throw unacceptable(isComplete ? issues : [...issues, { path: 'result.placed', message: 'does not account for every thing' }]);
      }
      await db.update(kits).set({ packing: body }).where(eq(kits.id, kit.id));
      return viewOf({ ...kit, packing: body }, today());
    },
  }),
  route({
    method: 'post',
    path: '/api/kits/:id/inspections',
    summary: 'Record that the kit was opened and looked through',
    body: z.object({ on: PlainDateSchema.optional() }),
    response: KitViewSchema,
    handle: async ({ params, body, who }) => {
      const on = body.on ?? today();
      if (on > today()) throw unacceptable([{ path: 'on', message: 'lies ahead' }]);
      const kit = await findKit(db, params.id ?? '');
      await db.transaction(async (tx) => {
        await tx.update(kits).set({ inspectedOn: on }).where(eq(kits.id, kit.id));
        await note(tx, who, [
          { what: 'kit inspected', subject: kit.id, before: { inspectedOn: kit.inspectedOn }, after: { inspectedOn: on } },
        ]);
      });
      return viewOf(await findKit(db, kit.id), today());
    },
  }),
];

const listed = ({ packing: _, ...view }: KitView): Omit<KitView, 'packing'> => view;

async function retire(db: Db, who: string, id: string, version: number, today: PlainDate): Promise<{ retired: string; toStores: number }> {
  return db.transaction(async (tx) => {
    const kit = await findKit(tx, id);
    if (kit.version !== version) throw staleKit(kit, version);
    for (const unit of kit.units) {
      const place = unit.condition === 'practice' ? 'practice' : 'stores';
      await tx
        .update(units)
        .set({ place, kitId: null, version: unit.version + 1 })
        .where(eq(units.id, unit.id));
    }
    await tx.update(kits).set({ retiredOn: today, packing: null }).where(eq(kits.id, id));
    await touchKit(tx, id);
    await note(tx, who, [{ what: 'kit retired', subject: id, before: kit, after: { units: kit.units.map((unit) => unit.id) } }]);
    return { retired: id, toStores: kit.units.length };
  });
}
