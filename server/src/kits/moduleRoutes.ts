import { freeId } from '@ivrak/core/catalog';
import { KitIdSchema, KitViewSchema, type Module, type PlainDate, type StoredUnit, type UnitId } from '@ivrak/core/model';
import { moduleFill, moduleGaps } from '@ivrak/core/stock';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { KIND_CATALOG } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db, Tx } from '../db/open.ts';
import { kits } from '../db/schema.ts';
import { notFound, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { moveUnit } from '../units/routes.ts';
import { sparesOf } from '../units/rows.ts';
import { outlastsFor } from '../upkeep/routes.ts';
import { findKit, type StoredKit, staleKit } from './store.ts';
import { viewOf } from './view.ts';

/** A module goes from one kit to another as one: all of its things, and its name, in one transaction. */
export const moduleRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'post',
    path: '/api/kits/:id/modules/:moduleId/move',
    summary: 'Move a module with everything in it to another kit',
    body: z.object({ version: z.number().int(), kitId: KitIdSchema }),
    response: z.object({ from: KitViewSchema, to: KitViewSchema }),
    handle: ({ params, body: { version, kitId }, who }) =>
      db.transaction(async (tx) => {
        const from = await findKit(tx, params.id ?? '');
        if (from.version !== version) throw staleKit(from, version);
        const module = from.modules.find(({ id }) => id === params.moduleId);
        if (module === undefined) throw notFound('module', params.moduleId ?? '');
        if (kitId === from.id) throw unacceptable([{ path: 'kitId', message: 'is where it lies already' }]);
        const to = await findKit(tx, kitId);
        const inside = from.units.filter(({ id }) => module.unitIds.includes(id));
        if (inside.length === 0) throw unacceptable([{ path: 'moduleId', message: 'nothing lies in it' }]);
        for (const unit of inside) await moveUnit(tx, who, unit.id, { version: unit.version, to: 'kit', kitId });
        const moved: Module = {
          ...module,
          id: freeId(module.id, new Set(to.modules.map((one) => one.id))),
          unitIds: inside.map(({ id }) => id),
        };
        await setModules(
          tx,
          from,
          from.modules.filter(({ id }) => id !== module.id),
        );
        await setModules(tx, to, [...to.modules, moved]);
        await note(tx, who, [{ what: 'module moved', subject: module.id, before: { kitId: from.id }, after: { kitId, module: moved } }]);
        return { from: viewOf(await findKit(tx, from.id), today()), to: viewOf(await findKit(tx, kitId), today()) };
      }),
  }),
  route({
    method: 'post',
    path: '/api/kits/:id/modules/:moduleId/restock',
    summary: 'Fill a module from stores, up to what it holds when it is whole',
    body: z.object({ version: z.number().int() }),
    response: z.object({ kit: KitViewSchema, filled: z.number(), missing: z.array(z.object({ kind: z.string(), missing: z.number() })) }),
    handle: ({ params, body: { version }, who }) =>
      db.transaction(async (tx) => {
        const kit = await findKit(tx, params.id ?? '');
        if (kit.version !== version) throw staleKit(kit, version);
        const module = kit.modules.find(({ id }) => id === params.moduleId);
        if (module === undefined) throw notFound('module', params.moduleId ?? '');
        const spares = await sparesOf(tx);
        const gaps = moduleGaps(module, kit.units, KIND_CATALOG, today());
        const fills = moduleFill(gaps, spares, KIND_CATALOG, { on: today(), outlasts: outlastsFor(kit, today()) });
        const added: UnitId[] = [];
        for (const { unitId, take } of fills) {
          const spare = spares.find(({ id }) => id === unitId) as StoredUnit; // the fills are of these spares
          const moved = await moveUnit(tx, who, unitId, { version: spare.version, to: 'kit', kitId: kit.id, count: take });
          added.push(moved.id);
        }
        const filled: Module = { ...module, unitIds: [...module.unitIds, ...added] };
        await setModules(
          tx,
          kit,
          kit.modules.map((one) => (one.id === module.id ? filled : one)),
        );
        await note(tx, who, [{ what: 'module restocked', subject: module.id, before: { kitId: kit.id, gaps }, after: { fills } }]);
        const after = await findKit(tx, kit.id);
        return {
          kit: viewOf(after, today()),
          filled: fills.reduce((sum, { take }) => sum + take, 0),
          missing: moduleGaps(filled, after.units, KIND_CATALOG, today()),
        };
      }),
  }),
];

const setModules = (tx: Tx, kit: StoredKit, modules: Module[]) => tx.update(kits).set({ modules }).where(eq(kits.id, kit.id));
