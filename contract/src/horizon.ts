import { NeedIdSchema, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const HorizonRowSchema = z.object({
  id: z.string(),
  name: z.string(),
  of: z.enum(['kit', 'layer', 'person', 'loadout']),
  kitIds: z.array(z.string()),
  gapNow: z.boolean(),
  holdsUntil: PlainDateSchema.nullable(),
  needs: z.array(
    z.object({
      need: NeedIdSchema,
      least: z.number(),
      isHeld: z.boolean(),
      lapsesOn: PlainDateSchema.nullable(),
      orderBy: PlainDateSchema.nullable(),
      bookBy: PlainDateSchema.nullable(),
    }),
  ),
  inspections: z.array(PlainDateSchema),
});

export const getHorizon = endpoint({
  method: 'get',
  path: '/api/horizon',
  summary: 'Until when every need of every kit, layer and person is held if nothing is done',
  query: z.object({ from: PlainDateSchema.optional(), to: PlainDateSchema.optional() }),
  answer: z.object({ from: PlainDateSchema, to: PlainDateSchema, rows: z.array(HorizonRowSchema) }),
});

export const getCalendar = endpoint({
  method: 'get',
  path: '/api/calendar.ics',
  summary: 'Dates of all kits as a calendar (RFC 5545)',
  answer: z.string(),
  contentType: 'text/calendar; charset=utf-8',
});

export const getKitCalendar = endpoint({
  method: 'get',
  path: '/api/kits/:id/calendar.ics',
  summary: 'Dates of a kit as a calendar (RFC 5545)',
  answer: z.string(),
  contentType: 'text/calendar; charset=utf-8',
});
