import { TripSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const VersionSchema = z.number().int().positive();
const StoredTripSchema = z.object({ id: z.string(), data: TripSchema, version: VersionSchema });

export const listTrips = endpoint({
  method: 'get',
  path: '/api/trips',
  summary: 'Days out and convoys: which vehicle or boat takes whom and which kits',
  answer: z.object({ trips: z.array(StoredTripSchema) }),
});

export const saveTrip = endpoint({
  method: 'put',
  path: '/api/trips/:id',
  summary: 'Write a trip whole, its ticks at departure included',
  body: z.object({ version: VersionSchema.nullable(), data: TripSchema }),
  answer: StoredTripSchema,
});

export const deleteTrip = endpoint({
  method: 'delete',
  path: '/api/trips/:id',
  summary: 'Take a trip away',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});
