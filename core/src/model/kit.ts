import * as z from 'zod';
import { BriefSchema } from './brief.ts';
import { ContainerMakeSchema } from './container.ts';
import { LockSchema } from './lock.ts';
import { PlainDateSchema } from './plainDate.ts';
import { SetAsideSchema } from './setAside.ts';
import { type KitIdSchema, PersonIdSchema, UnitIdSchema, UnitSchema } from './unit.ts';

export const LAYERS = ['pocket', 'worn', 'afloat', 'base'] as const;
export const LayerSchema = z.enum(LAYERS);
export type Layer = z.infer<typeof LayerSchema>;

export const LAYER_NAMES: Record<Layer, { name: string; reach: string }> = {
  pocket: { name: 'In a pocket', reach: 'seconds away' },
  worn: { name: 'On belt, vest or bag', reach: 'seconds away' },
  afloat: { name: 'In the boat or vehicle', reach: '10 to 60 s' },
  base: { name: 'At the base', reach: 'minutes' },
};

/** One line: it stands in headings, file names and calendars. */
export const KitNameSchema = z
  .string()
  .overwrite((text) => text.replaceAll(/\s+/g, ' '))
  .trim()
  .min(1, 'give the kit a name')
  .max(60);

/** What a carrier who has packed it says: it closes, and so thick it is. */
export const ClosesSchema = z.object({
  /** Over all, at the thickest place, with its walls and what hangs outside. */
  outerMm: z.number().positive('measure the closed kit at its thickest place').max(2000),
  /** What was packed into what; while the kit still gives the same mark, the measure stands. */
  contents: z.string().min(1).max(40),
  make: ContainerMakeSchema,
  /** What had been worked out for the same, mm; null: by box size not all of it went in. */
  computedMm: z.number().positive().max(4000).nullable(),
  on: PlainDateSchema,
  by: z.string().trim().max(80),
});
export type Closes = z.infer<typeof ClosesSchema>;

/** How a kit is packed, beyond what lies in it. */
export const FitChoicesSchema = z.object({
  /** Firmness of pressing, 0 to 1. */
  press: z.number().min(0).max(1).default(0),
  /** Things that stay where they are when it is packed again, by item (`unitId` or `unitId:2`). */
  locks: z.record(z.string(), LockSchema).default({}),
  /** The compartment that a thing goes into, by item. */
  pins: z.record(z.string(), z.string()).default({}),
  /** Folded whatever happens, or never, by item. */
  folds: z.record(z.string(), z.boolean()).default({}),
  /** The loop, clip or sleeve outside that a unit hangs on, by its id. */
  hung: z.record(z.string(), z.string().max(40)).optional(),
  closes: ClosesSchema.optional(),
});
export type FitChoices = z.infer<typeof FitChoicesSchema>;

export const TickSchema = z.object({ step: z.string().min(1).max(300), on: PlainDateSchema, by: z.string().trim().max(80) });
export type Tick = z.infer<typeof TickSchema>;

/** What was done to make the kit ready, and where it is known to hang. */
export const StagingSchema = z.object({
  ticks: z.array(TickSchema).max(400).default([]),
  hangsAt: z.string().max(120).default(''),
  told: z.string().max(200).default(''),
  /** A tab to pull it out of its place by. */
  hasPullTab: z.boolean().optional(),
  /** The last figure of the scale, with its step. */
  weighed: z
    .object({ on: PlainDateSchema, massG: z.number().positive().max(100_000), stepG: z.number().positive().max(100) })
    .nullable()
    .default(null),
  /** Cleaning and waste that a debrief left undone. */
  afterUse: z
    .array(z.object({ id: z.string().min(1).max(160), text: z.string().max(300), why: z.string().max(200) }))
    .max(40)
    .default([]),
});
export type Staging = z.infer<typeof StagingSchema>;

/** How much a kit and its modules hold at most, by whichever way it comes in. */
export const MOST_UNITS = 300;
export const MOST_MODULES = 20;
export const MOST_IN_MODULE = 60;

/** A sub-pack that is packed, labelled and opened as one. */
export const ModuleSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the module a name').max(40),
  unitIds: z.array(UnitIdSchema).max(MOST_IN_MODULE),
  /** What it holds when it is whole: kinds and how many. It is restocked up to this. */
  pattern: z
    .array(z.object({ kind: z.string().min(1).max(80), count: z.number().int().min(1).max(1000) }))
    .max(60)
    .default([]),
});
export type Module = z.infer<typeof ModuleSchema>;

/** What lies on the sheet and is not there yet: it is to be bought, or fetched. It has no lot, no date and no condition. */
export const PlannedThingSchema = UnitSchema.pick({ id: true, kind: true, count: true, state: true });
export type PlannedThing = z.infer<typeof PlannedThingSchema>;

/** What was left out on purpose, so that nobody wonders, and nobody lays it out again. */
export const LeftOutSchema = z.object({
  kind: z.string().min(1).max(80),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  reason: z.string().trim().min(3, 'say why in three letters at least').max(200),
});
export type LeftOut = z.infer<typeof LeftOutSchema>;

/** A kit of which nothing was planned, left out, packed, staged or bundled yet. */
export const nothingMadeReady = (): Pick<KitDraft, 'planned' | 'leftOut' | 'fit' | 'stage' | 'modules'> => ({
  planned: [],
  leftOut: [],
  fit: { press: 0, locks: {}, pins: {}, folds: {} },
  stage: { ticks: [], hangsAt: '', told: '', weighed: null, afterUse: [] },
  modules: [],
});

/** What Bench plans, and what Fit and Stage write; a kit from before they were there has nothing of it. */
export const MadeReadyFields = {
  planned: z.array(PlannedThingSchema).max(MOST_UNITS).default([]),
  leftOut: z.array(LeftOutSchema).max(60).default([]),
  fit: FitChoicesSchema.default(() => nothingMadeReady().fit),
  stage: StagingSchema.default(() => nothingMadeReady().stage),
  modules: z.array(ModuleSchema).max(MOST_MODULES).default([]),
};

/** What a kit is called, where it is carried and what is asked of it: in whatever is said or stored of a kit. */
export const KitHeadFields = {
  name: KitNameSchema,
  layer: LayerSchema,
  personId: PersonIdSchema.nullable(),
  containerId: z.string(),
  positionId: z.string(),
  schoolId: z.string(),
  brief: BriefSchema,
};

/** What a person edits about a kit; the server adds times and the version. */
export const KitDraftSchema = z.object({
  ...KitHeadFields,
  units: z.array(UnitSchema).max(MOST_UNITS),
  /** Findings that were read and set aside for this kit. */
  setAside: z.array(SetAsideSchema).max(200).default([]),
  ...MadeReadyFields,
});
export type KitDraft = z.infer<typeof KitDraftSchema>;

export interface Kit extends KitDraft {
  id: z.infer<typeof KitIdSchema>;
  version: number;
}
