import * as z from 'zod';
import type { Skill } from './need.ts';

export const TRAININGS = ['untrained', 'bleedingControl', 'trauma', 'advanced'] as const;
export const TrainingSchema = z.enum(TRAININGS);
export type Training = z.infer<typeof TrainingSchema>;

export const TRAINING_NAMES: Record<Training, { name: string; means: string }> = {
  untrained: { name: 'Untrained', means: 'first aid from common sense; bleeding control only' },
  bleedingControl: { name: 'Bleeding control', means: 'tourniquet, packing, pressure, rescue breaths' },
  trauma: { name: 'Trauma course', means: 'also nasal airways and vital signs' },
  advanced: { name: 'Authorised', means: 'also decompression, trained and authorised for it here' },
};

/** Which gated skills a level of training brings. Local rules win: an authority may allow less. */
export const TRAINING_SKILLS: Record<Training, readonly Skill[]> = {
  untrained: [],
  bleedingControl: [],
  trauma: ['airway', 'vitals'],
  advanced: ['airway', 'vitals', 'decompression'],
};

const count = (least: number, most: number, fallback: number) => z.number().int().min(least).max(most).default(fallback);

/** Who may be hurt, by what, how far from care, and who is there to help. */
export const BriefSchema = z.object({
  persons: count(1, 500, 2),
  /** Planned for at once; null: derived from the number of persons. */
  casualties: z.number().int().min(1).max(100).nullable().default(null),
  helpers: count(1, 100, 1),
  hoursToCare: z.number().min(0).max(720).default(0.5),
  daysOut: count(0, 90, 0),
  penetrating: z.boolean().default(false),
  coldWet: z.boolean().default(false),
  dark: z.boolean().default(false),
  training: TrainingSchema.default('bleedingControl'),
  standsAlone: z.boolean().default(true),
  /** Stays in a vehicle, boat or building rather than being worn. */
  staysPut: z.boolean().default(false),
  children: z.boolean().default(false),
  dayToDay: z.boolean().default(false),
  dosesPerDay: count(0, 40, 0),
});
export type Brief = z.infer<typeof BriefSchema>;

export const defaultBrief = (): Brief => BriefSchema.parse({});
