import { OfferBookSchema } from '@ivrak/core/buying';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const StoredBookSchema = z.object({ data: OfferBookSchema, version: z.number().int().positive().nullable() });

export const getOffers = endpoint({
  method: 'get',
  path: '/api/offers',
  summary: 'Offers and what suppliers ask for sending',
  answer: StoredBookSchema,
});

export const saveOffers = endpoint({
  method: 'put',
  path: '/api/offers',
  summary: 'Write the book of offers whole',
  body: StoredBookSchema,
  answer: StoredBookSchema,
});
