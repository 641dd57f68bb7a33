import * as z from 'zod';
import { PlainDateSchema } from './plainDate.ts';
import { KitIdSchema, PersonIdSchema } from './unit.ts';

/** A vehicle or boat of a trip: who is in it, which kits it takes, and who runs for the next better one. */
const TripPartSchema = z.object({
  name: z.string().trim().min(1, 'name the vehicle or boat').max(60),
  personIds: z.array(PersonIdSchema).max(20).default([]),
  kitIds: z.array(KitIdSchema).max(20).default([]),
  fetcherId: PersonIdSchema.nullable().default(null),
});
export type TripPart = z.output<typeof TripPartSchema>;

/** Ticked when a kit was seen aboard at departure. */
const TripTickSchema = z.object({ kitId: KitIdSchema, at: z.iso.datetime({ offset: true }), by: z.string().trim().max(80) });

/** A day out, or a convoy: what goes in which vehicle or boat, on one page. */
export const TripSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  name: z.string().trim().min(1, 'give the trip a name').max(60),
  on: PlainDateSchema.nullable().default(null),
  parts: z.array(TripPartSchema).min(1, 'a trip has one vehicle or boat at least').max(12),
  /** Where the trip meets help: a place, a number, a channel. */
  note: z.string().trim().max(300).default(''),
  ticks: z.array(TripTickSchema).max(240).default([]),
});
export type Trip = z.output<typeof TripSchema>;
