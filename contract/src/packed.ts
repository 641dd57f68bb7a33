import { z } from 'zod';

/** Where a packed thing lies and how large it is so, mm. */
export const PlacedBoxSchema = z.object({
  id: z.string(),
  compartment: z.string(),
  xMm: z.number(),
  yMm: z.number(),
  zMm: z.number(),
  wMm: z.number(),
  hMm: z.number(),
  dMm: z.number(),
  folded: z.boolean(),
  /** It lies askew, turned by so much; the measures are of the upright box around it. */
  turnedDeg: z.number().optional(),
});
