import {
  CONTAINERS,
  ContainerSchema,
  KINDS,
  type Kind,
  type KindCatalog,
  KindSchema,
  kindCatalog,
  POSITIONS,
  PositionSchema,
  SCHOOLS,
  type School,
  SchoolSchema,
} from '@ivrak/core';
import * as z from 'zod';
import type { Db, Tx } from '../db/open.ts';
import { ownKinds, ownSchools } from '../db/schema.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { forgetSummaries } from '../kits/summaries.ts';

/**
 * The catalogue as this installation knows it: what is shipped, with its own kinds and schools in front. One process serves
 * one database, so it stands here once and is filled anew whenever one of its rows changes; whoever holds it sees the change.
 */
const kinds = new Map<string, Kind>(kindCatalog());
const schools = new Map<string, School>(SCHOOLS.map((school) => [school.id, school]));

export const KIND_CATALOG: KindCatalog = kinds;
export const containerOf = (id: string) => CONTAINERS.find((container) => container.id === id);
export const positionOf = (id: string) => POSITIONS.find((position) => position.id === id);
export const schoolOf = (id: string): School | undefined => schools.get(id);

const SHIPPED_KINDS: ReadonlySet<string> = new Set(KINDS.map(({ id }) => id));
const SHIPPED_SCHOOLS: ReadonlySet<string> = new Set(SCHOOLS.map(({ id }) => id));
export const isShippedKind = (id: string): boolean => SHIPPED_KINDS.has(id);
export const isShippedSchool = (id: string): boolean => SHIPPED_SCHOOLS.has(id);

function fill<T extends { id: string }>(map: Map<string, T>, shipped: readonly T[], own: readonly T[]): void {
  map.clear();
  for (const entry of shipped) map.set(entry.id, entry);
  for (const entry of own) map.set(entry.id, entry);
}

/** Reads own kinds and schools in. Called at start, and after anything that changes them. */
export async function loadCatalog(db: Db | Tx): Promise<void> {
  const kindRows = await db.select().from(ownKinds);
  const schoolRows = await db.select().from(ownSchools);
  useCatalog(
    kindRows.map(({ data }) => data),
    schoolRows.map(({ data }) => data),
  );
}

export function useCatalog(ownKindRows: readonly Kind[], ownSchoolRows: readonly School[]): void {
  // Rows written by an older program lack what a newer one added.
  fill(
    kinds,
    KINDS,
    ownKindRows.map((kind) => KindSchema.parse(kind)),
  );
  fill(
    schools,
    SCHOOLS,
    ownSchoolRows.map((school) => SchoolSchema.parse(school)),
  );
  forgetSummaries();
}

export const catalogRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/catalog',
    summary: 'Kinds, containers, carry positions and schools; what is this installation’s own with its version',
    response: z.object({
      kinds: z.array(KindSchema),
      containers: z.array(ContainerSchema),
      positions: z.array(PositionSchema),
      schools: z.array(SchoolSchema),
      own: z.object({ kinds: z.record(z.string(), z.number()), schools: z.record(z.string(), z.number()) }),
    }),
    handle: async () => ({
      kinds: [...kinds.values()],
      containers: [...CONTAINERS],
      positions: [...POSITIONS],
      schools: [...schools.values()],
      own: {
        kinds: versions(await db.select({ id: ownKinds.id, version: ownKinds.version }).from(ownKinds)),
        schools: versions(await db.select({ id: ownSchools.id, version: ownSchools.version }).from(ownSchools)),
      },
    }),
  }),
];

const versions = (rows: readonly { id: string; version: number }[]): Record<string, number> =>
  Object.fromEntries(rows.map(({ id, version }) => [id, version]));
