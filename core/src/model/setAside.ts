import * as z from 'zod';
import { PlainDateSchema } from './plainDate.ts';

/** A finding that somebody has read and set aside for this kit, with the reason; it comes back if the facts change. */
export const SetAsideSchema = z.object({
  rule: z.string().max(64),
  /** What the finding said and looked at when it was set aside. */
  facts: z.string().max(4000),
  reason: z.string().trim().min(3, 'say why, in a few words').max(200),
  on: PlainDateSchema,
});
export type SetAside = z.infer<typeof SetAsideSchema>;
