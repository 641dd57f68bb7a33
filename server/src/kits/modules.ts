import { freeId, KitIdSchema, KitViewSchema, type Module, type PlainDate } from '@ivrak/core';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { note } from '../db/journal.ts';
import type { Db, Tx } from '../db/open.ts';
import { kits } from '../db/schema.ts';
import { notFound, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { moveUnit } from '../units/routes.ts';
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
];

const setModules = (tx: Tx, kit: StoredKit, modules: Module[]) => tx.update(kits).set({ modules }).where(eq(kits.id, kit.id));
