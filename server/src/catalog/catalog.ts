import { CONTAINERS, KINDS, kindCatalog, POSITIONS, SCHOOLS } from '@ivrak/core/catalog';
import {
  type Container,
  ContainerSchema,
  type Kind,
  type KindCatalog,
  KindSchema,
  type Position,
  PositionSchema,
  type School,
  SchoolSchema,
} from '@ivrak/core/model';
import * as z from 'zod';
import type { Db, Tx } from '../db/open.ts';
import { ownContainers, ownKinds, ownPositions, ownSchools } from '../db/schema.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { forgetSummaries } from '../kits/summaries.ts';

/**
 * The catalogue as this installation knows it: what is shipped, with its own kinds, schools, containers and carry positions in front. One process serves
 * one database, so it stands here once and is filled anew whenever one of its rows changes; whoever holds it sees the change.
 */
const kinds = new Map<string, Kind>(kindCatalog());
const schools = new Map<string, School>(SCHOOLS.map((school) => [school.id, school]));
const containers = new Map<string, Container>(CONTAINERS.map((container) => [container.id, container]));
const positions = new Map<string, Position>(POSITIONS.map((position) => [position.id, position]));

export const KIND_CATALOG: KindCatalog = kinds;
export const containerOf = (id: string): Container | undefined => containers.get(id);
export const positionOf = (id: string): Position | undefined => positions.get(id);
export const positionsNow = (): Position[] => [...positions.values()];
export const schoolOf = (id: string): School | undefined => schools.get(id);

const SHIPPED_KINDS: ReadonlySet<string> = new Set(KINDS.map(({ id }) => id));
const SHIPPED_SCHOOLS: ReadonlySet<string> = new Set(SCHOOLS.map(({ id }) => id));
export const isShippedKind = (id: string): boolean => SHIPPED_KINDS.has(id);
const SHIPPED_CONTAINERS: ReadonlySet<string> = new Set(CONTAINERS.map(({ id }) => id));
const SHIPPED_POSITIONS: ReadonlySet<string> = new Set(POSITIONS.map(({ id }) => id));
export const isShippedContainer = (id: string): boolean => SHIPPED_CONTAINERS.has(id);
export const isShippedPosition = (id: string): boolean => SHIPPED_POSITIONS.has(id);
export const isShippedSchool = (id: string): boolean => SHIPPED_SCHOOLS.has(id);

function fill<T extends { id: string }>(map: Map<string, T>, shipped: readonly T[], own: readonly T[]): void {
  map.clear();
  for (const entry of shipped) map.set(entry.id, entry);
  for (const entry of own) map.set(entry.id, entry);
}

/** Reads what is this installation's own in. Called at start, and after anything that changes them. */
export async function loadCatalog(db: Db | Tx): Promise<void> {
  const kindRows = await db.select().from(ownKinds);
  const schoolRows = await db.select().from(ownSchools);
  const containerRows = await db.select().from(ownContainers);
  const positionRows = await db.select().from(ownPositions);
  useCatalog({
    kinds: kindRows.map(({ data }) => data),
    schools: schoolRows.map(({ data }) => data),
    containers: containerRows.map(({ data }) => data),
    // A place from before a question was asked takes the question's default.
    positions: positionRows.map(({ data }) => PositionSchema.parse(data)),
  });
}

interface Own {
  kinds: readonly Kind[];
  schools: readonly School[];
  containers: readonly Container[];
  positions: readonly Position[];
}

export function useCatalog(own: Own): void {
  // Rows written by an older program lack what a newer one added.
  fill(
    kinds,
    KINDS,
    own.kinds.map((kind) => KindSchema.parse(kind)),
  );
  fill(
    schools,
    SCHOOLS,
    own.schools.map((school) => SchoolSchema.parse(school)),
  );
  fill(
    containers,
    CONTAINERS,
    own.containers.map((container) => ContainerSchema.parse(container)),
  );
  fill(
    positions,
    POSITIONS,
    own.positions.map((position) => PositionSchema.parse(position)),
  );
  forgetSummaries();
}

const versionsSchema = z.record(z.string(), z.number());

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
      own: z.object({ kinds: versionsSchema, schools: versionsSchema, containers: versionsSchema, positions: versionsSchema }),
    }),
    handle: async () => ({
      kinds: [...kinds.values()],
      containers: [...containers.values()],
      positions: [...positions.values()],
      schools: [...schools.values()],
      own: {
        kinds: versions(await db.select({ id: ownKinds.id, version: ownKinds.version }).from(ownKinds)),
        schools: versions(await db.select({ id: ownSchools.id, version: ownSchools.version }).from(ownSchools)),
        containers: versions(await db.select({ id: ownContainers.id, version: ownContainers.version }).from(ownContainers)),
        positions: versions(await db.select({ id: ownPositions.id, version: ownPositions.version }).from(ownPositions)),
      },
    }),
  }),
];

const versions = (rows: readonly { id: string; version: number }[]): Record<string, number> =>
  Object.fromEntries(rows.map(({ id, version }) => [id, version]));
