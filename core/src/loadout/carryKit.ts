import * as z from 'zod';
import { AskedNeedSchema, CoverageSchema, NeedStateSchema, OuterSchema, StoredUnitSchema } from '../model/answers.ts';
import type { Container } from '../model/container.ts';
import { GradeSchema } from '../model/kind.ts';
import { LayerSchema, ModuleSchema } from '../model/kit.ts';
import { NeedIdSchema, SkillSchema } from '../model/need.ts';
import { PlainDateSchema } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { KitIdSchema, PersonIdSchema } from '../model/unit.ts';
import type { LoadoutKit } from './loadout.ts';

/** A kit as the server tells it for working out loadouts; school and container are in the catalogue. */
export const CarryKitSchema = z.object({
  id: KitIdSchema,
  name: z.string(),
  layer: LayerSchema,
  personId: PersonIdSchema.nullable(),
  containerId: z.string(),
  positionId: z.string(),
  schoolId: z.string(),
  needs: z.array(AskedNeedSchema),
  needsOfOne: z.array(AskedNeedSchema),
  skills: z.array(SkillSchema),
  isChecked: z.boolean(),
  /** Whether it is meant to be grabbed alone. */
  standsAlone: z.boolean(),
  units: z.array(StoredUnitSchema),
  modules: z.array(ModuleSchema.pick({ id: true, name: true, unitIds: true })),
  massG: z.number(),
  priceMinor: z.number(),
  thicknessMm: z.number().nullable(),
  /** What it takes up outside; null: not packed as it is now. */
  outer: OuterSchema.nullable(),
  blockedBy: z.record(z.string(), z.array(z.string())).nullable(),
  hasSlits: z.boolean(),
  hasPullTab: z.boolean().optional(),
  hung: z.record(z.string(), z.string()).optional(),
  hangsAt: z.string(),
  /** What is lacking for it to stand by itself. */
  gap: z.string().nullable(),
  readyUntil: PlainDateSchema.nullable(),
  inspectDueOn: PlainDateSchema.nullable(),
  isInUse: z.boolean(),
  /** What it is carried as one with. */
  inSet: z
    .object({ id: z.string(), name: z.string(), kitIds: z.array(z.string()) })
    .nullable()
    .optional(),
});
export type CarryKit = z.output<typeof CarryKitSchema>;

/** Null where its school is not in the catalogue. */
export function loadoutKitOf(
  { schoolId, containerId, ...kit }: CarryKit,
  schoolOf: (id: string) => School | undefined,
  containerOf: (id: string) => Container | undefined,
): LoadoutKit | null {
  const school = schoolOf(schoolId);
  return school === undefined ? null : { ...kit, school, container: containerOf(containerId) };
}

const ReachSchema = z.discriminatedUnion('inReach', [
  z.object({
    inReach: z.literal(true),
    s: z.number(),
    terms: z.array(z.object({ id: z.string(), label: z.string(), s: z.number() })),
    measured: z.object({ medianS: z.number(), count: z.number() }).nullable(),
  }),
  z.object({ inReach: z.literal(false), why: z.string() }),
]);

const NeedFiguresSchema = z.object({ state: NeedStateSchema, have: z.number(), least: z.number(), ideal: z.number() });

export const LoadoutViewSchema = z.object({
  coverage: CoverageSchema,
  needs: z.array(
    z.object({
      need: NeedIdSchema,
      lanes: z.array(
        z.object({
          from: z.string(),
          unitId: z.string(),
          kind: z.string(),
          grade: GradeSchema,
          s: z.number(),
          inTime: z.boolean(),
        }),
      ),
    }),
  ),
  kits: z.array(
    z.object({
      kitId: z.string(),
      positionId: z.string(),
      fetchS: z.number(),
      why: z.string().nullable(),
      firstS: z.number().nullable(),
      onBody: z.boolean(),
      massG: z.number(),
    }),
  ),
  reach: z.record(z.string(), ReachSchema),
  second: z.array(z.object({ need: NeedIdSchema, isHeld: z.boolean(), s: z.number().nullable() })),
  singles: z.array(
    z.object({
      need: NeedIdSchema,
      unitId: z.string(),
      from: z.string(),
      next: z.object({ from: z.string(), s: z.number() }).nullable(),
    }),
  ),
  security: z
    .object({
      behind: z.array(z.object({ from: z.string(), unitId: z.string(), name: z.string() })),
      worse: z.array(z.object({ need: NeedIdSchema, before: NeedFiguresSchema, after: NeedFiguresSchema })),
    })
    .nullable(),
  massG: z.number(),
  bodyMassG: z.number(),
});
