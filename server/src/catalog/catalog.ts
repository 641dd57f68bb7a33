import { CONTAINERS, ContainerSchema, KINDS, KindSchema, kindCatalog, POSITIONS, PositionSchema, SCHOOLS, SchoolSchema } from '@ivrak/core';
import * as z from 'zod';
import { type RouteSpec, route } from '../http/route.ts';

export const KIND_CATALOG = kindCatalog();
export const containerOf = (id: string) => CONTAINERS.find((container) => container.id === id);
export const positionOf = (id: string) => POSITIONS.find((position) => position.id === id);
export const schoolOf = (id: string) => SCHOOLS.find((school) => school.id === id);

export const catalogRoutes = (): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/catalog',
    summary: 'Kinds, containers, carry positions and schools',
    response: z.object({
      kinds: z.array(KindSchema),
      containers: z.array(ContainerSchema),
      positions: z.array(PositionSchema),
      schools: z.array(SchoolSchema),
    }),
    handle: () => ({ kinds: [...KINDS], containers: [...CONTAINERS], positions: [...POSITIONS], schools: [...SCHOOLS] }),
  }),
];
