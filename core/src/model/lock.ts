import * as z from 'zod';

const measure = (what: string) =>
  z
    .number({ error: `${what} must be a finite number of millimetres` })
    .positive(`${what} must be above 0 mm`)
    .max(2000, `${what} must be at most 2000 mm`);

/** Where a locked thing stays: its box in its compartment (or elastic slot), z = 0 at the back wall, y = 0 at the bottom. */
export const LockSchema = z.object({
  compartment: z.string(),
  slot: z.string().optional(),
  folded: z.boolean().optional(),
  xMm: z.number().nonnegative(),
  yMm: z.number().nonnegative(),
  zMm: z.number().nonnegative(),
  wMm: measure('width'),
  hMm: measure('height'),
  dMm: measure('depth'),
});
export type Lock = z.infer<typeof LockSchema>;
