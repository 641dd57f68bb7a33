import * as z from 'zod';
import { BriefSchema } from './brief.ts';
import { SetAsideSchema } from './setAside.ts';
import { type KitIdSchema, PersonIdSchema, UnitSchema } from './unit.ts';

export const LAYERS = ['pocket', 'worn', 'afloat', 'base'] as const;
export const LayerSchema = z.enum(LAYERS);
export type Layer = z.infer<typeof LayerSchema>;

export const LAYER_NAMES: Record<Layer, { name: string; reach: string }> = {
  pocket: { name: 'In a pocket', reach: 'seconds away' },
  worn: { name: 'On belt, vest or bag', reach: 'seconds away' },
  afloat: { name: 'In the boat or vehicle', reach: '10 to 60 s' },
  base: { name: 'At the base', reach: 'minutes' },
};

export const KitNameSchema = z.string().trim().min(1, 'give the kit a name').max(60);

/** What a person edits about a kit; the server adds times and the version. */
export const KitDraftSchema = z.object({
  name: KitNameSchema,
  layer: LayerSchema,
  personId: PersonIdSchema.nullable(),
  containerId: z.string(),
  positionId: z.string(),
  schoolId: z.string(),
  brief: BriefSchema,
  units: z.array(UnitSchema).max(300),
  /** Findings that were read and set aside for this kit. */
  setAside: z.array(SetAsideSchema).max(200).default([]),
});
export type KitDraft = z.infer<typeof KitDraftSchema>;

export interface Kit extends KitDraft {
  id: z.infer<typeof KitIdSchema>;
  version: number;
}
