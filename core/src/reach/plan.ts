import * as z from 'zod';
import type { Opening } from '../model/container.ts';

interface PlanFact {
  label: string;
  unit: 's' | 'm/s' | '×' | 's a bit';
  value: number;
  least: number;
  most: number;
}
const fact = (label: string, value: number, unit: PlanFact['unit'] = 's', least = 0, most = 120): PlanFact => ({
  label,
  unit,
  value,
  least,
  most,
});

/**
 * Planning values of reach, each of them adjustable; none is a clinical limit. Form of finding: Hick 1952 and Hyman 1953 (time to
 * choose grows with the logarithm of the number of choices); its two numbers, like all others here, are planning values.
 */
export const REACH_FACTS = {
  footMs: fact('speed on foot', 2.5, 'm/s', 0.2, 10),
  boatMs: fact('speed of the safety boat', 4, 'm/s', 0.2, 30),
  boatEndS: fact('casting off or coming alongside, each end', 10),
  seatedS: fact('drawing from belt, small of back or back pocket while seated, more', 3),
  pullTabS: fact('drawing by a pull tab, less (never under half)', 1),
  openHookAndLoopS: fact('hook and loop', 1.5),
  openZipS: fact('zip', 2),
  openClamshellS: fact('clamshell', 3),
  openTearAwayS: fact('tear-away panel', 2),
  openZipBagS: fact('zip bag', 3),
  openRollTopS: fact('roll-top', 4),
  openLatchedCaseS: fact('latched case', 5),
  openRubberBandS: fact('rubber band', 1.5),
  openSlitS: fact('vacuum bag with tear slits', 4),
  openUncutS: fact('vacuum bag without slits, cutter in hand', 10),
  frontS: fact('each thing in front', 2),
  findBaseS: fact('finding: base', 0.2, 's', 0, 10),
  findBitS: fact('finding: for each bit of choice', 0.15, 's a bit', 0, 10),
  notchS: fact('packet with a tear notch', 3),
  twoLayersS: fact('packet in a packet', 5),
  wrappedTourniquetS: fact('tourniquet still in its plastic', 8),
  oneHandFactor: fact('one hand only', 1.6, '×', 1, 10),
  darkFactor: fact('dark, without a light', 1.3, '×', 1, 10),
  glovesS: fact('gloves on first', 8),
} as const satisfies Record<string, PlanFact>;
export type ReachValue = keyof typeof REACH_FACTS;
export const REACH_VALUES = Object.keys(REACH_FACTS) as readonly ReachValue[]; // the keys of the table above

/** Null: there is nothing to open. */
export const OPEN_VALUES: Record<Opening, ReachValue | null> = {
  hookAndLoop: 'openHookAndLoopS',
  zip: 'openZipS',
  clamshell: 'openClamshellS',
  tearAway: 'openTearAwayS',
  zipBag: 'openZipBagS',
  rollTop: 'openRollTopS',
  latchedCase: 'openLatchedCaseS',
  rubberBand: 'openRubberBandS',
  slit: 'openSlitS',
  none: null,
};

/** What was changed here; whatever is left out keeps its planning value. `drawS` is by carry position. */
export const ReachChangesSchema = z.object({
  values: z
    .partialRecord(z.enum(REACH_VALUES as readonly [ReachValue, ...ReachValue[]]), z.number())
    .default({})
    .superRefine((values, context) => {
      for (const [key, value] of Object.entries(values)) {
        const { label, least, most, unit } = REACH_FACTS[key as ReachValue]; // keys were checked by the record
        if (value < least || value > most)
          context.addIssue({ code: 'custom', path: [key], message: `${label}: must be ${least} to ${most} ${unit}` });
      }
    }),
  drawS: z.record(z.string().max(80), z.number().min(0, 'must not be negative').max(600, 'must be at most 600 s')).default({}),
});
export type ReachChanges = z.infer<typeof ReachChangesSchema>;

/** Planning values of reach as a stored row. */
export const ReachChangesRowSchema = ReachChangesSchema.safeExtend({ id: z.literal('reach') });
export type ReachChangesRow = z.infer<typeof ReachChangesRowSchema>;

export interface ReachPlan {
  values: Readonly<Record<ReachValue, number>>;
  drawS: Readonly<Record<string, number>>;
}

export function reachPlan(changes: ReachChanges = { values: {}, drawS: {} }): ReachPlan {
  const shipped = Object.fromEntries(REACH_VALUES.map((key) => [key, REACH_FACTS[key].value]));
  return { values: { ...shipped, ...changes.values } as ReachPlan['values'], drawS: changes.drawS }; // every key has a value
}
