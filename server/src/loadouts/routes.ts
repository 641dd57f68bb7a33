import { kitMassG, type LoadoutKit, LoadoutSchema, loadoutView, NeedIdSchema, type PlainDate, sharedKits } from '@ivrak/core';
import { asc } from 'drizzle-orm';
import * as z from 'zod';
import { containerOf, KIND_CATALOG, positionOf } from '../catalog/catalog.ts';
import { removeRow, writeRow } from '../catalog/ownRows.ts';
import type { Db } from '../db/open.ts';
import { kits, loadouts, people } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { CoverageSchema } from '../kits/routes.ts';
import { horizonKits } from '../upkeep/horizonRoutes.ts';

const StoredLoadoutSchema = z.object({ id: z.string(), data: LoadoutSchema, version: z.number() });

const ViewSchema = z.object({
  coverage: CoverageSchema,
  needs: z.array(
    z.object({
      need: NeedIdSchema,
      from: z.array(z.object({ kitId: z.string(), reachS: z.number() })),
      earliestS: z.number().nullable(),
    }),
  ),
  reach: z.array(z.object({ kitId: z.string(), fetchS: z.number(), drawS: z.number(), reachS: z.number() })),
  massG: z.number(),
});

const listLoadouts = (db: Db) => db.select().from(loadouts).orderBy(asc(loadouts.id));

export const loadoutRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/loadouts',
    summary: 'Loadouts, what each holds in time, and kits that two people would have at once',
    response: z.object({
      loadouts: z.array(StoredLoadoutSchema.extend({ view: ViewSchema.nullable() })),
      shared: z.array(z.object({ kitId: z.string(), loadouts: z.array(z.string()) })),
    }),
    handle: async () => {
      const rows = await listLoadouts(db);
      const known = new Map<string, LoadoutKit>(
        (await horizonKits(db, today())).map((kit) => [
          kit.id,
          {
            ...kit,
            massG: kitMassG(kit.stored.units, containerOf(kit.stored.containerId), KIND_CATALOG),
            drawS: positionOf(kit.stored.positionId)?.drawS ?? 0,
          },
        ]),
      );
      return {
        loadouts: rows.map((row) => ({ ...row, view: loadoutView(row.data, known, today(), KIND_CATALOG) })),
        shared: sharedKits(rows.map(({ data }) => data)),
      };
    },
  }),
  route({
    method: 'put',
    path: '/api/loadouts/:id',
    summary: 'Say which kits are with you in a situation, and how far off each is',
    body: z.object({ version: z.number().int().positive().nullable(), data: LoadoutSchema }),
    response: StoredLoadoutSchema,
    handle: async ({ params, body: { version, data }, who }) => {
      const issues: Issue[] = [];
      if (data.id !== params.id) issues.push({ path: 'data.id', message: `must be "${params.id}", as in the address` });
      const known = new Set((await db.select({ id: kits.id }).from(kits)).map(({ id }) => id));
      for (const [index, { kitId }] of data.kits.entries()) {
        if (!known.has(kitId)) issues.push({ path: `data.kits.${index}.kitId`, message: `there is no kit "${kitId}"` });
        if (data.kits.findIndex((one) => one.kitId === kitId) !== index)
          issues.push({ path: `data.kits.${index}.kitId`, message: 'stands twice' });
      }
      const crew = new Set((await db.select({ id: people.id }).from(people)).map(({ id }) => id));
      if (data.personId !== null && !crew.has(data.personId)) issues.push({ path: 'data.personId', message: 'is not in the crew' });
      if (issues.length > 0) throw unacceptable(issues);
      return db.transaction((tx) => writeRow(tx, { table: loadouts, noun: 'loadout', who, data, version }));
    },
  }),
  route({
    method: 'delete',
    path: '/api/loadouts/:id',
    summary: 'Take a loadout away; its kits stay',
    query: z.object({ version: z.coerce.number().int().positive() }),
    response: z.object({ removed: z.string() }),
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction((tx) => removeRow(tx, { table: loadouts, noun: 'loadout', who, id, version: query.version }));
      return { removed: id };
    },
  }),
];
