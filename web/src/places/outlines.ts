import * as z from 'zod';

/** The outline of a real container as it was drawn over a photo of it, mm from its upper left; kept on this machine only. */
const OutlineSchema = z.object({
  points: z
    .array(z.tuple([z.number(), z.number()]))
    .min(3)
    .max(60),
  /** The straightened photo around it, a data URL, and where its upper left is from that of the outline. */
  photo: z.object({ src: z.string(), xMm: z.number(), yMm: z.number(), wMm: z.number(), hMm: z.number() }).nullable(),
});
export type Outline = z.infer<typeof OutlineSchema>;

const keyOf = (containerId: string): string => `ivrak.outline.${containerId}`;

export function outlineFor(containerId: string): Outline | null {
  try {
    const kept = OutlineSchema.safeParse(JSON.parse(localStorage.getItem(keyOf(containerId)) ?? 'null'));
    return kept.success ? kept.data : null;
  } catch {
    // Written by something else: as good as none.
    return null;
  }
}

/** False where this machine keeps no more: the measures stand all the same. */
export function keepOutline(containerId: string, outline: Outline | null): boolean {
  try {
    if (outline === null) localStorage.removeItem(keyOf(containerId));
    else localStorage.setItem(keyOf(containerId), JSON.stringify(outline));
    return true;
  } catch {
    return false;
  }
}
