import * as contract from '@ivrak/contract';
import { freeId } from '@ivrak/core/catalog';
import { MOST_IN_MODULE, MOST_MODULES, type Module, type StoredUnit, type UnitId } from '@ivrak/core/model';
import { moduleFill, moduleGaps } from '@ivrak/core/stock';
import { eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { kits } from '../db/schema.ts';
import { notFound, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { sparesOf } from '../units/rows.ts';
import { moveUnit } from '../units/store.ts';
import { claimKit, findKit, onlyOf } from './store.ts';
import { outlastsFor, viewOf } from './view.ts';

export const moduleRoutes = (here: Installation): Served[] => [moveRoute(here), restockRoute(here)];

/** A module goes from one kit to another as one: all of its things, and its name, in one transaction. */
const moveRoute = (here: Installation): Served =>
  serve(contract.moveModule, ({ params, body: { version, kitId }, who }) =>
    here.db.transaction(async (tx) => {
      const from = await findKit(tx, params.id);
      await claimKit(tx, from.id, version);
      const module = from.modules.find(({ id }) => id === params.moduleId);
      if (module === undefined) throw notFound('module', params.moduleId);
      if (kitId === from.id) throw unacceptable([{ path: 'kitId', message: 'is where it lies already' }]);
      const to = await findKit(tx, kitId);
      if (to.modules.length >= MOST_MODULES)
        throw unacceptable([{ path: 'kitId', message: `holds ${MOST_MODULES} modules already, the most a kit can` }]);
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
      return { from: viewOf(here, await findKit(tx, from.id), here.today()), to: viewOf(here, await findKit(tx, kitId), here.today()) };
    }),
  );

/** What its pattern lacks comes in from the stores. */
const restockRoute = (here: Installation): Served =>
  serve(contract.restockModule, ({ params, body: { version }, who }) =>
    here.db.transaction(async (tx) => {
      const kit = await findKit(tx, params.id);
      await claimKit(tx, kit.id, version);
      const module = kit.modules.find(({ id }) => id === params.moduleId);
      if (module === undefined) throw notFound('module', params.moduleId);
      const spares = await sparesOf(tx);
      const gaps = moduleGaps(module, kit.units, here.catalog.kinds, here.today());
      const fills = moduleFill(gaps, spares, here.catalog.kinds, { on: here.today(), outlasts: outlastsFor(here, kit, here.today()) });
      const added: UnitId[] = [];
      for (const { unitId, take } of fills) {
        const spare = spares.find(({ id }) => id === unitId) as StoredUnit; // the fills are of these spares
        const moved = await moveUnit(tx, who, unitId, { version: spare.version, to: 'kit', kitId: kit.id, count: take });
        added.push(moved.id);
      }
      // What was planned in it and has come is called by another id now.
      const now = await findKit(tx, kit.id);
      const kept = onlyOf(now.modules.find(({ id }) => id === module.id) ?? module, [...now.units, ...now.planned]);
      const filled: Module = { ...kept, unitIds: [...new Set([...kept.unitIds, ...added])] };
      if (filled.unitIds.length > MOST_IN_MODULE)
        throw unacceptable([
          { path: 'moduleId', message: `would hold more than ${MOST_IN_MODULE} things: take some out, or make a second module` },
        ]);
      await setModules(
        tx,
        kit,
        now.modules.map((one) => (one.id === module.id ? filled : one)),
      );
      await note(tx, who, [{ what: 'module restocked', subject: module.id, before: { kitId: kit.id, gaps }, after: { fills } }]);
      const after = await findKit(tx, kit.id);
      return {
        kit: viewOf(here, after, here.today()),
        filled: fills.reduce((sum, { take }) => sum + take, 0),
        missing: moduleGaps(filled, after.units, here.catalog.kinds, here.today()),
      };
    }),
  );

const setModules = (tx: Tx, kit: StoredKit, modules: Module[]) => tx.update(kits).set({ modules }).where(eq(kits.id, kit.id));
