import { CarryKitSchema, LoadoutViewSchema } from '@ivrak/core/loadout';
import { LoadoutSchema, PlainDateSchema, ReachTimeSchema, WEEKDAYS, WeekPlanSchema } from '@ivrak/core/model';
import { ReachChangesRowSchema } from '@ivrak/core/reach';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const VersionSchema = z.number().int().positive();

const StoredLoadoutSchema = z.object({ id: z.string(), data: LoadoutSchema, version: VersionSchema });

const ConflictSchema = z.object({
  kitId: z.string(),
  loadouts: z.tuple([z.string(), z.string()]),
  days: z.array(z.enum(WEEKDAYS)),
});

const StoredWeekSchema = z.object({ id: z.string(), data: WeekPlanSchema, version: VersionSchema });

export const listLoadouts = endpoint({
  method: 'get',
  path: '/api/loadouts',
  summary: 'Loadouts, what each holds in time, and kits that two people would have at once',
  answer: z.object({
    loadouts: z.array(StoredLoadoutSchema.extend({ view: LoadoutViewSchema.nullable() })),
    conflicts: z.array(ConflictSchema),
  }),
});

export const getToday = endpoint({
  method: 'get',
  path: '/api/today',
  summary: 'Who has which loadouts today, and which of their kits are not ready',
  answer: z.object({
    on: PlainDateSchema,
    people: z.array(
      z.object({
        personId: z.string(),
        name: z.string(),
        loadouts: z.array(
          z.object({ id: z.string(), name: z.string(), situation: z.string(), take: z.number(), notReady: z.array(z.string()) }),
        ),
      }),
    ),
  }),
});

export const getCarry = endpoint({
  method: 'get',
  path: '/api/carry',
  summary: 'Everything that loadouts are worked out from: kits, times, planning values, weeks',
  answer: z.object({
    today: PlainDateSchema,
    kits: z.array(CarryKitSchema),
    loadouts: z.array(StoredLoadoutSchema),
    weeks: z.array(StoredWeekSchema),
    plan: z.object({ data: ReachChangesRowSchema, version: VersionSchema.nullable() }),
    times: z.array(ReachTimeSchema),
  }),
});

export const saveLoadout = endpoint({
  method: 'put',
  path: '/api/loadouts/:id',
  summary: 'Say which kits and things are with you in a situation, and how far off each is',
  body: z.object({ version: VersionSchema.nullable(), data: LoadoutSchema }),
  answer: StoredLoadoutSchema,
});

export const deleteLoadout = endpoint({
  method: 'delete',
  path: '/api/loadouts/:id',
  summary: 'Take a loadout away, also out of the weeks that name it; its kits stay',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});

export const saveWeek = endpoint({
  method: 'put',
  path: '/api/weeks/:id',
  summary: 'Which loadouts a person has on which weekday',
  body: z.object({ version: VersionSchema.nullable(), data: WeekPlanSchema }),
  answer: StoredWeekSchema,
});
