import { type Kind, KindSchema, SchoolSchema, schoolIssues } from '@ivrak/core/model';
import { and, eq, isNull, ne } from 'drizzle-orm';
import * as z from 'zod';
import type { Db, Tx } from '../db/open.ts';
import { gtins, kits, lots, ownKinds, ownSchools, units } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { findRow, removeRow, writeRow } from '../records/customRecords.ts';
import { isShippedKind, isShippedSchool, KIND_CATALOG, loadCatalog } from './catalog.ts';

/** Followed by retired kits whose school was taken away; nothing is worked out for them any more. */
const FALLBACK_SCHOOL = 'committee-first';
const VersionSchema = z.number().int().positive().nullable();
const MOST_KINDS_AT_ONCE = 500;
const removed = z.object({ removed: z.string() });
const byVersion = z.object({ version: z.coerce.number().int().positive() });

/** Own kinds and schools: added, changed, taken away. A shipped kind that is taken away is as it was shipped again. */
export const ownRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'put',
    path: '/api/kinds/:id',
    summary: 'Add a kind, or change one; a shipped kind is changed for this installation only',
    body: z.object({ version: VersionSchema, kind: KindSchema }),
    response: z.object({ kind: KindSchema, version: z.number() }),
    handle: async ({ params, body: { kind, version }, who }) => {
      if (kind.id !== params.id) throw unacceptable([{ path: 'kind.id', message: `must be "${params.id}", as in the address` }]);
      const row = await db.transaction(async (tx) => {
        await refuseLostStates(tx, kind);
        return writeRow(tx, { table: ownKinds, noun: 'kind', who, data: kind, version });
      });
      await loadCatalog(db);
      return { kind: row.data, version: row.version };
    },
  }),
  route({
    method: 'post',
    path: '/api/kinds',
    summary: 'Take in many kinds at once: all of them or none. Kinds of the same id are changed.',
    body: z.object({ kinds: z.array(KindSchema).min(1).max(MOST_KINDS_AT_ONCE) }),
    response: z.object({ added: z.number(), changed: z.number() }),
    handle: async ({ body, who }) => {
      const answer = await db.transaction(async (tx) => {
        let added = 0;
        for (const [index, kind] of body.kinds.entries()) {
          await refuseLostStates(tx, kind, `kinds.${index}.`);
          const before = await findRow<Kind>(tx, ownKinds, kind.id);
          if (before === null && !isShippedKind(kind.id)) added += 1;
          await writeRow(tx, { table: ownKinds, noun: 'kind', who, data: kind, version: before?.version ?? null });
        }
        return { added, changed: body.kinds.length - added };
      });
      await loadCatalog(db);
      return answer;
    },
  }),
  route({
    method: 'delete',
    path: '/api/kinds/:id',
    summary: 'Take an own kind away, or a shipped one back to how it was shipped',
    query: byVersion,
    response: removed,
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction(async (tx) => {
        if (!isShippedKind(id)) await refuseKindInUse(tx, id);
        await removeRow(tx, { table: ownKinds, noun: 'kind', who, id, version: query.version });
      });
      await loadCatalog(db);
      return { removed: id };
    },
  }),
  route({
    method: 'put',
    path: '/api/schools/:id',
    summary: 'Keep an adjusted copy of a school; shipped schools stay as they are',
    body: z.object({ version: VersionSchema, school: SchoolSchema }),
    response: z.object({ school: SchoolSchema, version: z.number() }),
    handle: async ({ params, body: { school, version }, who }) => {
      const issues: Issue[] = schoolIssues(school, KIND_CATALOG).map(({ path, message }) => ({ path: `school.${path}`, message }));
      if (school.id !== params.id) issues.push({ path: 'school.id', message: `must be "${params.id}", as in the address` });
      if (isShippedSchool(school.id)) issues.push({ path: 'school.id', message: 'is a shipped school: change a copy of it' });
      if (issues.length > 0) throw unacceptable(issues);
      const row = await db.transaction((tx) => writeRow(tx, { table: ownSchools, noun: 'school', who, data: school, version }));
      await loadCatalog(db);
      return { school: row.data, version: row.version };
    },
  }),
  route({
    method: 'delete',
    path: '/api/schools/:id',
    summary: 'Take an own school away; refused while a kit follows it',
    query: byVersion,
    response: removed,
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction(async (tx) => {
        const followers = await tx
          .select({ name: kits.name })
          .from(kits)
          .where(and(eq(kits.schoolId, id), isNull(kits.retiredOn)));
        if (followers.length > 0)
          throw unacceptable([{ path: 'id', message: `${followers.map(({ name }) => `"${name}"`).join(', ')} follow this school` }]);
        await removeRow(tx, { table: ownSchools, noun: 'school', who, id, version: query.version });
        await tx.update(kits).set({ schoolId: FALLBACK_SCHOOL }).where(eq(kits.schoolId, id));
      });
      await loadCatalog(db);
      return { removed: id };
    },
  }),
];

/** A way of lying that things lie in must not go away under them. */
async function refuseLostStates(tx: Tx, kind: Kind, prefix = 'kind.'): Promise<void> {
  const rows = await tx
    .selectDistinct({ state: units.state })
    .from(units)
    .where(and(eq(units.kind, kind.id), ne(units.place, 'used'), ne(units.place, 'discarded')));
  const lost = rows.filter(({ state }) => !kind.states.some(({ id }) => id === state));
  if (lost.length > 0)
    throw unacceptable([
      { path: `${prefix}states`, message: `things lie in the state ${lost.map(({ state }) => `"${state}"`).join(', ')}: keep it` },
    ]);
}

async function refuseKindInUse(tx: Tx, id: string): Promise<void> {
  const [unit] = await tx.select({ id: units.id }).from(units).where(eq(units.kind, id)).limit(1);
  const [lot] = await tx.select({ id: lots.id }).from(lots).where(eq(lots.kind, id)).limit(1);
  const [gtin] = await tx.select({ gtin: gtins.gtin }).from(gtins).where(eq(gtins.kind, id)).limit(1);
  if (unit !== undefined || lot !== undefined || gtin !== undefined)
    throw unacceptable([{ path: 'id', message: 'units, lots or article numbers are of this kind, and history refers to them' }]);
}
